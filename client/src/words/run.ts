/** The run in words: what a frame showed, what was calibrated from it. */
import type { Gamut } from '@core/measure/gamut'
import { formatMeter, type MeterDisplay } from '@core/scales/meter'
import { nameOf } from '@core/scales/marks'
import type { ExifSettings } from '@core/measure/exif'
import type { Plan } from '@core/plan/plan'
import { litIds, type Evidence, type Frame } from '@core/run/frame'
import type { Calibration } from '@core/run/calibrate'
import { limitSign, stops } from './format'

/** "strobe off", "A alone", "A and B" */
export function frameWords(plan: Plan, frame: Frame): string {
  const ids = litIds(frame)
  if (frame.kind === 'black' || ids.length === 0) return 'strobe off'
  if (frame.plan.lights.length === 1 && plan.lights.length === 1) return 'strobe on'
  return ids.length === 1 ? `${ids[0]} alone` : `${ids.slice(0, -1).join(', ')} and ${ids.at(-1)}`
}

/** Places as a sentence names them. */
export const EVIDENCE_PLACES: Record<string, string> = {
  subject: 'subject',
  shadow: 'shadow side',
  top: 'top',
  front: 'front',
  background: 'background',
  backgroundLeft: 'background at the left',
  backgroundRight: 'background at the right',
  foreground: 'foreground',
  lens: 'lens front'
}

export function evidenceWords(evidence: Evidence, display: MeterDisplay = 'tenths'): string {
  if (evidence.kind === 'meter')
    return (
      `meter at the ${EVIDENCE_PLACES[evidence.place] ?? evidence.place} ` +
      `${evidence.lights ? `(${evidence.lights.join(', ')}) ` : ''}` +
      `${formatMeter(evidence.apertureStops, display)} at ISO ${nameOf('iso', evidence.isoStops)}`
    )
  const sign = limitSign(evidence.limit)
  if (evidence.kind === 'automatic')
    return `${evidence.light} on automatic gave ${sign}${stops(evidence.powerStops)} from full`
  return (
    `${EVIDENCE_PLACES[evidence.place] ?? evidence.place} ` +
    `${sign}${stops(evidence.levelStops)} ` +
    `${evidence.kind === 'judged' ? 'by eye' : 'in the picture'}`
  )
}

const NOTHING: Record<Extract<Calibration, { kind: 'nothing' }>['why'], string> = {
  'as-predicted-or-darker': 'Noted. It is as dark as predicted or darker: nothing to correct.',
  'as-predicted-or-brighter':
    'Noted. It is clipped, as bright as predicted or brighter: nothing to correct.',
  'rest-alone':
    'Noted. The rest of the light alone would explain this, so it says nothing about the strobe.',
  'no-such-place': 'Noted. The plan no longer has that place.',
  'other-kit':
    'Noted. Another strobe or modifier was on when this frame was taken, so the present ' +
    'one is not corrected.',
  'strobe-out-of-reach':
    'Noted. The strobe’s beam does not reach that place, so there is nothing to correct.',
  'meter-on-black': 'Noted. A flash meter says nothing about a frame without flash.',
  'automatic-on-black': 'Noted. An automatic flash says nothing about a frame without flash.',
  'meter-in-high-speed-sync':
    'Noted. In high-speed sync a flash meter reads part of the pulses only: meter a single flash ' +
    'at sync speed or slower.'
}

const LIMIT_WORDS = { exact: '', 'at-least': ', at least', 'at-most': ', at most' } as const

export function calibrationWords(calibration: Calibration): string {
  if (calibration.kind === 'nothing') return NOTHING[calibration.why]
  if (calibration.kind === 'ambient')
    return (
      `Ambient at the ${calibration.place} is now in the ` +
      `sum${calibration.reading.limit === 'exact' ? '' : ', as a limit'}.`
    )
  const { correction } = calibration
  return (
    `Correction: ${stops(correction.stops)} for ` +
    `${correction.source === 'ambient' ? 'the ambient' : `strobe ${correction.source}`} ` +
    `at the ${EVIDENCE_PLACES[correction.place] ?? correction.place}, ± ` +
    `${correction.uncertaintyStops}${LIMIT_WORDS[correction.limit]}. The sum now uses it.`
  )
}

/** What to say when the file's settings are not the plan's; '' when they agree. */
export function settingsDiffer(plan: Plan, named: ExifSettings): string {
  const off = (['aperture', 'shutter', 'iso'] as const).filter((axis) => {
    const value = named[`${axis}Stops`]
    return value !== null && Math.abs(value - plan.settings[`${axis}Stops`]) > 0.1
  })
  if (off.length === 0) return ''
  return (
    `The file says ${off.map((axis) => nameOf(axis, named[`${axis}Stops`]!)).join(', ')} ` +
    'where the plan says ' +
    `${off.map((axis) => nameOf(axis, plan.settings[`${axis}Stops`])).join(', ')}. The ` +
    'frame is logged with what the file says.'
  )
}

/** What a picture's numbers follow, where that is not plain sRGB. */
export const GAMUT_WORDS: Record<Gamut, string> = {
  srgb: '',
  'adobe-rgb': '; Adobe RGB, by its EXIF',
  profile: '; by its own colour profile',
  'not-stated': '; its colours are not stated'
}

/**
 * Displays of flash meters. In tenths a reading is a whole-stop f-number and tenths of a stop: "8·6"
 * is f/8 plus six tenths; "1·4", "2·8" and "5·6" are the marks, to say f/2 plus eight tenths write
 * "2+0.8". In thirds and halves it is the nominal f-number of that step ("6.3", "9.5"), in decimals
 * the f-number itself. Source: common practice of hand-held meters, no source.
 */
import { marksOf, nearestMark } from './marks'
import { normalise } from './stops'

export const METER_DISPLAYS = ['tenths', 'thirds', 'halves', 'decimals'] as const
export type MeterDisplay = (typeof METER_DISPLAYS)[number]

const WHOLE = [
  '1',
  '1.4',
  '2',
  '2.8',
  '4',
  '5.6',
  '8',
  '11',
  '16',
  '22',
  '32',
  '45',
  '64',
  '90'
] as const
const STEP = { thirds: 'third', halves: 'half' } as const

const wholeMark = (label: string | undefined): number => WHOLE.findIndex((whole) => whole === label)

/** A whole stop and tenths, spelled so that it can mean nothing else: "8+0.6", "8 and 6 tenths". */
function parseSpelled(clean: string): number | null {
  const match =
    clean.match(/^(\d+(?:\.\d)?) ?\+ ?(?:0?\.)?(\d)$/) ??
    clean.match(/^(\d+(?:\.\d)?)(?: and | )(?:0?\.)?(\d)(?: tenths?)?$/)
  return match && wholeMark(match[1]) >= 0 ? wholeMark(match[1]) + Number(match[2]) / 10 : null
}

function parseTenths(clean: string): number | null {
  if (wholeMark(clean) >= 0) return wholeMark(clean)
  const dotted = clean.match(/^(\d+(?:\.\d)?)\.(\d)$/)
  return dotted && wholeMark(dotted[1]) >= 0 ? wholeMark(dotted[1]) + Number(dotted[2]) / 10 : null
}

/**
 * A typed reading, as this display means it: "4.5" is f/4 and a half stop in tenths, the mark f/4.5
 * in thirds.
 * @param text "8·6", "8.6", "8+0.6", "f/8 6", "2.8·3", "f/11", "6.3", "9.5"
 * @returns position on the aperture axis in stops, or null
 */
export function parseMeter(text: string, display: MeterDisplay = 'tenths'): number | null {
  const clean = normalise(text)
    .replace(/^f ?\/? ?/, '')
    .replace(/[·•∙]/g, '.')
  const spelled = parseSpelled(clean)
  if (spelled !== null) return spelled
  if (display === 'tenths') return parseTenths(clean)
  if (display === 'decimals') {
    const value = /^\d+(\.\d+)?$/.test(clean) ? Number(clean) : NaN
    return value >= 0.5 && value <= 256 ? 2 * Math.log2(value) : null
  }
  return (
    marksOf('aperture', STEP[display]).find((mark) => mark.label === `f/${clean}`)?.stops ?? null
  )
}

/** What may be typed on a display, for a message. */
export const METER_EXAMPLES: Readonly<Record<MeterDisplay, string>> = {
  tenths: '8·6, 8.6 or 8+0.6',
  thirds: '6.3, 8 or 9',
  halves: '6.7, 8 or 9.5',
  decimals: '8.6'
}

/**
 * A position as a display shows it: 6.6 → "8·6" in tenths; f/2 plus eight tenths as "2+0.8" so that
 * it cannot be misread; the nearest mark in thirds and halves.
 */
export function formatMeter(apertureStops: number, display: MeterDisplay = 'tenths'): string {
  if (!(apertureStops > -2 && apertureStops < 14.2)) return 'out of the meter’s scale'
  if (display === 'decimals') return (2 ** (apertureStops / 2)).toFixed(1)
  if (display !== 'tenths')
    return nearestMark(marksOf('aperture', STEP[display]), apertureStops).label.replace('f/', '')
  const tenths = Math.round(apertureStops * 10)
  const whole = WHOLE[Math.floor(tenths / 10)]
  if (whole === undefined) return 'out of the meter’s scale'
  const rest = ((tenths % 10) + 10) % 10
  if (rest === 0) return whole.includes('.') ? whole.replace('.', '·') : `${whole}·0`
  const dotted = `${whole}·${rest}`
  return wholeMark(dotted.replace('·', '.')) >= 0 ? `${whole}+0.${rest}` : dotted
}

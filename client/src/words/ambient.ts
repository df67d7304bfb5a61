/** Sources of ambient light in words. */
import type { LampSpan, LampSpans, Span } from '@core/advise/lampSpan'
import { canShade } from '@core/plan/ambient'
import type { AmbientStart } from '@core/plan/editAmbient'
import type { AmbientSource, Plan } from '@core/plan/plan'
import { nameOf } from '@core/scales/marks'
import { stopCount } from './format'

export const START_NAMES: Record<AmbientStart, string> = {
  window: 'Window or sky',
  lampInPicture: 'Lamp in the picture',
  lampOutside: 'Lamp outside',
  screen: 'Screen'
}
export const STATE_CHOICES = [
  { value: 'on', title: 'On' },
  { value: 'shaded', title: 'Shaded' },
  { value: 'off', title: 'Off' }
] as const
export const KIND_CHOICES = [
  { value: 'window', title: 'Window or sky, flat' },
  { value: 'lamp', title: 'Lamp, to all sides' },
  { value: 'screen', title: 'Screen, flat' }
] as const
export const FROM_CHOICES = [
  { value: 'face', title: 'From where it stands' },
  { value: 'around', title: 'From all round' }
] as const
export const FALLS_CHOICES = [
  { value: 'both', title: 'Subject and background' },
  { value: 'subject', title: 'Subject' },
  { value: 'background', title: 'Background' }
] as const
export const READ_AT_NAMES: Record<AmbientSource['readAt'], string> = {
  itself: 'Its own face',
  subject: 'At the subject',
  background: 'At the background'
}

/** Angle a face fills as seen from the focus point: how soft its light is. */
export function softnessDeg(source: AmbientSource): number | null {
  if (source.from.kind === 'around') return null
  const { widthMm, heightMm, at } = source.from
  const across = source.kind === 'lamp' ? widthMm : Math.sqrt(widthMm * heightMm)
  return (2 * Math.atan(across / 2 / at.distanceMm) * 180) / Math.PI
}

const shutters = ({ slowestStops, fastestStops }: Span): string =>
  slowestStops === fastestStops
    ? nameOf('shutter', slowestStops)
    : `${nameOf('shutter', slowestStops)} to ${nameOf('shutter', fastestStops)}`

export const spanWords = (span: Span | null): string =>
  span === null ? 'no shutter of this camera' : shutters(span)

const tooWords = ({ name, offStops }: LampSpan): string =>
  `${name} is ${stopCount(Math.abs(offStops!))} too ${offStops! > 0 ? 'bright' : 'dim'}`

/** Which shutters suit all lamps and leave the subject to the strobes; or what is in the way. */
export function lampSpansWords(plan: Plan, { lamps, subject, together }: LampSpans): string {
  const now = nameOf('shutter', plan.settings.shutterStops)
  if (subject === null)
    return 'At every shutter that lights the whole frame, ambient adds to the subject.'
  if (together) {
    const { slowestStops, fastestStops } = together
    const inside =
      plan.settings.shutterStops >= slowestStops - 1e-6 &&
      plan.settings.shutterStops <= fastestStops + 1e-6
    const all = lamps.length > 1 ? 'All show as wanted' : `${lamps[0]!.name} shows as wanted`
    return (
      `${all} at ${shutters(together)}, and the subject stays the strobes’. ` +
      `${now} is ${inside ? 'within' : 'outside'} that.`
    )
  }
  const off = lamps.filter(({ offStops }) => offStops !== null && offStops !== 0)
  if (off.length === 0)
    return 'The lamps suit each other at no shutter: more than one has to change.'
  return (
    `No shutter suits all of them. For the others’ shutters ` +
    `${off.map(tooWords).join(', or ')}: shade it, change its bulb, or move it.`
  )
}

/** What is left where no control of the camera darkens it any more. */
export const lessAmbientWords = (plan: Pick<Plan, 'medium'>): string =>
  canShade(plan)
    ? 'draw a curtain, switch a lamp off, or move the background back'
    : 'go deeper, or under a ledge, or frame it with darker water behind'

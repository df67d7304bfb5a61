/**
 * From what a frame showed to a figure in the ledger: measured minus predicted, for the source the frame isolates.
 * A black frame speaks for the ambient, a lit frame for the strobe (its light is what is left when the ambient is taken out).
 */
import { surfaceStops } from '../ambient/ev'
import { closeUpLoss } from '../optics/closeup'
import { ambientCell, strobeCell } from '../ledger/cells'
import type { AmbientReading, Correction, Place, Plan } from '../plan/plan'
import { planAt, sameKit, type Evidence, type Frame } from './frame'

/** How far off each kind of evidence may be, stops. Source: common practice, no source. */
export const SURENESS = { meter: 0.1, patch: 0.3, judged: 0.5 } as const

/** Level a piece of evidence states for a place, stops against mid-grey. */
export const measuredLevel = (plan: Plan, evidence: Evidence): number => {
  if (evidence.kind !== 'meter') return evidence.levelStops
  const { settings, focus, lens, camera } = plan
  const loss = camera.showsEffective ? 0 : closeUpLoss(focus.magnification, lens.pupilRatio)
  return (
    evidence.apertureStops - evidence.isoStops - (settings.apertureStops + loss - settings.isoStops + settings.ndStops) +
    surfaceStops(plan.subject.reflectance)
  )
}

export const placeOf = (evidence: Evidence): Place => (evidence.kind === 'meter' ? 'subject' : evidence.place)

export type Lesson =
  | { readonly kind: 'correction'; readonly correction: Correction }
  | { readonly kind: 'ambient'; readonly place: Place; readonly reading: AmbientReading }
  | { readonly kind: 'nothing'; readonly why: 'as-predicted-or-darker' | 'ambient-alone' | 'other-kit' | 'strobe-out-of-reach' | 'meter-on-black' }

/**
 * What one piece of evidence teaches.
 * @param plan the plan now; its settings are replaced by the frame's
 * @param id identifier for a new correction
 */
export const learn = (plan: Plan, frame: Frame, evidence: Evidence, id: string): Lesson => {
  const was = planAt(plan, frame.snapshot)
  const place = placeOf(evidence)
  const level = measuredLevel(was, evidence)
  const bound = evidence.kind === 'meter' ? 'exact' : evidence.bound
  const correction = (source: 'ambient' | 'A', predicted: number, measured: number): Lesson => ({
    kind: 'correction',
    correction: {
      id, frameId: frame.id, source, place, stops: measured - predicted, sureStops: SURENESS[evidence.kind], method: evidence.kind, bound,
      strobeId: source === 'A' ? frame.snapshot.strobeId : null,
      modifierId: source === 'A' ? frame.snapshot.modifierId : null,
      on: true
    }
  })
  const without: Plan = { ...was, corrections: [] }
  const ambient = ambientCell(without, place)
  if (frame.kind === 'black') {
    if (evidence.kind === 'meter') return { kind: 'nothing', why: 'meter-on-black' }
    if (ambient.state === 'unknown') return { kind: 'ambient', place, reading: ambientFromLevel(was, level, bound === 'at-most' ? 'at-most' : 'exact') }
    if (bound === 'at-most' && ambientCell(was, place).level <= level) return { kind: 'nothing', why: 'as-predicted-or-darker' }
    return correction('ambient', ambient.level, level)
  }
  if (!sameKit(plan, frame.snapshot)) return { kind: 'nothing', why: 'other-kit' }
  const strobe = strobeCell(without, place)
  if (strobe.state !== 'known') return { kind: 'nothing', why: 'strobe-out-of-reach' }
  if (bound === 'at-most' && strobeCell(was, place).level <= level) return { kind: 'nothing', why: 'as-predicted-or-darker' }
  const corrected = ambientCell(was, place)
  // A flash meter reads the flash alone; a picture shows both, so the ambient is taken out.
  const rest = evidence.kind === 'meter' || corrected.state !== 'known' ? 2 ** level : 2 ** level - 2 ** corrected.level
  if (!(rest > 2 ** level * 0.03)) return { kind: 'nothing', why: 'ambient-alone' }
  return correction('A', strobe.level, Math.log2(rest))
}

/** A level seen through the lens at known settings, as the ambient reading it amounts to. */
const ambientFromLevel = (plan: Plan, level: number, bound: AmbientReading['bound']): AmbientReading => {
  const { apertureStops, shutterStops, isoStops, ndStops } = plan.settings
  return {
    value: { kind: 'ev', ev: Number((level + apertureStops + shutterStops - isoStops + ndStops).toFixed(3)) },
    bound,
    via: 'lens',
    atMagnification: plan.focus.magnification
  }
}

/** The plan with a lesson taken in; an earlier one from the same frame and place is replaced. */
export const takeIn = (plan: Plan, lesson: Lesson): Plan => {
  if (lesson.kind === 'nothing') return plan
  if (lesson.kind === 'ambient') return { ...plan, ambient: { ...plan.ambient, [lesson.place]: lesson.reading } }
  const { correction } = lesson
  const others = plan.corrections.filter(
    (each) => !(each.frameId === correction.frameId && each.place === correction.place && each.source === correction.source)
  )
  return { ...plan, corrections: [...others, correction].slice(-500) }
}

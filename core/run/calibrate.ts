/**
 * From what a frame showed to a figure in the ledger: measured minus predicted, for the source the
 * frame isolates. A black frame speaks for the ambient, a lit frame for the strobe (its light is
 * what is left when the ambient is taken out).
 */
import { surfaceStops } from '../ambient/ev'
import { readPlaceOf } from '../ledger/cells'
import { cellAt, ledgerOf } from '../ledger/ledger'
import type { SourceId } from '../ledger/terms'
import { hiddenCloseUpLoss } from '../plan/lensInUse'
import type { AmbientReading, Correction, Place, Plan, ReadPlace } from '../plan/plan'
import { goalOf } from '../ledger/suggest'
import { litIds, planAt, sameKit, type Evidence, type Frame } from './frame'

/** How far off each kind of evidence may be, stops. Source: common practice, no source. */
export const UNCERTAINTY = { meter: 0.1, patch: 0.3, judged: 0.5 } as const

/**
 * Places a frame is judged at, the likeliest first: what the one light that was on serves, the
 * subject, the background.
 */
export function judgedAt(plan: Plan, frame: Frame): Place[] {
  if (frame.kind === 'black') return ['background', 'subject']
  const ids = litIds(frame.snapshot)
  const light = ids.length === 1 ? plan.lights.find((each) => each.id === ids[0]) : undefined
  const own = light ? goalOf(plan, light)?.place : undefined
  return [...new Set([...(own ? [own] : []), 'subject', 'background'])]
}

/** Level a piece of evidence states for a place, stops against mid-grey. */
export function measuredLevel(plan: Plan, evidence: Evidence): number {
  if (evidence.kind !== 'meter') return evidence.levelStops
  const { settings } = plan
  const loss = hiddenCloseUpLoss(plan)
  return (
    evidence.apertureStops -
    evidence.isoStops -
    (settings.apertureStops + loss - settings.isoStops + settings.ndStops) +
    surfaceStops(plan.subject.reflectance)
  )
}

export const placeOf = (evidence: Evidence): Place =>
  evidence.kind === 'meter' ? 'subject' : evidence.place

export type Calibration =
  | { readonly kind: 'correction'; readonly correction: Correction }
  | { readonly kind: 'ambient'; readonly place: ReadPlace; readonly reading: AmbientReading }
  | {
      readonly kind: 'nothing'
      readonly why:
        | 'as-predicted-or-darker'
        | 'rest-alone'
        | 'other-kit'
        | 'strobe-out-of-reach'
        | 'meter-on-black'
        | 'no-such-place'
    }

/**
 * What one piece of evidence teaches. A frame with several lights speaks for the one that gives
 * most at that place; the others are taken out as the sum predicts them.
 * @param plan the plan now; its settings are replaced by the frame's
 * @param id identifier for a new correction
 */
export function calibrate(plan: Plan, frame: Frame, evidence: Evidence, id: string): Calibration {
  const was = planAt(plan, frame.snapshot)
  const place = placeOf(evidence)
  const level = measuredLevel(was, evidence)
  const limit = evidence.kind === 'meter' ? 'exact' : evidence.limit
  const correction = (source: SourceId, predicted: number, measured: number): Calibration => {
    const light = plan.lights.find((each) => each.id === source)
    return {
      kind: 'correction',
      correction: {
        id,
        frameId: frame.id,
        source,
        place,
        stops: measured - predicted,
        uncertaintyStops: UNCERTAINTY[evidence.kind],
        method: evidence.kind,
        limit,
        strobeId: light?.strobe.id ?? null,
        modifierIds: light?.modifiers.map((each) => each.id) ?? [],
        on: true
      }
    }
  }
  const plain = ledgerOf({ ...was, corrections: [] })
  const corrected = ledgerOf(was)
  if (!plain.places.includes(place)) return { kind: 'nothing', why: 'no-such-place' }
  if (frame.kind === 'black') {
    if (evidence.kind === 'meter') return { kind: 'nothing', why: 'meter-on-black' }
    const read = readPlaceOf(place)
    if (plain.ambient[place]!.state === 'unknown')
      return {
        kind: 'ambient',
        place: read,
        reading: ambientFromLevel(
          was,
          level,
          limit === 'at-most' ? 'at-most' : 'exact',
          frame.takenAt
        )
      }
    if (limit === 'at-most' && corrected.ambient[place]!.level <= level)
      return { kind: 'nothing', why: 'as-predicted-or-darker' }
    return correction('ambient', plain.ambient[place]!.level, level)
  }
  const rows = plain.rows.filter(
    (row) => row.source !== 'ambient' && row.cells[place]!.state === 'known'
  )
  if (rows.length === 0) return { kind: 'nothing', why: 'strobe-out-of-reach' }
  const most = rows.reduce((best, row) =>
    row.cells[place]!.level > best.cells[place]!.level ? row : best
  )
  if (
    !sameKit(
      plan.lights.find((light) => light.id === most.source)!,
      frame.snapshot
    )
  )
    return { kind: 'nothing', why: 'other-kit' }
  if (limit === 'at-most' && cellAt(corrected, most.source, place)!.level <= level)
    return { kind: 'nothing', why: 'as-predicted-or-darker' }
  // A flash meter reads the flash alone; a picture shows everything, so the rest is taken out.
  let rest = evidence.kind === 'meter' ? 0 : 2 ** corrected.ambient[place]!.level
  for (const row of corrected.rows)
    if (row.source !== 'ambient' && row.source !== most.source) rest += 2 ** row.cells[place]!.level
  const own = 2 ** level - rest
  if (!(own > 2 ** level * 0.03)) return { kind: 'nothing', why: 'rest-alone' }
  return correction(most.source, most.cells[place]!.level, Math.log2(own))
}

/** A level seen through the lens at known settings, as the ambient reading it amounts to. */
function ambientFromLevel(
  plan: Plan,
  level: number,
  limit: AmbientReading['limit'],
  takenAt: string
): AmbientReading {
  const { apertureStops, shutterStops, isoStops, ndStops } = plan.settings
  return {
    value: {
      kind: 'ev',
      ev: Number(
        (
          level +
          apertureStops +
          shutterStops -
          isoStops +
          ndStops +
          plan.ambient.shadeStops
        ).toFixed(3)
      )
    },
    limit,
    via: 'lens',
    atMagnification: plan.focus.magnification,
    takenAt,
    look: plan.look
  }
}

/**
 * The plan with a calibration taken in; an earlier one from the same frame and place is replaced.
 */
export function applyCalibration(plan: Plan, calibration: Calibration): Plan {
  if (calibration.kind === 'nothing') return plan
  if (calibration.kind === 'ambient')
    return { ...plan, ambient: { ...plan.ambient, [calibration.place]: calibration.reading } }
  const { correction } = calibration
  const others = plan.corrections.filter(
    (each) =>
      !(
        each.frameId === correction.frameId &&
        each.place === correction.place &&
        each.source === correction.source
      )
  )
  return { ...plan, corrections: [...others, correction].slice(-500) }
}

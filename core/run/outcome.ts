/** What a frame was expected to show, what it showed, and how sure that is. */
import { ledgerOf } from '../ledger/ledger'
import { uncertaintyAt } from '../ledger/weakness'
import { withOnly } from '../plan/edit'
import type { Place, Plan } from '../plan/plan'
import { measuredLevel, uncertaintyOf } from './calibrate'
import { expectedLevels, heldAgainst, setBefore, setOf } from './expected'
import { firedFor, litIds, type Evidence, type Frame } from './frame'
import { expectedReading } from './metering'

export interface Outcome {
  readonly place: Place
  /** levels in stops against mid-grey; null: nothing was known of the place */
  readonly expectedStops: number | null
  /** ± of what was expected, by the kit's figures and what other frames corrected */
  readonly expectedUncertaintyStops: number
  readonly foundStops: number
  readonly uncertaintyStops: number
  readonly limit: 'exact' | 'at-least' | 'at-most'
  /** whether it is what was expected, as far as can be told */
  readonly fits: boolean
}

/** A receptor sees the light in its own way: its reading is held against what it should read. */
function expectedByMeter(
  plan: Plan,
  frame: Frame,
  evidence: Extract<Evidence, { kind: 'meter' }>,
  foundStops: number
): number | null {
  const metering = { ...evidence, lights: evidence.lights ?? litIds(frame) }
  const should = expectedReading(setOf(frame, plan, evidence.place), metering)
  return should === null ? null : foundStops - (evidence.apertureStops - should)
}

/** An automatic flash is fired alone, whatever else lit the frame. */
function expectedAlone(
  plan: Plan,
  frame: Frame,
  { light, place }: Extract<Evidence, { kind: 'automatic' }>
): number | null {
  const level = ledgerOf(withOnly(setOf(frame, plan, place), [light])).totals[place]
  return level !== undefined && Number.isFinite(level) ? level : null
}

/** How sure the sum was of the place, with the lights that fired for what was read. */
function unsureOf(plan: Plan, frame: Frame, evidence: Evidence): number {
  const fired = firedFor(evidence)
  const set = setBefore(frame, plan)
  const lit = fired === null ? set : withOnly(set, fired)
  return uncertaintyAt(lit, ledgerOf(lit), evidence.place)
}

/**
 * By the last thing that was said of the frame; expected is what the plan says now without what
 * this frame taught.
 * @returns null for a frame nobody has judged
 */
export function outcomeOf(plan: Plan, frame: Frame): Outcome | null {
  const evidence = frame.evidence.at(-1)
  if (!evidence) return null
  const foundStops = measuredLevel(setOf(frame, plan, evidence.place), evidence)
  if (Number.isNaN(foundStops)) return null
  const expectedStops =
    evidence.kind === 'meter'
      ? expectedByMeter(plan, frame, evidence, foundStops)
      : evidence.kind === 'automatic'
        ? expectedAlone(plan, frame, evidence)
        : (expectedLevels(frame, plan).get(evidence.place) ?? null)
  const uncertaintyStops = uncertaintyOf(evidence)
  const limit = evidence.kind === 'meter' ? 'exact' : evidence.limit
  return {
    place: evidence.place,
    expectedStops,
    expectedUncertaintyStops: unsureOf(plan, frame, evidence),
    foundStops,
    uncertaintyStops,
    limit,
    fits:
      expectedStops === null ||
      heldAgainst(expectedStops, { level: foundStops, limit, uncertaintyStops }).fits
  }
}

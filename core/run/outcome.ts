/** What a frame was expected to show, what it showed, and how sure that is. */
import type { Place, Plan } from '../plan/plan'
import { measuredLevel, uncertaintyOf } from './calibrate'
import { expectedLevels, heldAgainst, setOf } from './expected'
import { litIds, type Evidence, type Frame } from './frame'
import { expectedReading } from './metering'

export interface Outcome {
  readonly place: Place
  /** levels in stops against mid-grey; null: nothing was known of the place */
  readonly expectedStops: number | null
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

/**
 * By the last thing that was said of the frame; expected is what the plan says now without what
 * this frame taught.
 * @returns null for a frame nobody has judged
 */
export function outcomeOf(plan: Plan, frame: Frame): Outcome | null {
  const evidence = frame.evidence.at(-1)
  if (!evidence) return null
  const foundStops = measuredLevel(setOf(frame, plan, evidence.place), evidence)
  const expectedStops =
    evidence.kind === 'meter'
      ? expectedByMeter(plan, frame, evidence, foundStops)
      : (expectedLevels(frame, plan).get(evidence.place) ?? null)
  const uncertaintyStops = uncertaintyOf(evidence)
  const limit = evidence.kind === 'meter' ? 'exact' : evidence.limit
  return {
    place: evidence.place,
    expectedStops,
    foundStops,
    uncertaintyStops,
    limit,
    fits:
      expectedStops === null ||
      heldAgainst(expectedStops, { level: foundStops, limit, uncertaintyStops }).fits
  }
}

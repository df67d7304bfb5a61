/** What a frame was expected to show, what it showed, and how sure that is. */
import type { Place, Plan } from '../plan/plan'
import { measuredLevel, uncertaintyOf } from './calibrate'
import { expectedLevels, heldAgainst } from './expected'
import type { Frame } from './frame'

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

/**
 * By the last thing that was said of the frame; expected is what the plan says now without what
 * this frame taught.
 * @returns null for a frame nobody has judged
 */
export function outcomeOf(plan: Plan, frame: Frame): Outcome | null {
  const evidence = frame.evidence.at(-1)
  if (!evidence) return null
  const expectedStops = expectedLevels(frame, plan).get(evidence.place) ?? null
  const foundStops = measuredLevel(frame.plan, evidence)
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

/** How far a light must stand for its place to come out as wanted, its power kept. */
import { ledgerOf } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Place, Plan } from '../plan/plan'

/** Nearest and farthest advice moves a strobe, mm. */
const NEAREST_MM = 30
const FARTHEST_MM = 5000
/** Steps of the way out or in that look for the goal, as a factor of the distance. */
const STRIDE = 1.12
/** Close enough to the goal, stops. */
const ON_GOAL = 0.005

export interface Standing {
  /** whole mm */
  readonly distanceMm: number
  /** level there minus the goal, stops */
  readonly missStops: number
}

/**
 * Distance at which everything together gives a place the level wanted, found by evaluating the
 * set: near faces do not follow the inverse square. The way leads outward while it is too bright
 * and inward while it is too dim, so the first distance that fits is the one that moves least.
 * @param plan the plan as it stands
 * @param index the light that moves
 * @param goalStops level wanted at the place, stops
 * @param powerStops power it keeps meanwhile, stops below full
 * @returns where nothing within reach fits, the distance that comes nearest
 * Source: bisection on the level at that power, which falls with distance.
 */
export function distanceAtPower(
  plan: Plan,
  index: number,
  place: Place,
  goalStops: number,
  powerStops: number
): Standing {
  const light = plan.lights[index]!
  const missAt = (distanceMm: number): number =>
    ledgerOf(withLight(plan, index, { powerStops, at: { ...light.at, distanceMm } })).totals[
      place
    ]! - goalStops
  const there = (distanceMm: number): Standing => {
    const rounded = Math.max(NEAREST_MM, Math.round(distanceMm))
    return { distanceMm: rounded, missStops: missAt(rounded) }
  }
  const from = light.at.distanceMm
  const start = missAt(from)
  if (Math.abs(start) < ON_GOAL) return { distanceMm: from, missStops: start }
  const outward = start > 0
  const end = outward ? Math.max(from, FARTHEST_MM) : Math.min(from, NEAREST_MM)
  let before = from
  let best = { distanceMm: from, miss: Math.abs(start) }
  while (before !== end) {
    const next = outward ? Math.min(end, before * STRIDE) : Math.max(end, before / STRIDE)
    const miss = missAt(next)
    if (Number.isFinite(miss) && miss > 0 !== outward)
      return there(between(missAt, before, next, outward))
    if (Math.abs(miss) < best.miss) best = { distanceMm: next, miss: Math.abs(miss) }
    before = next
  }
  return there(best.distanceMm)
}

/** The crossing between a distance still off and one past it, mm. */
function between(
  missAt: (distanceMm: number) => number,
  off: number,
  past: number,
  outward: boolean
): number {
  for (let i = 0; i < 24; i++) {
    const middle = Math.sqrt(off * past)
    const miss = missAt(middle)
    if (Math.abs(miss) < ON_GOAL) return middle
    if (miss > 0 === outward) off = middle
    else past = middle
  }
  return past
}

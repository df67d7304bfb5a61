/**
 * Whether a set can be passed over before any setting of it is tried. However bright each source of
 * light is made, the light at one place against that at another stays between the least and the
 * most that any single source gives there (the mediant of fractions): where all of them put more on
 * the background for what they put on the subject than both goals allow, no power, aperture or
 * shutter helps.
 */
import { DUST } from './goals'
import type { PreparedSet } from './preparedSet'
import type { LevelGoal } from './weightedGoals'

/** The least that place j gets for what place i gets, of any source; linear. */
function leastShare({ lights, ambient }: PreparedSet, j: number, i: number): number {
  let least = Infinity
  for (const gives of [ambient, ...lights.map((light) => light.gives)])
    if (gives[i]! > 0) least = Math.min(least, gives[j]! / gives[i]!)
  return least
}

/** How much brighter than the lowest of one goal the highest of another may be, linear. */
const mostShare = (upper: LevelGoal, lower: LevelGoal): number =>
  2 ** (upper.limit + upper.tolerance - (lower.limit - lower.tolerance) + 2 * DUST)

/** @returns true only where some hard goals on levels exclude each other in this set */
export function outOfReach(set: PreparedSet): boolean {
  const hard = set.levels.filter((goal) => goal.weight === null)
  return hard
    .filter((goal) => goal.about)
    .some((lower) =>
      hard.some(
        (upper) =>
          upper !== lower &&
          lower.places.every((i) =>
            upper.places.some((j) => leastShare(set, j, i) > mostShare(upper, lower))
          )
      )
    )
}

/**
 * The search for settings: every set, shutter and amount of light, the powers found by branch and
 * bound. Only what keeps every hard goal is kept, the best of each aperture in each kind of way.
 */
import { shutterOf } from '../plan/shutterInUse'
import { evaluate } from '../ledger/evaluate'
import { blurFor } from '../ledger/freeze'
import type { Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { secondsAt } from '../scales/marks'
import { bestPowers, EXACT_LIGHTS, isFaint } from './bestPowers'
import { settingsByStops, type EqualExposure } from './cameraSettings'
import { groupOf, type WayChange, type WayGroup } from './change'
import { outOfReach } from './outOfReach'
import { prepareSet } from './preparedSet'
import { lightPrice, setPrice, shutterPrice } from './score'
import {
  highSpeedSyncAt,
  isSwing,
  pairsOf,
  searchSpaceOf,
  withSet,
  type SearchSpace
} from './searchSpace'
import { shutterCaseOf } from './shutterCase'
import type { WeightedGoal } from './weightedGoals'

/** Distinct apertures kept of each kind of way. */
const PER_GROUP = 3

/** A change worth keeping; smaller scores are better. */
export interface Kept {
  readonly score: number
  readonly change: WayChange
}

/** The best of each aperture in each group; tells what a newcomer must stay under. */
function keeper(apertures: readonly number[], perGroup: number, together: boolean) {
  const groups = new Map<string, { kept: (Kept | undefined)[]; limits: Float64Array }>()
  const of = (group: WayGroup) => {
    const name = together ? 'all' : group
    const known = groups.get(name) ?? {
      kept: [],
      limits: new Float64Array(apertures.length).fill(Infinity)
    }
    groups.set(name, known)
    return known
  }
  return {
    /** by index of the aperture */
    limits: (group: WayGroup): Float64Array => of(group).limits,
    put: (group: WayGroup, aperture: number, kept: Kept): void => {
      const list = of(group)
      list.kept[aperture] = kept
      const worst =
        list.kept
          .filter((each) => each !== undefined)
          .map((each) => each.score)
          .sort((a, b) => a - b)[perGroup - 1] ?? Infinity
      for (let a = 0; a < apertures.length; a++)
        list.limits[a] = Math.min(worst, list.kept[a]?.score ?? Infinity)
    },
    best: (): Kept[] =>
      [...groups.values()].flatMap(({ kept }) =>
        kept
          .filter((each) => each !== undefined)
          .sort((a, b) => a.score - b.score)
          .slice(0, perGroup)
      )
  }
}

/** The least any settings and powers cost, whatever the set. */
const leastPrice = (plan: Plan, exposures: readonly EqualExposure[]): number =>
  Math.min(Infinity, ...exposures.flatMap(({ prices }) => [...prices])) +
  plan.lights.reduce(
    (sum, light) =>
      light.on
        ? sum +
          Math.min(...dialMarks(light.strobe.dial).map((mark) => lightPrice(light, mark.stops)))
        : sum,
    0
  )

export interface SearchOptions {
  readonly perGroup?: number
  /** one list of all kinds instead of one for each */
  readonly together?: boolean
  /** two changes of the set at once, where that is better than any single one */
  readonly pairs?: boolean
  readonly progress?: (share: number) => void
}

/**
 * The best changes of a plan, best first within each kind of way.
 * @param goals what is asked, and what missing it costs
 * @returns nothing when no change keeps every hard goal
 */
export function search(
  plan: Plan,
  goals: readonly WeightedGoal[],
  options: SearchOptions = {},
  space: SearchSpace = searchSpaceOf(plan)
): Kept[] {
  const { perGroup = PER_GROUP, together = false, pairs: pairsToo = false, progress } = options
  const was = evaluate(plan).ledger
  const exposures = settingsByStops(plan, space, goals)
  const blur = plan.subject.speedMmS > 0 ? blurFor(plan, 1) : 0
  const shutters = [...space.shutters].sort((a, b) => shutterPrice(plan, a) - shutterPrice(plan, b))
  const keep = keeper(space.apertures, perGroup, together)
  /** @param under only what scores less is of interest */
  const lookAt = (set: SearchSpace['sets'][number], under = Infinity): void => {
    const there = set === space.sets[0] ? plan : withSet(plan, set)
    const prepared = prepareSet(plan, was, there, space, goals)
    if (outOfReach(prepared)) return
    const moved = setPrice(plan, there)
    for (const shutterStops of shutters) {
      const highSpeedSync = highSpeedSyncAt(plan, shutterStops)
      const shutterCase = shutterCaseOf(prepared, shutterStops, highSpeedSync, blur)
      const base = moved + shutterPrice(plan, shutterStops)
      // With many lights a shutter that changes nothing but the ambient, where there is none to
      // speak of, is not gone into.
      const idle =
        prepared.lights.length > EXACT_LIGHTS &&
        shutterOf(plan).curtain === 'focal-plane' &&
        shutterStops !== shutters[0] &&
        shutterStops <= plan.camera.syncStops + 1e-6 &&
        shutters[0]! <= plan.camera.syncStops + 1e-6
      const most =
        idle &&
        prepared.ambient.map((each) => each * secondsAt(Math.min(shutterStops, shutters[0]!)))
      const as = (ndStops: number): WayGroup =>
        groupOf(plan, { ...there, settings: { ...there.settings, shutterStops, ndStops } })
      const same = as(plan.settings.ndStops)
      const changed = as(plan.settings.ndStops + 1)
      let limits = Float64Array.of(...keep.limits(same), ...keep.limits(changed))
      for (const { takenStops, settings: list, prices, slots } of exposures) {
        // How cheap the light must be for at least one of these settings to be worth keeping.
        let room = -Infinity
        for (let k = 0; k < prices.length; k++)
          room = Math.max(room, Math.min(under, limits[slots[k]!]!) - prices[k]!)
        const found =
          room > base && !(most && isFaint(shutterCase, most, takenStops))
            ? bestPowers(shutterCase, takenStops, room - base)
            : null
        if (!found) continue
        const powers = plan.lights.map((light) => light.powerStops)
        let n = 0
        plan.lights.forEach((light, i) => {
          if (light.on) powers[i] = prepared.lights[n]!.marks[found.marks[n++]!]!
        })
        for (const { aperture, apertureStops, isoStops, ndStops, price, ndChanged } of list) {
          const group = ndChanged ? changed : same
          const score = found.cost + price + base
          if (score < Math.min(under, keep.limits(group)[aperture]!))
            keep.put(group, aperture, {
              score,
              change: {
                ...set,
                powers,
                settings: { apertureStops, isoStops, ndStops, shutterStops, highSpeedSync }
              }
            })
        }
        limits = Float64Array.of(...keep.limits(same), ...keep.limits(changed))
      }
    }
  }
  const pairs = pairsToo ? pairsOf(plan, space) : []
  const all = space.sets.length + pairs.length
  const swings = space.sets.filter((set) => isSwing(set))
  const least = leastPrice(plan, exposures)
  let looked = 0
  const lookAtAll = (sets: SearchSpace['sets'], under: number): void => {
    for (const set of sets) {
      progress?.(looked++ / all)
      if (under === Infinity || setPrice(plan, withSet(plan, set)) + least < under)
        lookAt(set, under)
    }
  }
  const best = (): number => Math.min(Infinity, ...keep.best().map((each) => each.score))
  lookAtAll(
    space.sets.filter((set) => !isSwing(set)),
    Infinity
  )
  // Another angle is another picture: only for what is better than all that keeps the angles. And
  // two things are changed only for what is better than one alone.
  lookAtAll(swings, best())
  lookAtAll(pairs, best())
  progress?.(1)
  return keep.best()
}

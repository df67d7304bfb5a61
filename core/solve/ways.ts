/**
 * Goals and locks in, complete settings out: the best ways of each kind, or nothing when no way keeps every hard goal.
 * Everything offered has been evaluated again by the whole sum, and stands with its verdicts.
 */
import { evaluate } from '../ledger/evaluate'
import { pixelPitchMm } from '../kit/kit'
import { blurFor, freezeOf } from '../ledger/freeze'
import { flashesPerCharge, recycleSeconds } from '../light/strobe'
import type { Plan } from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { endBlur, neededDepthMm } from '../set/optic'
import { applyChange, groupOf, type WayChange, type WayGroup } from './change'
import { judgeGoals, type GoalResult } from './goals'
import { askedOf, type Asked } from './asked'
import { framesByStops } from './frames'
import { readySet } from './ready'
import { scoreOf, setPrice, shutterPrice } from './score'
import { bestPowers, EXACT_LIGHTS, isFaint } from './search'
import { shotOf } from './shot'
import { pulsedAt, spaceOf, withSet, type Space } from './space'

/** What a way costs, in the units people speak of. */
export interface WayPrice {
  /** blur at the ends of the depth, defocus and diffraction, px */
  readonly edgePx: number
  /** stops of power left in the light that has least */
  readonly reserveStops: number
  readonly recycleS: number
  readonly flashes: number
  /** blur of the moving part by strobe, px; null for a still subject */
  readonly blurPx: number | null
  /** ISO above the lowest, stops */
  readonly noiseStops: number
}
export interface Way {
  readonly group: WayGroup
  readonly change: WayChange
  readonly goals: readonly GoalResult[]
  /** the goal with the least room left */
  readonly binding: GoalResult
  readonly price: WayPrice
  /** smaller is better */
  readonly score: number
}

/** Distinct apertures kept of each kind of way. */
export const PER_GROUP = 3

interface Kept {
  readonly score: number
  readonly change: WayChange
}

/** The best of each aperture in each group; tells what a newcomer must stay under. */
const keeper = (apertures: readonly number[], perGroup: number, together: boolean) => {
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

export interface SearchOptions {
  readonly perGroup?: number
  /** one list of all kinds instead of one for each */
  readonly together?: boolean
  readonly progress?: (share: number) => void
}

/** Every set, shutter and amount of light, the powers found by branch and bound. */
export const search = (
  plan: Plan,
  asked: readonly Asked[],
  options: SearchOptions = {},
  space: Space = spaceOf(plan)
): Kept[] => {
  const { perGroup = PER_GROUP, together = false, progress } = options
  const was = evaluate(plan).ledger
  const frames = framesByStops(plan, space, asked)
  const blur = plan.subject.speedMmS > 0 ? blurFor(plan, 1) : 0
  const shutters = [...space.shutters].sort((a, b) => shutterPrice(plan, a) - shutterPrice(plan, b))
  const keep = keeper(space.apertures, perGroup, together)
  for (const [n, set] of space.sets.entries()) {
    progress?.(n / space.sets.length)
    const there = n === 0 ? plan : withSet(plan, set)
    const ready = readySet(plan, was, there, space, asked)
    const moved = setPrice(plan, there)
    for (const shutterStops of shutters) {
      const pulsing = pulsedAt(plan, shutterStops)
      const shot = shotOf(ready, shutterStops, pulsing, blur)
      const base = moved + shutterPrice(plan, shutterStops)
      // With many lights a shutter that changes nothing but the ambient, where there is none to speak of, is not gone into.
      const idle =
        ready.lamps.length > EXACT_LIGHTS &&
        plan.camera.curtain === 'focal-plane' &&
        shutterStops !== shutters[0] &&
        shutterStops <= plan.camera.syncStops + 1e-6 &&
        shutters[0]! <= plan.camera.syncStops + 1e-6
      const most =
        idle && ready.ambient.map((each) => each * secondsAt(Math.min(shutterStops, shutters[0]!)))
      const as = (ndStops: number): WayGroup =>
        groupOf(plan, { ...there, settings: { ...there.settings, shutterStops, ndStops } })
      const same = as(plan.settings.ndStops)
      const changed = as(plan.settings.ndStops + 1)
      let limits = Float64Array.of(...keep.limits(same), ...keep.limits(changed))
      for (const { takenStops, frames: list, prices, slots } of frames) {
        // How cheap the light must be for at least one of these frames to be worth keeping.
        let room = -Infinity
        for (let k = 0; k < prices.length; k++)
          room = Math.max(room, limits[slots[k]!]! - prices[k]!)
        const found =
          room > base && !(most && isFaint(shot, most, takenStops))
            ? bestPowers(shot, takenStops, room - base)
            : null
        if (!found) continue
        const powers = plan.lights.map((light) => light.powerStops)
        let lamp = 0
        plan.lights.forEach((light, i) => {
          if (light.on) powers[i] = ready.lamps[lamp]!.marks[found.marks[lamp++]!]!
        })
        for (const { aperture, apertureStops, isoStops, ndStops, price, ndChanged } of list) {
          const group = ndChanged ? changed : same
          const score = found.cost + price + base
          if (score < keep.limits(group)[aperture]!)
            keep.put(group, aperture, {
              score,
              change: {
                ...set,
                powers,
                settings: { apertureStops, isoStops, ndStops, shutterStops, pulsedSync: pulsing }
              }
            })
        }
        limits = Float64Array.of(...keep.limits(same), ...keep.limits(changed))
      }
    }
  }
  progress?.(1)
  return keep.best()
}

/** One-sided goals bind before the ones that every way is steered onto. */
const bindingOf = (goals: readonly GoalResult[]): GoalResult => {
  const missed = goals.filter((goal) => !goal.ok)
  if (missed.length)
    return missed.reduce((most, goal) => (goal.missStops > most.missStops ? goal : most))
  const tight = (list: readonly GoalResult[]) =>
    list.reduce((least, goal) => (goal.slackStops < least.slackStops ? goal : least))
  const sided = goals.filter((goal) => goal.kind !== 'about' && goal.id !== 'sync')
  const least = tight(sided.length ? sided : goals)
  return least.slackStops <= 1 ? least : tight(goals)
}

const priceOfWay = (plan: Plan, after: Plan, evaluation: ReturnType<typeof evaluate>): WayPrice => {
  const lit = after.lights.filter((light) => light.on)
  return {
    edgePx: endBlur(after, neededDepthMm(after)).bothMm / pixelPitchMm(after.camera),
    reserveStops: Math.min(14, ...lit.map((light) => 0 - light.powerStops)),
    recycleS: Math.max(
      0,
      ...lit.map((light) => recycleSeconds(light.powerStops, light.strobe.recycleFullS))
    ),
    flashes: Math.min(
      1e9,
      ...lit.map((light) => flashesPerCharge(light.powerStops, light.strobe.flashesFull))
    ),
    blurPx: after.subject.speedMmS > 0 ? freezeOf(after, evaluation.ledger).worst.blurPx : null,
    noiseStops: after.settings.isoStops - plan.camera.lowestIsoStops
  }
}

/** A way with its verdict on every goal, by evaluating the plan it leads to. */
export const wayOf = (plan: Plan, change: WayChange): Way => {
  const after = applyChange(plan, change)
  const evaluation = evaluate(after)
  const goals = judgeGoals(after, evaluation)
  return {
    group: groupOf(plan, after),
    change,
    goals,
    binding: bindingOf(goals),
    price: priceOfWay(plan, after, evaluation),
    score: scoreOf(plan, evaluate(plan).ledger, after, evaluation.ledger, goals)
  }
}

/** @returns the best ways, best first; empty when nothing keeps every hard goal within locks and bounds */
export const findWays = (plan: Plan, progress?: (share: number) => void): Way[] =>
  search(plan, askedOf(plan), progress ? { progress } : {})
    .map(({ change }) => wayOf(plan, change))
    .sort((a, b) => a.score - b.score)

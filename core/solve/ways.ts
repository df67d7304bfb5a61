/**
 * Goals and locks in, complete settings out: the best ways of each kind, or nothing when no way
 * keeps every hard goal. Everything offered has been evaluated again by the whole sum, and stands
 * with its verdicts.
 */
import { pixelPitchMm } from '../kit/kit'
import { evaluate } from '../ledger/evaluate'
import { freezeOf } from '../ledger/freeze'
import { flashesPerCharge, recycleSeconds, UNCOUNTED } from '../light/strobe'
import { endBlur, neededDepthMm } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import { applyChange, groupOf, type WayChange, type WayGroup } from './change'
import { judgeGoals, type GoalResult } from './goals'
import { scoreOf } from './score'
import { search } from './search'
import { weightedGoalsOf } from './weightedGoals'

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

/** One-sided goals bind before the ones that every way is steered onto. */
function bindingOf(goals: readonly GoalResult[]): GoalResult {
  const missed = goals.filter((goal) => !goal.ok)
  if (missed.length)
    return missed.reduce((most, goal) => (goal.missStops > most.missStops ? goal : most))
  const tight = (list: readonly GoalResult[]) =>
    list.reduce((least, goal) => (goal.slackStops < least.slackStops ? goal : least))
  const sided = goals.filter((goal) => goal.kind !== 'about' && goal.id !== 'sync')
  const least = tight(sided.length ? sided : goals)
  return least.slackStops <= 1 ? least : tight(goals)
}

function priceOfWay(plan: Plan, after: Plan, evaluation: ReturnType<typeof evaluate>): WayPrice {
  const lit = after.lights.filter((light) => light.on)
  return {
    edgePx: endBlur(after, neededDepthMm(after)).bothMm / pixelPitchMm(after.camera),
    reserveStops: Math.min(14, ...lit.map((light) => 0 - light.powerStops)),
    recycleS: Math.max(0, ...lit.map((light) => recycleSeconds(light.powerStops, light.strobe))),
    flashes: Math.min(
      UNCOUNTED,
      ...lit.map((light) => flashesPerCharge(light.powerStops, light.strobe))
    ),
    blurPx: after.subject.speedMmS > 0 ? freezeOf(after, evaluation.ledger).worst.blurPx : null,
    noiseStops: after.settings.isoStops - plan.camera.lowestIsoStops
  }
}

/** A way with its verdict on every goal, by evaluating the plan it leads to. */
function wayOf(plan: Plan, change: WayChange): Way {
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

/**
 * @returns the best ways, best first; empty when nothing keeps every hard goal within locks and
 * bounds
 */
export const findWays = (plan: Plan, progress?: (share: number) => void): Way[] =>
  search(plan, weightedGoalsOf(plan), { pairs: true, ...(progress && { progress }) })
    .map(({ change }) => wayOf(plan, change))
    .sort((a, b) => a.score - b.score)

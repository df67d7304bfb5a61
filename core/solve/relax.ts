/**
 * When nothing fits: the smallest changes that would make it fit, each found by searching again,
 * not guessed. A goal may yield (by how much at the least, all others kept), a lock may be opened,
 * or something outside the search space may be moved: the ambient shaded, the background set back,
 * a light moved nearer or farther.
 */
import { evaluate } from '../ledger/evaluate'
import { canShade } from '../plan/ambient'
import type { LightId, Plan } from '../plan/plan'
import { weightedGoalsOf } from './weightedGoals'
import { applyChange, type WayChange } from './change'
import { judgeGoals, type GoalResult } from './goals'
import { isControlPath } from '../plan/controls'
import { withLight } from '../plan/edit'
import { EXACT_LIGHTS } from './bestPowers'
import { search } from './search'
import { comesIntoFrame } from '../set/inFrame'

export type Relaxation =
  /** the goal yields: what it would come to */
  | { readonly kind: 'goal'; readonly goal: GoalResult; readonly change: WayChange }
  /** a figure let go of */
  | { readonly kind: 'unlock'; readonly path: string; readonly after: Plan }
  /** stops of ambient more, taken away */
  | { readonly kind: 'shade'; readonly from: number; readonly to: number; readonly after: Plan }
  /** mm */
  | {
      readonly kind: 'background'
      readonly from: number
      readonly to: number
      readonly after: Plan
    }
  | {
      readonly kind: 'distance'
      readonly light: LightId
      readonly from: number
      readonly to: number
      readonly after: Plan
    }

/** Outweighs every wish, so that the yielding goal yields as little as it can. */
const FIRST = 1e6

/** The plan with the first way that fits; null when none does. */
function fitted(plan: Plan): Plan | null {
  const found = search(plan, weightedGoalsOf(plan), { perGroup: 1, together: true })[0]
  return found ? applyChange(plan, found.change) : null
}

/**
 * The present set only: the question is whether that set can be lit, not what else could be moved.
 */
const still = (plan: Plan): Plan => ({
  ...plan,
  bag: { ...plan.bag, shadeStops: 0, modifiers: [] },
  lights: plan.lights.map((light) => (light.reach === null ? light : { ...light, reach: null }))
})

/**
 * Smallest change of one figure with which the plan fits.
 * @param amounts rising amounts to try; the first that fits is narrowed down
 * @param exact how fine
 */
function smallest(
  make: (amount: number) => Plan,
  amounts: readonly number[],
  exact: (low: number, high: number) => boolean,
  tidy: (amount: number) => number
): { readonly amount: number; readonly after: Plan } | null {
  let low = 0
  for (const amount of amounts) {
    const there = fitted(make(amount))
    if (!there) {
      low = amount
      continue
    }
    let high = amount
    let best = there
    while (!exact(low, high)) {
      const middle = (low + high) / 2
      const nearer = fitted(make(middle))
      if (nearer) {
        high = middle
        best = nearer
      } else low = middle
    }
    const round = tidy(high)
    const rounded = round === high ? best : fitted(make(round))
    return rounded ? { amount: round, after: rounded } : { amount: high, after: best }
  }
  return null
}

function yielding(whole: Plan): Relaxation[] {
  // With many lights each search takes seconds: then only the present set is searched.
  const plan = whole.lights.filter((light) => light.on).length > EXACT_LIGHTS ? still(whole) : whole
  return weightedGoalsOf(plan).flatMap(({ goal }): Relaxation[] => {
    if (!goal.hard || goal.id === 'sync') return []
    const goals = weightedGoalsOf(plan).map((each) =>
      each.goal.id === goal.id ? { ...each, weight: FIRST } : each
    )
    const found = search(plan, goals, { perGroup: 1, together: true })[0]
    if (!found) return []
    const after = applyChange(plan, found.change)
    return [
      {
        kind: 'goal',
        goal: judgeGoals(after, evaluate(after)).find((each) => each.id === goal.id)!,
        change: found.change
      }
    ]
  })
}

const unlocking = (plan: Plan): Relaxation[] =>
  plan.locks.flatMap((path): Relaxation[] => {
    if (!isControlPath(plan, path)) return []
    const after = fitted({ ...plan, locks: plan.locks.filter((each) => each !== path) })
    return after ? [{ kind: 'unlock', path, after }] : []
  })

function shading(plan: Plan): Relaxation[] {
  if (!canShade(plan)) return []
  const from = plan.ambient.shadeStops
  const found = smallest(
    (more) =>
      still({ ...plan, ambient: { ...plan.ambient, shadeStops: Math.min(10, from + more) } }),
    [1, 2, 4, 7, 10].filter((each) => from + each <= 10),
    (low, high) => high - low < 0.06,
    (more) => Math.ceil(more * 10 - 0.01) / 10
  )
  return found ? [{ kind: 'shade', from, to: from + found.amount, after: found.after }] : []
}

/** Bounds and bag of the plan, what else was found of the other. */
const backIn = (plan: Plan, after: Plan): Plan => ({
  ...after,
  bag: plan.bag,
  lights: after.lights.map((light, i) =>
    light.reach === plan.lights[i]!.reach ? light : { ...light, reach: plan.lights[i]!.reach }
  )
})

function backgroundBack(plan: Plan): Relaxation[] {
  const from = plan.background.distanceMm
  const found = smallest(
    (more) =>
      still({
        ...plan,
        background: { ...plan.background, distanceMm: Math.min(1e6, from + more) }
      }),
    [0.3, 1, 3, 9].map((share) => from * share),
    (low, high) => high - low < Math.max(10, high * 0.03),
    (more) => Math.ceil(more / 10) * 10
  )
  return found ? [{ kind: 'background', from, to: from + found.amount, after: found.after }] : []
}

const NEAREST_MM = 30
const FARTHEST_MM = 5000
const moving = (plan: Plan): Relaxation[] =>
  plan.lights.flatMap((light, index): Relaxation[] => {
    if (!light.on || light.mount === 'lens') return []
    const from = light.at.distanceMm
    return [-1, 1].flatMap((sign): Relaxation[] => {
      const at = (stops: number): number =>
        Math.min(FARTHEST_MM, Math.max(NEAREST_MM, Math.round(from * 2 ** ((sign * stops) / 2))))
      const found = smallest(
        (stops) => still(withLight(plan, index, { at: { ...light.at, distanceMm: at(stops) } })),
        [1, 2, 3.5, 5],
        (low, high) => Math.abs(at(high) - at(low)) <= 1 || high - low < 0.04,
        (stops) => stops
      )
      return found && !comesIntoFrame(plan, found.after, index)
        ? [{ kind: 'distance', light: light.id, from, to: at(found.amount), after: found.after }]
        : []
    })
  })

/**
 * @returns relaxations in the order people would look at them: goals by how little they yield, then
 * what could be moved
 */
export function relaxations(plan: Plan, progress?: (share: number) => void): Relaxation[] {
  const found: Relaxation[] = []
  const steps = [yielding, unlocking, shading, backgroundBack, moving]
  steps.forEach((step, n) => {
    progress?.(n / steps.length)
    found.push(
      ...step(plan).map((each) =>
        'after' in each ? { ...each, after: backIn(plan, each.after) } : each
      )
    )
  })
  progress?.(1)
  const goals = found
    .filter((each) => each.kind === 'goal')
    .sort((a, b) => a.goal.missStops - b.goal.missStops)
  return [...goals, ...found.filter((each) => each.kind !== 'goal')]
}

/** Where a relaxation leads. A goal that yields is a wish from then on. */
export function takeRelaxation(plan: Plan, relaxation: Relaxation): Plan {
  if (relaxation.kind !== 'goal') return relaxation.after
  const after = applyChange(plan, relaxation.change)
  return {
    ...after,
    goals: { ...after.goals, wished: [...after.goals.wished, relaxation.goal.id] }
  }
}

export interface Nearest {
  readonly change: WayChange
  readonly goals: readonly GoalResult[]
}
/** When no single goal, lock or move is enough: the way that misses least of all together. */
export function nearestWay(plan: Plan): Nearest | null {
  const found = search(
    plan,
    weightedGoalsOf(plan).map((each) =>
      each.goal.id === 'sync' ? each : { ...each, weight: each.weight ?? 1000 }
    ),
    { perGroup: 1, together: true }
  )[0]
  if (!found) return null
  const after = applyChange(plan, found.change)
  return { change: found.change, goals: judgeGoals(after, evaluate(after)) }
}

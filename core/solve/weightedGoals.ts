/** Goals as the search weighs them: what each asks, as plain numbers, and what missing it costs. */
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { beyond, DUST, goalsOf, highlightPlaces, type Goal } from './goals'
import { WEIGHT } from './score'

/** A goal with what a stop of missing it costs; null: it may not be missed. */
export interface WeightedGoal {
  readonly goal: Goal
  readonly weight: number | null
}

export interface LevelGoal {
  readonly places: readonly number[]
  readonly about: boolean
  readonly limit: number
  readonly tolerance: number
  readonly weight: number | null
}

export const weightedGoalsOf = (plan: Plan): WeightedGoal[] =>
  goalsOf(plan).map((goal) => ({ goal, weight: goal.hard ? null : WEIGHT.wish }))

/** Places whose brightest a level goal asks about; none for other goals. */
export function placesOfGoal(goal: Goal, plan: Pick<Plan, 'places'>): readonly string[] {
  if (goal.id === 'background') return BACKGROUND_PLACES
  if (goal.id === 'highlight') return highlightPlaces(plan)
  return goal.place === null ? [] : [goal.place]
}

/** @param places those the search adds up at, by index */
export const levelGoal = (
  { goal, weight }: WeightedGoal,
  places: readonly string[],
  plan: Pick<Plan, 'places'>
): LevelGoal => ({
  places: placesOfGoal(goal, plan)
    .map((place) => places.indexOf(place))
    .filter((j) => j >= 0),
  about: goal.kind === 'about',
  limit: goal.limit,
  tolerance: goal.toleranceStops,
  weight
})

/** What a value in the goal's unit costs; 0 inside, Infinity outside a hard one. */
export function missCost(weighted: WeightedGoal | undefined, value: number): number {
  if (!weighted) return 0
  const miss = beyond(weighted.goal, value) - weighted.goal.toleranceStops
  return miss <= DUST ? 0 : weighted.weight === null ? Infinity : weighted.weight * miss
}

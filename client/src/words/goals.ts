/** Goals of places in words, and how they stand. */
import type { Evaluation } from '@core/ledger/evaluate'
import type { VerdictState } from '@core/ledger/verdict'
import { DARK_SUBJECT, type Place, type Plan } from '@core/plan/plan'
import type { BackgroundSpan } from '@core/advise/backgroundSpan'
import { nameOf } from '@core/scales/marks'
import { stops } from './format'

const isBackground = (place: Place): boolean => place.startsWith('background')

/** "≤ −7.0"; "−2.0 to −1.0" where surroundings are wanted */
export const backgroundWords = ({ goals }: Plan): string =>
  goals.backgroundLeastStops === null
    ? `≤ ${stops(goals.backgroundStops)}`
    : `${stops(goals.backgroundLeastStops)} to ${stops(goals.backgroundStops)}`

/** Which shutter speeds keep the background within its goal. */
export function backgroundSpanWords(plan: Plan, span: BackgroundSpan | null): string {
  const goal = backgroundWords(plan)
  if (!span) return `No shutter speed keeps the background at ${goal} with these settings.`
  const [slow, fast] = [span.slowestStops, span.fastestStops].map((at) => nameOf('shutter', at))
  const speeds =
    slow === fast
      ? `At ${slow}`
      : span.openFast
        ? `From ${slow} to ${fast}, the fastest that lights the whole frame,`
        : `From ${slow} to ${fast}`
  return `${speeds} the background stays at ${goal}.`
}

/** "0.0 ± 0.3", "≤ −7.0", "no goal" */
export function goalWords(plan: Plan, place: Place): string {
  const { subjectStops, toleranceStops } = plan.goals
  if (place === 'subject')
    return subjectStops <= DARK_SUBJECT
      ? `≤ ${stops(subjectStops + toleranceStops)}`
      : `${stops(subjectStops)} ± ${toleranceStops.toFixed(1)}`
  if (isBackground(place)) return backgroundWords(plan)
  const goal = plan.goals.places.find((each) => each.place === place)
  return !goal
    ? 'no goal'
    : goal.kind === 'at-most'
      ? `≤ ${stops(goal.stops)}`
      : `${stops(goal.stops)} ± ${goal.toleranceStops.toFixed(1)}`
}

/** null where no goal is set */
export function goalState(evaluation: Evaluation, plan: Plan, place: Place): VerdictState | null {
  const level = evaluation.ledger.totals[place]!
  if (place === 'subject') return evaluation.verdicts.find((each) => each.id === 'subject')!.state
  const bounded = (over: number): VerdictState =>
    evaluation.ledger.ambient[place]!.state === 'unknown' && over <= 0
      ? 'unknown'
      : over <= 1e-9
        ? 'ok'
        : over <= 0.5
          ? 'near'
          : 'miss'
  if (isBackground(place)) {
    const least = plan.goals.backgroundLeastStops
    const over = level - plan.goals.backgroundStops
    return bounded(least === null || over > 0 ? over : Math.max(over, least - level))
  }
  const goal = plan.goals.places.find((each) => each.place === place)
  if (!goal) return null
  if (goal.kind === 'at-most')
    return level <= goal.stops + 1e-9 ? 'ok' : level <= goal.stops + 0.5 ? 'near' : 'miss'
  const miss = Math.abs(level - goal.stops)
  return miss <= goal.toleranceStops + 1e-9 ? 'ok' : miss <= 1 ? 'near' : 'miss'
}

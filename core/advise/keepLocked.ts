/** What is locked stays when a plan is put up anew. */
import { ownerOf, valueIn, withValueIn } from '../plan/path'
import type { Plan } from '../plan/plan'

/** Lights, cards … with a lock on any figure of theirs stay whole, in place of those of their name. */
function keepWhole<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  isLocked: (id: string) => boolean
): T[] {
  const kept = before.filter(({ id }) => isLocked(id))
  const there = after.map((each) => kept.find(({ id }) => id === each.id) ?? each)
  return [...there, ...kept.filter(({ id }) => !after.some((each) => each.id === id))]
}

/** The ends of what a background may have hold each other. */
const SPAN: readonly string[] = ['goals.backgroundLeastStops', 'goals.backgroundStops']

/** Whether any figure of a light or card is locked. */
export const anyLockOn = (plan: Pick<Plan, 'locks'>, kind: 'light' | 'card', id: string): boolean =>
  plan.locks.some((path) => {
    const owner = ownerOf(path)
    return owner?.kind === kind && owner.id === id
  })

/**
 * A plan put up anew with what was locked in it before as it was.
 * @returns locks of lights and cards keep all of that thing, others their own figure
 */
export function keepLocked(before: Plan, after: Plan): Plan {
  const whole: Plan = {
    ...after,
    lights: keepWhole(before.lights, after.lights, (id) => anyLockOn(before, 'light', id)),
    cards: keepWhole(before.cards, after.cards, (id) => anyLockOn(before, 'card', id))
  }
  return before.locks
    .flatMap((path) => (SPAN.includes(path) ? SPAN : [path]))
    .filter((path) => ownerOf(path) === null)
    .reduce((plan, path) => {
      const was = valueIn(before, path)
      return was === undefined ? plan : withValueIn(plan, path, was)
    }, whole)
}

/** The checklist of a shoot as it stands: what was ticked, skipped, moved and added. */
import { checklistOf, type CheckItem } from './checklist'
import type { Plan } from '../plan/plan'
import type { CheckTick, RunNotes } from '../run/tick'

export interface ListedItem extends CheckItem {
  readonly state: 'done' | 'skipped' | 'open'
  /** the latest that was said of it; null: nothing */
  readonly tick: CheckTick | null
  /** added in this shoot, and may be taken out again */
  readonly added: boolean
}

type Notes = Pick<RunNotes, 'checks' | 'checkOrder' | 'ownChecks'>

/** Those named in the user's order; a step it does not name stays behind the one it follows. */
function inOrder(items: readonly ListedItem[], wanted: readonly string[]): ListedItem[] {
  const byKey = new Map(items.map((each) => [each.key, each]))
  const list = [...new Set(wanted)].flatMap((key) => byKey.get(key) ?? [])
  items.forEach((each, i) => {
    if (list.includes(each)) return
    list.splice(i === 0 ? 0 : list.indexOf(items[i - 1]!) + 1, 0, each)
  })
  return list
}

/** All steps before the shoot, then those after it. */
export function listedOf(plan: Plan, { checks, checkOrder, ownChecks }: Notes): ListedItem[] {
  const own = ownChecks.map(({ item: key, when, text }): CheckItem => ({
    key,
    topic: 'own',
    when,
    important: false,
    light: null,
    about: text,
    figures: {},
    servicedOn: null,
    seal: '',
    picture: null
  }))
  const listed = (item: CheckItem, added: boolean): ListedItem => {
    const tick = checks.get(item.key) ?? null
    return { ...item, state: tick?.mark ?? 'open', tick, added }
  }
  const made = checklistOf(plan).map((item) => listed(item, false))
  const all = inOrder([...made, ...own.map((item) => listed(item, true))], checkOrder)
  return [
    ...all.filter(({ when }) => when === 'before'),
    ...all.filter(({ when }) => when === 'after')
  ]
}

/** Important steps before the shoot that nothing was said of. */
export const importantOpen = (items: readonly ListedItem[]): ListedItem[] =>
  items.filter(({ when, important, state }) => when === 'before' && important && state === 'open')

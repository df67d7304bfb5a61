/**
 * The plan being worked on: one immutable document, changed by small steps that undo, evaluated
 * anew after each. Saving is its own concern, see saving.ts.
 */
import { produce } from 'immer'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { evaluate } from '@core/ledger/evaluate'
import { faultsOf, type Fault } from '@core/plan/open'
import { isLocked as isLockedIn, withValueAt, type PlanPath } from '@core/plan/path'
import { planSchema, type Plan } from '@core/plan/plan'
import { usePlainMessages } from '@core/api/messages'
import { setLight } from './light'
import { useNotices } from './notices'

usePlainMessages()

/** What else a step changed, outside the plan: it goes and comes back with the step. */
export interface Along {
  readonly undo: () => void
  readonly redo: () => void
}

interface Step {
  readonly plan: Plan
  readonly label: string
  readonly along?: Along | undefined
}

/** Quick steps at one figure (held arrow key) are one undo. */
const MERGE_MS = 900
const MOST_STEPS = 300

type Recipe = (draft: Plan) => void

/** Looks at a change before it is made; false holds it up, and it is for the guard to go on. */
export type Guard = (before: Plan, next: Plan, goOn: () => void) => boolean

/**
 * What the schema refuses of a change. Parts that stayed the same objects have been checked before.
 */
function faultsIn(before: Plan, next: Plan): readonly Fault[] {
  const sameIds = (['lights', 'cards', 'places', 'props'] as const).every(
    (list) =>
      before[list].length === next[list].length &&
      before[list].every((each, i) => each.id === next[list][i]!.id)
  )
  if (!sameIds) {
    const checked = planSchema.safeParse(next)
    return checked.success ? [] : faultsOf(checked.error)
  }
  return (Object.keys(planSchema.shape) as (keyof Plan)[]).flatMap((key) => {
    if (before[key] === next[key]) return []
    const checked = planSchema.shape[key].safeParse(next[key])
    return checked.success
      ? []
      : faultsOf(checked.error).map((fault) => ({
          ...fault,
          path: fault.path ? `${key}.${fault.path}` : key
        }))
  })
}

const faultWords = ({ path, message }: Fault): string => (path ? `${path}: ${message}` : message)

export const usePlan = defineStore('plan', () => {
  const notices = useNotices()
  const plan = shallowRef<Plan | null>(null)
  const past = shallowRef<readonly Step[]>([])
  const future = shallowRef<readonly Step[]>([])
  let lastMerge = { key: '', at: 0 }

  const light = setLight(() => plan.value)
  /** Puts another plan in hand. */
  const put = (next: Plan): void => {
    light.ahead(next)
    plan.value = next
  }

  const evaluation = computed(() => (plan.value ? evaluate(plan.value) : null))

  const open = (opened: Plan): void => {
    plan.value = opened
    light.opened(opened)
    past.value = []
    future.value = []
    lastMerge = { key: '', at: 0 }
  }

  /**
   * Replaces the plan as one undoable step.
   * @param mergeKey quick changes with the same key are one step
   * @param along what goes with the step when it is undone
   * @returns what is wrong, or an empty list when it was taken; it is also said, for those who
   *   have no field to show it at
   */
  const replace = (next: Plan, label: string, mergeKey = '', along?: Along): readonly Fault[] => {
    const faults = take(next, label, mergeKey, along)
    if (faults[0]) notices.say(`Not done: ${faultWords(faults[0])}`)
    return faults
  }

  const guard = shallowRef<Guard | null>(null)

  const take = (
    next: Plan,
    label: string,
    mergeKey: string,
    along?: Along,
    asked = true
  ): readonly Fault[] => {
    const before = plan.value
    if (!before) return []
    const faults = faultsIn(before, next)
    if (faults.length > 0) return faults
    const goOn = (): void => {
      if (plan.value === before) take(next, label, mergeKey, along, false)
    }
    if (asked && guard.value?.(before, next, goOn) === false) return []
    const now = performance.now()
    // A drag is one step however long it takes.
    const merge =
      mergeKey !== '' &&
      mergeKey === lastMerge.key &&
      (mergeKey.startsWith('drag:') || now - lastMerge.at < MERGE_MS)
    if (!merge) past.value = [...past.value.slice(-MOST_STEPS + 1), { plan: before, label, along }]
    lastMerge = { key: mergeKey, at: now }
    future.value = []
    // The checked plan is the one given, not a copy: parts that did not change stay the same
    // objects, so what shows them rests.
    put(next)
    return []
  }

  /** A plan that comes from elsewhere: another screen, or what was kept here. Nobody is asked. */
  const takeOver = (next: Plan, label: string): void => void take(next, label, '', undefined, false)

  const update = (label: string, recipe: Recipe, mergeKey = ''): readonly Fault[] => {
    if (!plan.value) return []
    return replace(
      produce(plan.value, (draft: Plan) => void recipe(draft)),
      label,
      mergeKey
    )
  }

  /** Another value at a path; what is wrong with it is for its field to say. */
  const set = (path: PlanPath, value: unknown, label: string): readonly Fault[] =>
    plan.value ? take(withValueAt(plan.value, path, value), label, path) : []

  const move = (from: typeof past, to: typeof past, which: keyof Along): void => {
    const step = from.value.at(-1)
    if (!step || !plan.value) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, { ...step, plan: plan.value }]
    put(step.plan)
    lastMerge = { key: '', at: 0 }
    step.along?.[which]()
  }

  const isLocked = (path: PlanPath): boolean => plan.value !== null && isLockedIn(plan.value, path)
  const toggleLock = (path: PlanPath): void => {
    update(isLocked(path) ? 'unlock' : 'lock', (draft) => {
      draft.locks = draft.locks.includes(path)
        ? draft.locks.filter((each) => each !== path)
        : [...draft.locks, path]
    })
  }

  return {
    plan,
    evaluation,
    /** bounced light is awaited, for longer than a moment */
    lightLate: light.late,
    past,
    future,
    /** asked before every change but undo and redo */
    guard,
    open,
    replace,
    takeOver,
    update,
    set,
    isLocked,
    toggleLock,
    undo: () => move(past, future, 'undo'),
    redo: () => move(future, past, 'redo')
  }
})

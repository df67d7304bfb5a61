/** What the user does with the steps of a run: tick, skip, repeat, put in another order. */
import { stillAsRead } from '@core/plan/age'
import type { LightId } from '@core/plan/plan'
import type { RunStep } from '@core/run/steps'
import type { StepKey } from '@core/run/tick'
import { useFrames } from '@/stores/frames'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { useTicks } from '@/stores/ticks'
import { stepName } from '@/words/steps'

/** Steps no frame can show to be done. */
const BY_HAND: readonly StepKey[] = ['prepare', 'test-flash']

/** @param steps as they stand, in order */
export function useSteps(steps: () => readonly RunStep[]) {
  const store = usePlan()
  const frames = useFrames()
  const ticks = useTicks()
  const notices = useNotices()

  const nameOf = (key: StepKey): string => stepName(store.plan!, key)
  /** Says again what was said of a step before. */
  const back = ({ key, tick, state }: RunStep): void =>
    tick
      ? ticks.sayOf(key, tick.mark, tick)
      : ticks.sayOf(key, state === 'done' && BY_HAND.includes(key) ? 'done' : 'again')

  const done = ({ key }: RunStep): void => ticks.sayOf(key, 'done')
  const skip = (step: RunStep, why = ''): void => {
    // Not to look again is to say that nothing has changed.
    if (step.key === 'recheck') {
      store.replace(stillAsRead(store.plan!, new Date().toISOString()), 'ambient still the same')
      return
    }
    ticks.sayOf(step.key, 'skipped', { why })
    if (why === '') notices.say(`${nameOf(step.key)} skipped`, () => back(step))
  }
  /** Opens a step once more; one that was skipped is taken up as it stood. */
  const again = (step: RunStep): void => {
    const after = step.state === 'skipped' ? null : (frames.frames.at(-1)?.id ?? null)
    ticks.sayOf(step.key, 'again', { after })
    notices.say(
      step.state === 'skipped'
        ? `${nameOf(step.key)} taken up again`
        : `${nameOf(step.key)} once more`,
      () => back(step)
    )
  }
  const keys = (): StepKey[] =>
    steps()
      .map(({ key }) => key)
      .filter((key) => key !== 'recheck')
  const put = (order: readonly StepKey[], words: string): void => {
    const before = keys()
    ticks.say({ kind: 'order', steps: [...order] })
    notices.say(words, () => ticks.say({ kind: 'order', steps: before }))
  }
  /** @param by −1 earlier, 1 later */
  const move = (key: StepKey, by: -1 | 1): void => {
    const order = keys()
    const at = order.indexOf(key)
    const to = at + by
    if (at < 0 || to < 0 || to >= order.length) return
    order.splice(at, 1)
    order.splice(to, 0, key)
    put(order, `${nameOf(key)} is step ${to + 1} now`)
  }
  /** Puts a step before the one that is due. */
  const next = (key: StepKey, due: StepKey | null): void => {
    const order = keys().filter((each) => each !== key)
    const at = due === null ? -1 : order.indexOf(due)
    order.splice(at < 0 ? 0 : at, 0, key)
    put(order, `${nameOf(key)} comes next`)
  }
  /** Whether a light's modifiers go on one at a time. */
  const inParts = (light: LightId): boolean => ticks.notes.parts.has(light)
  const setParts = (light: LightId, on: boolean): void => ticks.say({ kind: 'parts', light, on })

  return { done, skip, again, move, next, inParts, setParts, nameOf }
}

/**
 * A question about the plan put to a worker a moment after the last change; the newest answer wins.
 */
import * as Comlink from 'comlink'
import { useDebounceFn } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import type { Plan } from '@core/plan/plan'
import type { PlanChange } from './planChange'
import { Cancelled, type WorkerHost } from './workerHost'

export type QueryState = 'looking' | 'done' | 'cancelled' | 'failed'

export interface WorkerQuery<A> {
  readonly answer: ShallowRef<A>
  /** the very plan the answer is about */
  readonly about: ShallowRef<Plan | null>
  readonly state: Ref<QueryState>
  /** how much of the work is done, 0–1 */
  readonly share: Ref<number>
  /** when the present question was put, ms since 1970 */
  readonly since: Ref<number>
  readonly failure: Ref<string>
  /** asks at once */
  readonly look: () => Promise<void>
  readonly cancel: () => void
}

interface Question<Api, A> {
  readonly host: WorkerHost<Api>
  readonly plan: () => Plan | null
  /** what else the answer depends on */
  readonly besides?: () => unknown
  /** whether there is anything to ask; the answer is `nothing` when there is not */
  readonly when?: () => boolean
  readonly ask: (
    api: Comlink.Remote<Api>,
    change: PlanChange,
    plan: Plan,
    progress: (share: number) => void
  ) => Promise<A>
  readonly nothing: A
  readonly delayMs: number
  /** the worker is this page's own: a newer question, or leaving, ends what it is at */
  readonly endsOlder?: boolean
}

export function useWorkerQuery<Api, A>(question: Question<Api, A>): WorkerQuery<A> {
  const { host, nothing, delayMs, endsOlder = false } = question
  const answer = shallowRef(nothing) as ShallowRef<A>
  const about = shallowRef<Plan | null>(null)
  const state = ref<QueryState>('looking')
  const share = ref(0)
  const since = ref(0)
  const failure = ref('')
  let asked = 0
  let busy = false
  let left = false

  const endOlder = (): void => {
    if (endsOlder && busy) host.cancel()
  }
  const begin = (): void => {
    state.value = 'looking'
    since.value = Date.now()
    share.value = 0
  }
  const settle = (plan: Plan | null, found: A): void => {
    answer.value = found
    about.value = plan
    failure.value = ''
    state.value = 'done'
  }
  const look = async (): Promise<void> => {
    if (left) return
    endOlder()
    const mine = ++asked
    const plan = question.plan()
    begin()
    failure.value = ''
    if (!plan || question.when?.() === false) return settle(plan, nothing)
    busy = true
    try {
      const found = await host.ask((api, changeTo) =>
        question.ask(
          api,
          changeTo(plan),
          plan,
          Comlink.proxy((done: number) => {
            if (mine === asked) share.value = done
          })
        )
      )
      if (mine === asked) settle(plan, found)
    } catch (error) {
      if (mine !== asked || error instanceof Cancelled) return
      failure.value = (error as Error).message
      state.value = 'failed'
    } finally {
      if (mine === asked) busy = false
    }
  }
  const soon = useDebounceFn(() => void look(), delayMs)
  watch(
    () => [question.plan(), question.besides?.()],
    () => {
      asked++
      endOlder()
      busy = false
      begin()
      void soon()
    },
    { immediate: true }
  )
  const cancel = (): void => {
    asked++
    busy = false
    host.cancel()
    state.value = 'cancelled'
  }
  onBeforeUnmount(() => {
    left = true
    asked++
    // A worker of this page's own would stay for ever; a shared one serves the next page.
    if (endsOlder) host.cancel()
  })
  return { answer, about, state, share, since, failure, look, cancel }
}

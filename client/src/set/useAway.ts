/** A question about the plan put to the set's worker a moment after the last change; the newest answer wins. */
import * as Comlink from 'comlink'
import { useDebounceFn } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef, watch, type ShallowRef } from 'vue'
import type { SetWorker } from '@/workers/set.worker'

let shared: Comlink.Remote<SetWorker> | null = null
const worker = (): Comlink.Remote<SetWorker> =>
  (shared ??= Comlink.wrap<SetWorker>(
    new Worker(new URL('../workers/set.worker.ts', import.meta.url), { type: 'module' })
  ))

/** Plans hold no classes: a plain copy crosses to the worker. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * @param sources what the answer depends on
 * @param ask null when there is nothing to ask
 */
export const useAway = <T>(
  sources: () => unknown,
  ask: (api: Comlink.Remote<SetWorker>) => Promise<T> | null,
  nothing: T
): {
  answer: ShallowRef<T>
  busy: ReturnType<typeof ref<boolean>>
  failure: ReturnType<typeof ref<string>>
} => {
  const answer = shallowRef(nothing) as ShallowRef<T>
  const busy = ref(true)
  const failure = ref('')
  let asked = 0
  const put = useDebounceFn(async () => {
    const mine = ++asked
    try {
      const found = (await ask(worker())) ?? nothing
      if (mine !== asked) return
      answer.value = found
      failure.value = ''
    } catch (error) {
      failure.value = (error as Error).message
    }
    if (mine === asked) busy.value = false
  }, 120)
  watch(
    sources,
    () => {
      busy.value = true
      void put()
    },
    { immediate: true }
  )
  onBeforeUnmount(() => {
    asked = -1
  })
  return { answer, busy, failure }
}

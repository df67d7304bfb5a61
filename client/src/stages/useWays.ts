/** Asks for ways a moment after the last change. A newer question, leaving, or Cancel ends a worker at work; an idle one is asked again. */
import * as Comlink from 'comlink'
import { useDebounceFn } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Plan } from '@core/plan/plan'
import { plain } from '@/set/useAway'
import type { Answer, WaysWorker } from '@/workers/ways.worker'

export const useWays = (plan: () => Plan) => {
  const answer = shallowRef<Answer | null>(null)
  /** the very plan the answer is about */
  const asked = shallowRef<Plan | null>(null)
  const state = ref<'looking' | 'done' | 'cancelled' | 'failed'>('looking')
  const share = ref(0)
  const since = ref(0)
  const failure = ref('')
  let worker: Worker | null = null
  let busy = false

  const stop = (): void => {
    worker?.terminate()
    worker = null
    busy = false
  }
  const look = async (): Promise<void> => {
    if (busy) stop()
    const mine = (worker ??= new Worker(new URL('../workers/ways.worker.ts', import.meta.url), {
      type: 'module'
    }))
    busy = true
    const subject = plan()
    state.value = 'looking'
    share.value = 0
    since.value = Date.now()
    failure.value = ''
    try {
      const api = Comlink.wrap<WaysWorker>(mine)
      const found = await new Promise<Answer>((resolve, reject) => {
        mine.onerror = (event) => reject(new Error(event.message || 'the search broke off'))
        api
          .ask(
            plain(subject),
            Comlink.proxy((done: number) => {
              if (mine === worker) share.value = done
            })
          )
          .then(resolve, reject)
      })
      if (mine !== worker) return
      busy = false
      answer.value = found
      asked.value = subject
      state.value = 'done'
    } catch (error) {
      if (mine !== worker) return
      failure.value = (error as Error).message
      state.value = 'failed'
      stop()
    }
  }
  const soon = useDebounceFn(() => void look(), 250)
  watch(
    plan,
    () => {
      state.value = 'looking'
      since.value = Date.now()
      if (busy) stop()
      void soon()
    },
    { immediate: true }
  )
  const cancel = (): void => {
    stop()
    state.value = 'cancelled'
  }
  onBeforeUnmount(stop)
  return { answer, asked, state, share, since, failure, look, cancel }
}

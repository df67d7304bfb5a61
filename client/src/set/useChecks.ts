/** The checks of the plan as it stands, worked out in a worker a moment after the last change; the newest question wins. */
import * as Comlink from 'comlink'
import { useDebounceFn } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Check } from '@core/checks/checks'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import type { ChecksWorker } from '@/workers/checks.worker'

export const useChecks = () => {
  const store = usePlan()
  const kit = useKit()
  const worker = new Worker(new URL('../workers/checks.worker.ts', import.meta.url), { type: 'module' })
  const api = Comlink.wrap<ChecksWorker>(worker)
  const checks = shallowRef<readonly Check[]>([])
  const busy = ref(true)
  const failure = ref('')
  let asked = 0
  const ask = useDebounceFn(async () => {
    const mine = ++asked
    try {
      const found = await api.check(JSON.parse(JSON.stringify(store.plan)), JSON.parse(JSON.stringify(kit.modifiers)))
      if (mine !== asked) return
      checks.value = found
      failure.value = ''
    } catch (error) {
      failure.value = (error as Error).message
    }
    busy.value = false
  }, 150)
  watch(() => [store.plan, kit.modifiers], () => {
    if (!store.plan) return
    busy.value = true
    void ask()
  }, { immediate: true })
  onBeforeUnmount(() => worker.terminate())
  return { checks, busy, failure }
}

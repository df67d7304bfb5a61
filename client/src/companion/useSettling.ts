/** A thumb that taps twice does not do what has just come under it. */
import { useTimeoutFn } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'

const SETTLE_MS = 300

/** @returns whether what was asked for has changed a moment ago */
export function useSettling(what: () => readonly unknown[]): Ref<boolean> {
  const settling = ref(false)
  const { start } = useTimeoutFn(() => (settling.value = false), SETTLE_MS, { immediate: false })
  watch(
    () => what().join(' '),
    () => {
      settling.value = true
      start()
    }
  )
  return settling
}

/** On a phone nothing is traced until it is asked for: it spares the battery. */
import { useMediaQuery } from '@vueuse/core'
import { computed, ref, type ComputedRef } from 'vue'

export function useAsked(): { readonly asked: ComputedRef<boolean>; readonly ask: () => void } {
  const phone = useMediaQuery('(max-width: 760px)')
  const pressed = ref(false)
  return {
    asked: computed(() => pressed.value || !phone.value),
    ask: () => (pressed.value = true)
  }
}

/** One change a frame: a second one is asked about before it is made. */
import { onBeforeUnmount, onMounted, shallowRef } from 'vue'
import { secondChange, type SecondChange } from '@core/run/oneChange'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'

export interface Held extends SecondChange {
  readonly goOn: () => void
}

export function useOneChange() {
  const store = usePlan()
  const frames = useFrames()
  /** the change that waits for an answer */
  const held = shallowRef<Held | null>(null)

  onMounted(() => {
    store.guard = (before, next, goOn) => {
      const second = secondChange(frames.frames, before, next)
      if (second) held.value = { ...second, goOn }
      return !second
    }
  })
  onBeforeUnmount(() => (store.guard = null))

  const answer = (both: boolean): void => {
    const { goOn } = held.value!
    held.value = null
    if (both) goOn()
  }
  return { held, answer }
}

/** One of the frames that have a picture: the latest until another is picked. */
import { computed, ref, watch, type Ref } from 'vue'
import { useFrames } from '@/stores/frames'
import type { RunFrame } from '@/stores/runFrame'
import { when } from '@/words/format'

/** @param open nothing is picked before anybody looks */
export function usePicturedFrame(open: Ref<boolean>) {
  const frames = useFrames()
  const all = computed(() => [...frames.records].reverse().filter(({ hasImage }) => hasImage))
  const id = ref('')
  const record = computed<RunFrame | null>(
    () => all.value.find(({ frame }) => frame.id === id.value) ?? null
  )
  const choices = computed(() =>
    all.value.map(({ frame }) => ({
      value: frame.id,
      title: `${when(frame.takenAt)}, ${frame.kind}`
    }))
  )
  watch(
    () => open.value && !id.value && all.value[0]?.frame.id,
    (first) => first && (id.value = first),
    { immediate: true }
  )
  return { id, record, choices }
}

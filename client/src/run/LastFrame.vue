<script setup lang="ts">
/** The last picture of the run, large, where nothing is to be judged. */
import { computed } from 'vue'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { frameWords } from '@/words/run'
import FramePicture from './FramePicture.vue'

const frames = useFrames()
const store = usePlan()
const last = computed(() => {
  const index = frames.records.findLastIndex((record) => record.hasImage)
  return index < 0 ? null : { frame: frames.records[index]!.frame, number: index + 1 }
})
</script>

<template>
  <figure v-if="last" data-last-frame>
    <FramePicture
      :frame="last.frame"
      :alt="`Frame ${last.number}, ${frameWords(store.plan!, last.frame)}`"
    />
    <figcaption class="small muted">
      Frame {{ last.number }}, {{ frameWords(store.plan!, last.frame) }}
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 0.3rem;
  justify-items: start;
}
figure :deep(img) {
  max-width: 100%;
  max-height: 46vh;
}
</style>

<script setup lang="ts">
/** Over the picture: the part of it that the loupe shows. */
import { computed } from 'vue'
import { loupeWindow, pixelsPerDot, type Spot } from '@core/picture/loupe'
import { usePlan } from '@/stores/plan'
import { LOUPE_PIXELS } from './loupes'
import { usePictureView } from './view'

const props = defineProps<{ at: Spot }>()
const store = usePlan()
const view = usePictureView()
const part = computed(() => {
  const per = view.printMm === null ? 1 : pixelsPerDot(store.plan!, view.printMm)
  return loupeWindow(store.plan!, props.at, LOUPE_PIXELS * per)
})
</script>

<template>
  <div
    class="part"
    :style="{
      left: `${50 + 50 * part.left}%`,
      top: `${50 - 50 * part.top}%`,
      width: `${50 * (part.right - part.left)}%`,
      height: `${50 * (part.top - part.bottom)}%`
    }"
    aria-hidden="true"
  />
</template>

<style scoped>
.part {
  position: absolute;
  min-width: 8px;
  min-height: 8px;
  border: 1px solid var(--accent);
  pointer-events: none;
}
</style>

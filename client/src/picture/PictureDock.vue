<script setup lang="ts">
/** The picture beside a stage, small; a tap or P brings it up to the whole window. */
import { onBeforeUnmount, onMounted, computed } from 'vue'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import PictureCanvas from './PictureCanvas.vue'
import { useMix } from './useMix'
import { usePictureView } from './view'

const props = defineProps<{
  /** traced only while it is open: spares a phone's battery */
  sparing?: boolean
}>()
const store = usePlan()
const picture = usePicture()
const view = usePictureView()
const mix = useMix('together')
const aspect = computed(() => {
  const { sensorWidthMm, sensorHeightMm } = store.plan!.camera
  return `${sensorWidthMm} / ${sensorHeightMm}`
})
let away = (): void => undefined
onMounted(() => {
  if (!props.sparing) away = picture.look()
})
onBeforeUnmount(() => away())
</script>

<template>
  <button
    type="button"
    class="dock"
    :class="{ stale: picture.stale }"
    :style="{ aspectRatio: aspect }"
    title="The predicted picture: tap or P for the whole window"
    aria-label="Predicted picture, open it in the whole window"
    aria-keyshortcuts="p"
    @click="view.whole = true"
  >
    <PictureCanvas v-if="mix" :mix="mix" label="" aria-hidden="true" />
    <span v-else class="small none">{{ picture.paused ? 'Picture paused' : 'Picture' }}</span>
  </button>
</template>

<style scoped>
.dock {
  display: grid;
  place-items: center;
  background: #000;
  overflow: hidden;
  border: 1px solid var(--line);
}
.none {
  color: #a9b0b6;
}
.dock:hover {
  border-color: var(--accent);
}
.dock.stale canvas {
  opacity: 0.7;
}
</style>

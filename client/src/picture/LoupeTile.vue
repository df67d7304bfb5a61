<script setup lang="ts">
/** A part of the picture at the camera's own pixels, each drawn large, with the sensor's noise. */
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { loupeWindow } from '@core/picture/loupe'
import { developed, mixed } from '@core/picture/mix'
import { rowsOf } from '@core/picture/rows'
import { addSensorNoise } from '@core/picture/sensor'
import { factorsOf } from '@core/picture/sources'
import { usePlan } from '@/stores/plan'
import { LOUPE_PIXELS } from './loupes'
import type { Traced } from './useLoupes'
import { usePictureView } from './view'

const props = defineProps<{
  traced: Traced | undefined
  name: string
  note: string
  warn?: boolean
  /** what each of its pixels is */
  unit?: string
}>()
const store = usePlan()
const view = usePictureView()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const linear = new Float32Array(LOUPE_PIXELS * LOUPE_PIXELS * 3)

const show = (): void => {
  const context = canvas.value?.getContext('2d')
  if (!context || !props.traced || !store.plan) return
  const { plan, picture, spot, per } = props.traced
  const part = loupeWindow(plan, spot, LOUPE_PIXELS * per)
  const rows = rowsOf(plan, store.plan, picture.height, part)
  mixed(picture.light, factorsOf(plan, store.plan), linear, rows)
  addSensorNoise(linear, store.plan, per * per)
  const image = new ImageData(picture.width, picture.height)
  developed(linear, image.data, view.curve)
  context.putImageData(image, 0, 0)
}
const changes = computed(() => [props.traced, store.plan, view.curve])
watch(changes, () => requestAnimationFrame(show))
onMounted(show)
</script>

<template>
  <figure class="tile">
    <canvas
      ref="canvas"
      :width="LOUPE_PIXELS"
      :height="LOUPE_PIXELS"
      role="img"
      :aria-label="`${name}, ${LOUPE_PIXELS} ${unit ?? 'pixels of the camera'} across: ${note}`"
      :data-samples="traced?.picture.samples ?? 0"
    />
    <figcaption class="small">
      <span class="bright">{{ name }}</span> <span :class="{ near: warn }">{{ note }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.tile {
  display: grid;
  gap: 0.25rem;
  min-width: 0;
}
canvas {
  width: 100%;
  aspect-ratio: 1;
  image-rendering: pixelated;
  background: #000;
  border: 1px solid var(--line);
  display: block;
}
</style>

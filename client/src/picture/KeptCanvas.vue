<script setup lang="ts">
/** What was kept, or how the picture in hand differs from it, over the picture. */
import { onMounted, useTemplateRef, watch } from 'vue'
import { draw, drawChange } from './draw'
import type { Compare } from './useCompare'
import type { Mix } from './useMix'
import { usePictureView } from './view'

const props = defineProps<{ compare: Compare; mix: Mix | null; change?: boolean }>()
const view = usePictureView()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

const sizeOf = (): { readonly width: number; readonly height: number } | null =>
  props.change ? (props.mix?.picture ?? null) : props.compare.shot.value
const show = (): void => {
  const size = sizeOf()
  const context = canvas.value?.getContext('2d')
  if (!size || !context) return
  const { width, height } = size
  canvas.value!.width = width
  canvas.value!.height = height
  const image = new ImageData(width, height)
  const stops = props.compare.stops.value
  if (!props.change)
    draw(props.compare.shot.value!.linear, image.data, width, {
      drawn: view.drawn,
      marks: view.marks,
      curve: view.curve
    })
  else if (stops?.length === width * height) drawChange(stops, image.data)
  context.putImageData(image, 0, 0)
}
watch(
  () => [
    props.compare.shot.value,
    props.change && props.compare.stops.value,
    view.drawn,
    view.marks,
    view.curve
  ],
  show
)
onMounted(show)
</script>

<template>
  <canvas
    ref="canvas"
    role="img"
    :aria-label="change ? 'How the picture changed, in stops' : 'The picture that was kept'"
    data-kept
  />
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 100%;
  background: #000;
}
</style>

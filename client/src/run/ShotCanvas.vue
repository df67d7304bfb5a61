<script setup lang="ts">
/** Over the picture of a frame: its map of stops, how it differs from another, or marks alone. */
import { onMounted, useTemplateRef, watch } from 'vue'
import type { Shot } from '@core/picture/compare'
import { draw, drawChange } from '@/picture/draw'

const props = defineProps<{
  shot: Shot
  /** map: its stops; change: what is given; none: nothing but the marks */
  drawn: 'map' | 'change' | 'none'
  /** black and clipped are marked */
  marks: boolean
  change?: Float32Array | null
  label: string
}>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** What is not marked is seen through. */
const clear = (rgba: Uint8ClampedArray): void => {
  for (let i = 0; i < rgba.length; i += 4)
    rgba[i + 3] = rgba[i]! + rgba[i + 1]! + rgba[i + 2]! > 0 ? 255 : 0
}
const show = (): void => {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  const { width, height, linear } = props.shot
  canvas.value!.width = width
  canvas.value!.height = height
  const image = new ImageData(width, height)
  if (props.drawn === 'change') {
    if (props.change?.length === width * height) drawChange(props.change, image.data)
  } else {
    const ready = props.drawn === 'none' ? new Uint8ClampedArray(image.data.length) : null
    const drawn = props.drawn === 'map' ? 'stops' : 'photograph'
    draw(linear, image.data, width, { drawn, marks: props.marks, curve: 'plain', ready })
    if (props.drawn === 'none') clear(image.data)
  }
  context.putImageData(image, 0, 0)
}
watch(() => [props.shot, props.drawn, props.marks, props.change], show)
onMounted(show)
</script>

<template>
  <canvas ref="canvas" role="img" :aria-label="label" :data-shot="drawn" />
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 100%;
}
</style>

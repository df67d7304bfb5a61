<script setup lang="ts">
/** The picture itself, drawn once for each frame of the screen at most. */
import { onMounted, useTemplateRef, watch } from 'vue'
import { luminanceOf, noiseAt } from '@core/picture/facts'
import type { Picture } from '@core/picture/picture'
import { addSensorNoise, noiseShows } from '@core/picture/sensor'
import { usePlan } from '@/stores/plan'
import { draw, drawDoubt, NOISY_STOPS, type Drawn } from './draw'
import type { Mix } from './useMix'
import { usePictureView } from './view'

const props = defineProps<{
  mix: Mix | null
  drawn?: Drawn
  marks?: boolean
  /** dots over what is still noisy or only guessed */
  doubt?: boolean
  label: string
}>()
const store = usePlan()
const view = usePictureView()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
let pending = false
let image: ImageData | null = null

let copy = new Float32Array(0)
/** The picture with its sensor's noise, where that shows. */
const noisy = (linear: Float32Array, { width, height }: Picture): Float32Array => {
  const plan = store.plan!
  const { pixelsWide, pixelsHigh } = plan.camera
  const averaged = (pixelsWide * pixelsHigh) / plan.focus.crop ** 2 / (width * height)
  if (!view.noise || props.drawn === 'stops' || !noiseShows(plan, averaged)) return linear
  if (copy.length !== linear.length) copy = new Float32Array(linear.length)
  copy.set(linear)
  addSensorNoise(copy, plan, Math.max(1, averaged))
  return copy
}

const show = (): void => {
  pending = false
  const context = canvas.value?.getContext('2d')
  const { mix } = props
  if (!context || !mix) return
  const { picture, linear, factors } = mix
  if (image?.width !== picture.width || image.height !== picture.height) {
    image = new ImageData(picture.width, picture.height)
    canvas.value!.width = picture.width
    canvas.value!.height = picture.height
  }
  const noise = noisy(linear, picture)
  draw(noise, image.data, picture.width, {
    drawn: props.drawn ?? 'photograph',
    marks: props.marks,
    curve: view.curve,
    ready: noise === linear ? mix.rgba : null
  })
  if (props.doubt)
    drawDoubt(
      (p) => {
        const level = luminanceOf(linear, p)
        return (
          level > 2 ** -8 &&
          (picture.guessed[p]! > 0.2 || noiseAt(picture, factors, p, level) > NOISY_STOPS)
        )
      },
      image.data,
      picture.width
    )
  context.putImageData(image, 0, 0)
}
const soon = (): void => {
  if (pending) return
  pending = true
  requestAnimationFrame(show)
}
watch(
  () => [
    props.mix,
    props.drawn,
    props.marks,
    props.doubt,
    view.curve,
    view.noise,
    store.plan?.settings
  ],
  soon
)
onMounted(soon)
</script>

<template>
  <canvas
    ref="canvas"
    role="img"
    :aria-label="label"
    :data-width="mix?.picture.width ?? 0"
    :data-samples="mix?.picture.samples ?? 0"
  />
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 100%;
  background: #000;
}
/* At the set the screen must not light it. */
</style>

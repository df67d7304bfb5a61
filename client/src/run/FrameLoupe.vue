<script setup lang="ts">
/** A part of a frame at its own pixels, and of the one it is held against; how sharp it is there. */
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import { behindMmAt } from '@core/picture/depthTiles'
import { worldOf } from '@core/picture/world'
import { cameraFilesOf } from '@core/run/cameraFiles'
import type { Frame } from '@core/run/frame'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { edgeWords, smearWords } from '@/words/sharpness'
import { pictureBytes } from './frameBytes'
import { readPart } from './frameReader'
import type { PicturePoint } from '@/instruments/picturePoint'

const props = defineProps<{ frame: Frame; other: Frame | null; at: PicturePoint }>()
const store = usePlan()
const frames = useFrames()
/** Side of what is shown, px of the file. */
const SIDE = 160

type Part = Awaited<ReturnType<typeof readPart>>
const part = shallowRef<Part | null>(null)
const failed = shallowRef(false)
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const otherCanvas = useTemplateRef<HTMLCanvasElement>('otherCanvas')

const partOf = async (frame: Frame): Promise<Part | null> => {
  const { toneCurve } = cameraFilesOf(frame, store.plan!)
  const { x, y } = props.at
  return pictureBytes(frames, frame.id)
    .then((file) => readPart(file, { x, y }, SIDE, toneCurve))
    .catch(() => null)
}
const put = (on: HTMLCanvasElement | null, from: Part): void => {
  const context = on?.getContext('2d')
  if (!context) return
  on!.width = from.width
  on!.height = from.height
  context.putImageData(new ImageData(new Uint8ClampedArray(from.rgba), from.width), 0, 0)
}
watch(
  () => [props.frame, props.other, props.at, canvas.value, otherCanvas.value] as const,
  async (asked) => {
    const [frame, other] = asked
    const found = await Promise.all([partOf(frame), other ? partOf(other) : null])
    if (frame !== props.frame || other !== props.other || asked[2] !== props.at) return
    part.value = found[0]
    failed.value = found[0] === null
    if (found[0]) put(canvas.value, found[0])
    if (found[1]) put(otherCanvas.value, found[1])
  },
  { immediate: true }
)

const world = computed(() => worldOf(props.frame.plan))
const behindMm = computed(() => behindMmAt(props.frame.plan, world.value, props.at))
const words = computed(() => {
  if (failed.value) return 'This part of the picture cannot be read.'
  if (!part.value) return 'reading …'
  const { blur, fileWidth } = part.value
  const { plan } = props.frame
  return `${edgeWords(blur, plan, behindMm.value, fileWidth)} ${smearWords(blur, plan, fileWidth)}`
})
</script>

<template>
  <section aria-label="Loupe" data-loupe>
    <h3>Loupe</h3>
    <div class="tiles">
      <canvas ref="canvas" role="img" :aria-label="`The frame at its own pixels. ${words}`" />
      <canvas
        v-if="other"
        ref="otherCanvas"
        role="img"
        aria-label="The other frame at the same spot"
      />
    </div>
    <p class="small" role="status">{{ words }}</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 0.4rem;
}
.tiles {
  display: flex;
  gap: 0.5rem;
}
canvas {
  width: 160px;
  height: 160px;
  image-rendering: pixelated;
  background: #000;
}
</style>

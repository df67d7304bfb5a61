<script setup lang="ts">
/** How sharp a frame is along the depth, by its edges, against what the plan expects. */
import { computed, ref, shallowRef, watch } from 'vue'
import { discOf } from '@core/measure/edgeBlur'
import { depthTiles } from '@core/picture/depthTiles'
import { cameraFilesOf } from '@core/run/cameraFiles'
import type { Frame } from '@core/run/frame'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { expectedBlurPx } from '@core/run/expectedBlur'
import { sharpDepth, type BlurAtDepth } from '@core/run/sharpDepth'
import { px } from '@/words/format'
import { depthWords } from '@/words/sharpness'
import { pictureBytes } from './frameBytes'
import { readTiles } from './frameReader'
import SharpnessChart from './SharpnessChart.vue'

const props = defineProps<{ frame: Frame }>()
const store = usePlan()
const frames = useFrames()
const [ACROSS, DOWN] = [36, 24]

const tiles = shallowRef<readonly BlurAtDepth[] | null>(null)
const fileWidth = ref(1)
const failed = ref(false)
watch(
  () => props.frame,
  async (frame) => {
    tiles.value = null
    const { toneCurve } = cameraFilesOf(frame, store.plan!)
    const spots = depthTiles(frame.plan, ACROSS, DOWN)
    const found = await pictureBytes(frames, frame.id)
      .then((file) => readTiles(file, spots, ACROSS, toneCurve))
      .catch(() => null)
    if (frame !== props.frame) return
    failed.value = found === null
    fileWidth.value = found?.fileWidth ?? 1
    tiles.value = (found?.blurs ?? []).flatMap((blur, i) =>
      blur?.sigmaPx ? [{ behindMm: spots[i]!.behindMm, blurPx: discOf(blur.sigmaPx) }] : []
    )
  },
  { immediate: true }
)
const found = computed(() => sharpDepth(tiles.value ?? []))
const expected = computed(() =>
  found.value.steps.map(({ behindMm }) => ({
    behindMm,
    blurPx: expectedBlurPx(props.frame.plan, behindMm, fileWidth.value)
  }))
)
const words = computed(() => {
  if (failed.value) return 'The picture cannot be read.'
  if (!tiles.value) return 'reading …'
  const { sharpest } = found.value
  return sharpest
    ? `Sharpest ${depthWords(sharpest.behindMm)}: edges as by a disc of ${px(sharpest.blurPx)}.`
    : 'Too little of the depth has edges to say where it is sharpest.'
})
</script>

<template>
  <section aria-label="Sharpness along the depth" data-sharpness>
    <h3>Sharpness along the depth</h3>
    <SharpnessChart v-if="found.steps.length" :found="found.steps" :expected="expected" />
    <p class="small" role="status">{{ words }}</p>
    <p v-if="found.steps.length" class="small muted">
      Dots: the frame, by edges on the subject. Line: the plan, out of focus and diffraction. Depth
      by the plan’s geometry.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 0.4rem;
}
</style>

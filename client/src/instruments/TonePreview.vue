<script setup lang="ts">
/**
 * The tones the sum predicts: the subject's lit side on the background, flat. Not a rendering of
 * its shape.
 */
import { computed } from 'vue'
import { levelTo8Bit } from '@core/ambient/blackScale'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'

const store = usePlan()
const frame = computed(() => {
  const { camera, focus, subject } = store.plan!
  const height = (160 * camera.sensorHeightMm) / camera.sensorWidthMm
  const scale = 160 / (camera.sensorWidthMm / focus.magnification / focus.crop)
  return {
    height,
    rx: Math.max(2, (subject.widthMm * scale) / 2),
    ry: Math.max(2, (subject.heightMm * scale) / 2)
  }
})
const tone = (level: number): string => {
  const v = levelTo8Bit(level)
  return `rgb(${v},${v},${v})`
}
const totals = computed(() => ({
  subject: store.evaluation!.ledger.totals.subject!,
  background: store.evaluation!.ledger.totals.background!
}))
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 160 ${frame.height}`"
      role="img"
      :aria-label="`Predicted tones: subject ${stops(totals.subject)}, background ${stops(totals.background)}`"
    >
      <rect width="160" :height="frame.height" :fill="tone(totals.background)" />
      <ellipse
        cx="80"
        :cy="frame.height / 2"
        :rx="frame.rx"
        :ry="frame.ry"
        :fill="tone(totals.subject)"
      />
    </svg>
    <figcaption class="small muted">
      Predicted tones, flat: subject
      <span class="num bright">{{ levelTo8Bit(totals.subject) }}</span>, background
      <span class="num bright">{{ levelTo8Bit(totals.background) }}</span> of 255
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 0.35rem;
}
svg {
  width: 100%;
  display: block;
  border: 1px solid var(--line);
  max-height: 190px;
  background: #000;
}
</style>

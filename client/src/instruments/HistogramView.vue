<script setup lang="ts">
/**
 * Histogram of a frame: luminance filled, channels as lines. Roots of the counts, so that a few
 * bright pixels still show.
 */
import { computed } from 'vue'
import type { FrameAnalysis } from '@core/measure/analyse'
import { percent } from '@/words/format'

const props = defineProps<{ analysis: FrameAnalysis }>()
const H = 44
const top = computed(() =>
  Math.sqrt(
    Math.max(
      ...(['r', 'g', 'b', 'luminance'] as const).flatMap((key) =>
        props.analysis.histogram[key].slice(2)
      ),
      1
    )
  )
)
const y = (count: number): number => H - Math.min(1, Math.sqrt(count) / top.value) * H
const line = (counts: readonly number[]): string =>
  counts.map((count, i) => `${i ? 'L' : 'M'}${i} ${y(count).toFixed(1)}`).join('')
</script>

<template>
  <svg
    :viewBox="`0 0 256 ${H}`"
    preserveAspectRatio="none"
    role="img"
    :aria-label="`Histogram: ${percent(analysis.blackShare)} black, median ${analysis.percentiles.p50} of 255, brightest thousandth from ${analysis.percentiles.p999}`"
  >
    <path :d="`${line(analysis.histogram.luminance)}L255 ${H}L0 ${H}Z`" class="luminance" />
    <path
      v-for="key in ['r', 'g', 'b'] as const"
      :key="key"
      :d="line(analysis.histogram[key])"
      :class="key"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 44px;
  background: var(--well);
  display: block;
}
.luminance {
  fill: var(--drawn);
}
.r,
.g,
.b {
  fill: none;
  stroke-width: 0.8;
  vector-effect: non-scaling-stroke;
}
.r {
  stroke: #b0604f;
}
.g {
  stroke: #6f8f4a;
  stroke-dasharray: 4 2;
}
.b {
  stroke: #5d7fb0;
  stroke-dasharray: 1.5 2;
}
</style>

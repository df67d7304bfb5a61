<script setup lang="ts">
/** Histogram of the picture in stops: luminance filled, red, green and blue as lines. */
import { computed } from 'vue'
import { BIN_STOPS, LEAST_STOPS, MOST_STOPS } from '@core/picture/facts'
import { WHITE_STOPS } from '@core/set/specular'
import { percent } from '@/words/format'
import { useFacts } from './useFacts'
import { useMix } from './useMix'
import { usePictureView } from './view'

const view = usePictureView()
const mix = useMix(() => view.shown)
const facts = useFacts(mix)
const H = 56
const W = 256
const BINS = (MOST_STOPS - LEAST_STOPS) / BIN_STOPS
const x = (stops: number): number => ((stops - LEAST_STOPS) / (MOST_STOPS - LEAST_STOPS)) * W
/** Roots, so that a few bright pixels still show; what is black is not counted for the height. */
const top = computed(() =>
  Math.sqrt(
    Math.max(1e-6, ...(facts.value?.histogram.flatMap((counts) => [...counts.slice(1)]) ?? []))
  )
)
const y = (count: number): number => H - Math.min(1, Math.sqrt(count) / top.value) * (H - 2)
const bars = computed(() =>
  [...(facts.value?.histogram[0] ?? [])].map((count, i) => ({
    i,
    x: (i / BINS) * W,
    y: y(count)
  }))
)
const line = (counts: Float64Array): string =>
  [...counts].map((count, i) => `${i ? 'L' : 'M'}${((i + 0.5) / BINS) * W} ${y(count)}`).join('')
const marks = [-10, -7, -5, -3, 0, 2]
</script>

<template>
  <section v-if="facts" class="facts">
    <h3>Stops in the picture</h3>
    <svg
      :viewBox="`0 0 ${W} ${H + 16}`"
      role="img"
      :aria-label="`Histogram in stops: ${percent(facts.black)} black, ${percent(facts.clipped)} clipped`"
    >
      <rect
        v-for="bar in bars"
        :key="bar.i"
        :x="bar.x + 0.5"
        :y="bar.y"
        :width="W / BINS - 1"
        :height="H - bar.y"
        class="bar"
      />
      <path
        v-for="(hue, i) in ['r', 'g', 'b']"
        :key="hue"
        :d="line(facts.histogram[i + 1]!)"
        :class="hue"
      />
      <path :d="`M${x(WHITE_STOPS)} 0V${H}`" class="white" />
      <text v-for="mark in marks" :key="mark" :x="x(mark)" :y="H + 13" text-anchor="middle">
        {{ mark > 0 ? `+${mark}` : String(mark).replace('-', '−') }}
      </text>
    </svg>
    <p class="small muted">
      <span class="num">{{ percent(facts.black) }}</span> black,
      <span class="num">{{ percent(facts.clipped) }}</span> clips, past the line
    </p>
  </section>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 0.35rem;
  align-content: start;
}
svg {
  width: 100%;
  display: block;
}
svg text {
  font-size: 11px;
}
.bar {
  fill: var(--drawn);
}
.r,
.g,
.b {
  fill: none;
  stroke-width: 1;
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
.white {
  stroke: var(--near);
  stroke-dasharray: 2 2;
}
</style>

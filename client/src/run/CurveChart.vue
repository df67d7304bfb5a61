<script setup lang="ts">
/** A camera's tone curve: what its JPEGs show, across, against what is there, upwards. */
import { computed } from 'vue'
import type { ToneCurve } from '@core/kit/cameraFiles'

const props = defineProps<{ curve: ToneCurve }>()
const SPAN = { from: -9, to: 4 }
const SIZE = 130
const on = (stops: number): number => ((stops - SPAN.from) / (SPAN.to - SPAN.from)) * SIZE
const line = computed(() =>
  props.curve.map((p) => `${on(p.shownStops)},${SIZE - on(p.stops)}`).join(' ')
)
const band = computed(() => {
  const edge = (sign: 1 | -1): string[] =>
    props.curve.map((p) => `${on(p.shownStops)},${SIZE - on(p.stops + sign * p.uncertaintyStops)}`)
  return [...edge(1), ...edge(-1).reverse()].join(' ')
})
const ticks = [-8, -6, -4, -2, 0, 2]
</script>

<template>
  <svg :viewBox="`-22 -4 ${SIZE + 28} ${SIZE + 24}`" aria-hidden="true">
    <template v-for="stops in ticks" :key="stops">
      <path
        class="grid"
        :class="{ grey: stops === 0 }"
        :d="`M${on(stops)} 0V${SIZE}M0 ${SIZE - on(stops)}H${SIZE}`"
      />
      <text :x="on(stops)" :y="SIZE + 11" text-anchor="middle">{{ stops }}</text>
      <text x="-4" :y="SIZE - on(stops) + 3" text-anchor="end">{{ stops }}</text>
    </template>
    <path class="straight" :d="`M0 ${SIZE}L${SIZE} 0`" />
    <polygon class="band" :points="band" />
    <polyline class="curve" :points="line" />
  </svg>
</template>

<style scoped>
svg {
  width: 12rem;
  max-width: 100%;
}
path,
polyline {
  fill: none;
}
.grid {
  stroke: var(--line);
  stroke-width: 0.6;
}
.grid.grey {
  stroke: var(--rule);
}
.straight {
  stroke: var(--muted);
  stroke-width: 0.8;
  stroke-dasharray: 2 3;
}
.band {
  fill: var(--accent);
  opacity: 0.25;
}
.curve {
  stroke: var(--accent);
  stroke-width: 1.6;
}
text {
  font: 8px var(--mono);
  fill: var(--muted);
}
</style>

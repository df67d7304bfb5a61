<script setup lang="ts">
/** Blur, upwards, along the depth of the set: nearer on the left. */
import { computed } from 'vue'
import type { BlurAtDepth } from '@core/run/sharpDepth'
import { plain } from '@/words/format'

const props = defineProps<{
  found: readonly BlurAtDepth[]
  expected: readonly BlurAtDepth[]
}>()
const [WIDTH, HEIGHT] = [300, 110]
const depths = computed(() => props.found.map(({ behindMm }) => behindMm))
const near = computed(() => Math.min(0, ...depths.value))
const far = computed(() => Math.max(0, ...depths.value, near.value + 0.01))
const most = computed(
  () => 1.1 * Math.max(2, ...[...props.found, ...props.expected].map(({ blurPx }) => blurPx))
)
const x = (behindMm: number): number => ((behindMm - near.value) / (far.value - near.value)) * WIDTH
const y = (blurPx: number): number => HEIGHT - (blurPx / most.value) * HEIGHT
const line = computed(() => props.expected.map((p) => `${x(p.behindMm)},${y(p.blurPx)}`).join(' '))
const half = computed(() => Number((most.value / 2).toPrecision(1)))
</script>

<template>
  <svg :viewBox="`-30 -6 ${WIDTH + 44} ${HEIGHT + 32}`" aria-hidden="true">
    <path class="axis" :d="`M0 0V${HEIGHT}H${WIDTH}`" />
    <path class="plane" :d="`M${x(0)} 0V${HEIGHT}`" />
    <text x="-4" :y="y(half) + 3" text-anchor="end">{{ half }}</text>
    <text x="-4" y="5" text-anchor="end">px</text>
    <text :x="x(near)" :y="HEIGHT + 11">{{ plain(near, 2) }} mm</text>
    <text :x="x(far)" :y="HEIGHT + 11" text-anchor="end">{{ plain(far, 2) }} mm</text>
    <text :x="x(0)" :y="HEIGHT + 22" text-anchor="middle">focus</text>
    <polyline class="expected" :points="line" />
    <circle v-for="p in found" :key="p.behindMm" :cx="x(p.behindMm)" :cy="y(p.blurPx)" r="3" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 26rem;
}
path,
polyline {
  fill: none;
}
.axis {
  stroke: var(--rule);
}
.plane {
  stroke: var(--line);
  stroke-dasharray: 3 3;
}
.expected {
  stroke: var(--muted);
  stroke-width: 1.4;
}
circle {
  fill: var(--accent);
}
text {
  font: 9px var(--mono);
  fill: var(--muted);
}
</style>

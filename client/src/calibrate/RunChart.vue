<script setup lang="ts">
/** What was read against what should be, row by row, with its ±: by angle, mark or shutter. */
import { computed } from 'vue'
import { rowShort } from '@/words/calibration'
import { stops } from '@/words/format'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench }>()
const [WIDTH, HEIGHT, LEFT, FOOT] = [360, 150, 34, 22]

const run = computed(() => props.bench.light.value!)
const strobe = computed(() => props.bench.strobe.value!)
const points = computed(() =>
  run.value.rows.flatMap((row, i) => {
    const read = props.bench.result.value?.reads[i]
    const off = read?.offStops ?? null
    if (!read || off === null) return []
    return [
      {
        row,
        i,
        off,
        unsure: read.uncertaintyStops,
        name: rowShort(run.value, row, strobe.value),
        strays: props.bench.result.value!.straying.includes(i)
      }
    ]
  })
)
const most = computed(() =>
  Math.max(0.5, ...points.value.map(({ off, unsure }) => Math.abs(off) + unsure))
)
const across = computed(() => {
  const at = run.value.rows.map((row) => row.at)
  const [from, to] = [Math.min(...at), Math.max(...at)]
  return (place: number): number =>
    to - from < 1e-9
      ? (LEFT + WIDTH) / 2
      : LEFT + 14 + ((place - from) / (to - from)) * (WIDTH - LEFT - 28)
})
const up = (off: number): number =>
  (HEIGHT - FOOT) / 2 - (off / most.value) * ((HEIGHT - FOOT) / 2 - 8)
const ticks = computed(() => {
  const step = most.value > 2.4 ? 1 : most.value > 0.9 ? 0.5 : 0.2
  const count = Math.floor(most.value / step)
  return Array.from({ length: 2 * count + 1 }, (_, k) => (k - count) * step)
})
/** So many names fit side by side; one place is named once. */
const named = computed(() => {
  const places = points.value.filter(
    ({ row }, k, all) => all.findIndex((each) => each.row.at === row.at) === k
  )
  const each = Math.ceil(places.length / 6)
  return places.filter((_, k) => k % each === 0)
})
/** At the ends a name leans inwards. */
const anchor = (x: number): string => (x > WIDTH - 24 ? 'end' : 'middle')
</script>

<template>
  <figure v-if="points.length > 1">
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
      <g v-for="tick in ticks" :key="tick">
        <path class="grid" :class="{ zero: tick === 0 }" :d="`M${LEFT} ${up(tick)}H${WIDTH}`" />
        <text :x="LEFT - 5" :y="up(tick) + 3" text-anchor="end">{{ stops(tick) }}</text>
      </g>
      <g
        v-for="point in points"
        :key="point.i"
        class="point"
        :class="{ out: !point.row.on, strays: point.strays, reference: point.row.reference }"
      >
        <path
          :d="`M${across(point.row.at)} ${up(point.off - point.unsure)}V${up(point.off + point.unsure)}`"
        />
        <circle :cx="across(point.row.at)" :cy="up(point.off)" r="3" />
      </g>
      <text
        v-for="point in named"
        :key="`name ${point.i}`"
        :x="across(point.row.at)"
        :y="HEIGHT - 6"
        :text-anchor="anchor(across(point.row.at))"
      >
        {{ point.name }}
      </text>
    </svg>
    <figcaption class="small muted">
      Stops above or below what the kit says, with the ± of each reading.
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 30rem;
}
.grid {
  stroke: var(--line);
  stroke-width: 0.7;
}
.grid.zero {
  stroke: var(--rule);
  stroke-width: 1.2;
}
.point path {
  stroke: var(--source-a);
  stroke-width: 1.4;
}
.point circle {
  fill: var(--source-a);
}
.reference circle {
  fill: var(--background);
  stroke: var(--source-a);
}
.strays path {
  stroke: var(--near);
}
.strays circle {
  fill: var(--near);
}
.out {
  opacity: 0.35;
}
text {
  font: 9px var(--mono);
  fill: var(--muted);
}
</style>

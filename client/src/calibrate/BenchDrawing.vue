<script setup lang="ts">
/** The bench from above: head, its beam turned as the row asks, meter or card on the axis. */
import { computed } from 'vue'
import type { BenchRow } from '@core/calibration/calibration'
import { mm } from '@/words/format'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench; row: BenchRow | null }>()
const [WIDTH, HEIGHT] = [360, 130]
const HEAD = { x: 46, y: HEIGHT / 2 }
/** Where meter or card stands: distances are drawn by their share of the farthest. */
const FARTHEST = WIDTH - 56

const run = computed(() => props.bench.light.value!)
const strobe = computed(() => props.bench.strobe.value!)
const byDistance = computed(() => run.value.kind === 'output' || run.value.kind === 'water')
const distanceMm = computed(() =>
  byDistance.value ? (props.row?.at ?? run.value.rows[0]?.at ?? 1000) : run.value.distanceMm
)
const end = computed(() => {
  const most = byDistance.value
    ? Math.max(distanceMm.value, ...run.value.rows.map(({ at }) => at))
    : distanceMm.value
  return HEAD.x + (FARTHEST - HEAD.x) * (distanceMm.value / most)
})
const turned = computed(() =>
  (run.value.kind === 'beam' || run.value.kind === 'modifier') && props.row ? props.row.at : 0
)
const worn = computed(() => run.value.kind === 'modifier' && props.row?.reference !== true)
/** The beam as it is stated, an edge where it is down one stop. */
const fan = computed(() => {
  const half = (Math.min(150, strobe.value.beamDeg) * Math.PI) / 360
  const reach = 700
  const [c, s] = [Math.cos(half) * reach, Math.sin(half) * reach]
  return `M14 0L${c} ${-s}L${c} ${s}Z`
})
const byCard = computed(() =>
  props.row ? props.bench.inFrame(props.row) : !props.bench.meter.value
)
const label = computed(
  () =>
    `From above: the head, ${byCard.value ? 'a grey card' : 'the meter'} ${mm(distanceMm.value)} ` +
    `before it${turned.value > 0.5 ? `, the head turned ${turned.value}° aside` : ''}.`
)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="label">
    <path class="axis" :d="`M${HEAD.x} ${HEAD.y}H${WIDTH - 12}`" />
    <g :transform="`translate(${HEAD.x} ${HEAD.y}) rotate(${-turned})`">
      <path class="fan" :d="fan" />
      <rect class="head" x="-30" y="-17" width="40" height="34" rx="2" />
      <path class="face" d="M10 -15V15" />
      <path v-if="worn" class="worn" d="M10 -19H22V19H10Z" />
    </g>
    <path v-if="byCard" class="card" :d="`M${end} ${HEAD.y - 20}V${HEAD.y + 20}`" />
    <g v-else :transform="`translate(${end} ${HEAD.y})`">
      <circle class="meter" r="7" />
      <path class="meter" d="M7 -5H24V5H7" />
    </g>
    <g class="measure">
      <path
        :d="`M${HEAD.x + 10} ${HEIGHT - 20}H${end}M${HEAD.x + 10} ${HEIGHT - 25}v10M${end} ${HEIGHT - 25}v10`"
      />
      <text :x="(HEAD.x + 10 + end) / 2" :y="HEIGHT - 6" text-anchor="middle">
        {{ mm(distanceMm) }}
      </text>
    </g>
    <text v-if="turned > 0.5" :x="HEAD.x + 16" y="16">{{ turned }}°</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 30rem;
  background: var(--well);
  overflow: hidden;
}
path,
rect,
circle {
  fill: none;
  stroke: var(--drawn);
  stroke-width: 1.2;
}
.axis {
  stroke: var(--muted);
  stroke-dasharray: 8 3 2 3;
  stroke-width: 0.8;
}
.fan {
  fill: var(--source-a);
  fill-opacity: 0.12;
  stroke: none;
}
.head,
.worn,
.meter {
  fill: var(--raised);
}
.face {
  stroke: var(--source-a);
  stroke-width: 3;
}
.worn {
  stroke: var(--source-a);
}
.card {
  stroke: var(--bright);
  stroke-width: 4;
}
.measure path {
  stroke: var(--muted);
  stroke-width: 0.8;
}
text {
  font: 12px var(--mono);
  fill: var(--text);
}
</style>

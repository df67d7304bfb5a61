<script setup lang="ts">
/** What the plume sends to the lens of a light, by where it stands round it; where it stands now. */
import { computed } from 'vue'
import { vapourByAzimuth } from '@core/advise/vapour'
import type { LightId } from '@core/plan/plan'
import PlotChart from '@/instruments/PlotChart.vue'
import type { PlotSpec } from '@/instruments/plot'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const light = computed(() => store.plan!.lights.find((each) => each.id === props.id)!)
const points = computed(() => vapourByAzimuth(store.plan!, light.value))
const now = computed(() =>
  points.value.reduce(
    (near, { azimuthDeg }, i) =>
      Math.abs(azimuthDeg - light.value.at.azimuthDeg) <
      Math.abs(points.value[near]!.azimuthDeg - light.value.at.azimuthDeg)
        ? i
        : near,
    0
  )
)
const SIDES: Record<number, string> = {
  '-180': 'behind',
  '-90': 'left',
  0: 'front',
  90: 'right',
  180: 'behind'
}
const spec = computed<PlotSpec>(() => {
  const all = points.value.map((point) => point.stops)
  return {
    x: points.value.map(({ azimuthDeg }) => azimuthDeg),
    xTitle: 'round the plume',
    yTitle: 'stops against now',
    yRange: [Math.floor(Math.min(...all)), Math.ceil(Math.max(...all)) + 0.5],
    ticks: [-180, -90, 0, 90, 180].map((at) => ({ at, label: SIDES[at]! })),
    lines: [{ name: `light ${props.id}`, y: all, color: `--source-${props.id.toLowerCase()}` }],
    rules: [{ at: light.value.at.azimuthDeg, label: ' now' }]
  }
})
const readings = computed(() =>
  points.value.map(
    ({ azimuthDeg, turnedDeg, stops: by }) =>
      `${Math.round(azimuthDeg)}° round it: ${stops(by)} stops against now, turned by ` +
      `${Math.round(turnedDeg)}°.`
  )
)
</script>

<template>
  <section class="group" aria-labelledby="vapour-curve">
    <h3 id="vapour-curve">Where it stands round the vapour</h3>
    <PlotChart
      :spec="spec"
      :label="`What the plume sends to the lens by where light ${id} stands. ${readings[now]} Arrow keys read it off.`"
      :readings="readings"
      :start="now"
    />
    <p class="small muted">
      Same distance and height; its beam, what it does to lens and background left out.
    </p>
  </section>
</template>

<script setup lang="ts">
/**
 * Ambient at subject and background against the shutter, the strobe's light beside it, and what
 * kind of sync each shutter means.
 */
import { computed, ref } from 'vue'
import {
  byShutter,
  highSpeedAgainstSync,
  type Regime,
  type ShutterPoint
} from '@core/advise/byShutter'
import { nameOf } from '@core/scales/marks'
import { usePlan } from '@/stores/plan'
import { percent, stops } from '@/words/format'
import { highSpeedWords } from '@/words/sync'
import PlotChart from './PlotChart.vue'
import SyncBand from './SyncBand.vue'
import type { PlotBand, PlotSpec } from './plot'

const store = usePlan()
const plan = computed(() => store.plan!)
const points = computed(() => byShutter(plan.value))
const reading = ref<number | null>(null)
const now = computed(() =>
  points.value.reduce(
    (near, point, i) =>
      Math.abs(point.shutterStops - plan.value.settings.shutterStops) <
      Math.abs(points.value[near]!.shutterStops - plan.value.settings.shutterStops)
        ? i
        : near,
    0
  )
)
const REGIMES: Record<Regime, { readonly label: string; readonly color: string }> = {
  sync: { label: 'at or under sync', color: '--ok' },
  highSpeedSync: { label: 'high-speed sync', color: '--source-a' },
  band: { label: 'dark band', color: '--miss' },
  leaf: { label: 'leaf: syncs at all speeds', color: '--ok' }
}
const HIGH = 3
const LOW = -13
const bands = computed<PlotBand[]>(() => {
  const list: PlotBand[] = []
  for (const point of points.value) {
    const last = list.at(-1)
    const { label, color } = REGIMES[point.regime]
    if (last && last.label === label) list[list.length - 1] = { ...last, to: point.shutterStops }
    else
      list.push({ from: last ? last.to : point.shutterStops, to: point.shutterStops, label, color })
  }
  return list
})
const level = (value: number): number | null => (Number.isFinite(value) ? value : null)
const spec = computed<PlotSpec>(() => ({
  x: points.value.map((point) => point.shutterStops),
  xTitle: 'shutter',
  yTitle: 'level, stops',
  yRange: [LOW, HIGH],
  ticks: points.value
    .filter((point) => Math.abs(point.shutterStops / 2 - Math.round(point.shutterStops / 2)) < 1e-6)
    .map((point) => ({ at: point.shutterStops, label: nameOf('shutter', point.shutterStops) })),
  yTicks: [2, 0, -2, -4, -6, -8, -10, -12].map((at) => ({ at, label: stops(at, 0) })),
  lines: [
    {
      name: 'ambient at subject',
      y: points.value.map((point) => level(point.subject)),
      color: '--ambient',
      dash: 'dash'
    },
    {
      name: 'ambient at background',
      y: points.value.map((point) => level(point.background)),
      color: '--bright'
    },
    {
      name: 'strobes at subject',
      y: points.value.map((point) => (point.regime === 'band' ? null : level(point.strobe))),
      color: '--source-a',
      dash: 'dot'
    }
  ],
  bands: bands.value,
  rules: [{ at: plan.value.settings.shutterStops, label: ' now' }, ...limits.value]
}))
const limits = computed(() => {
  const { backgroundStops: most, backgroundLeastStops: least } = plan.value.goals
  const rule = (at: number, label: string) => ({ at, label, across: true })
  return least === null
    ? [rule(most, 'background at most')]
    : [rule(most, 'at most'), rule(least, 'background at least')]
})
const said = (value: number): string => (Number.isFinite(value) ? stops(value) : 'not read')
function strobeWords({ regime, strobe, lossStops }: ShutterPoint): string {
  if (regime === 'band') return ''
  const loss = lossStops < -0.01 ? ` (${stops(lossStops)} to the shutter)` : ''
  return `, strobes ${said(strobe)}${loss}`
}
function pointWords(point: ShutterPoint): string {
  const dark = point.dark > 0 ? ` over ${percent(point.dark)} of the picture` : ''
  return (
    `${nameOf('shutter', point.shutterStops)}, ${REGIMES[point.regime].label}${dark}: ` +
    `ambient at the subject ${said(point.subject)}, ` +
    `at the background ${said(point.background)}${strobeWords(point)}.`
  )
}
const readings = computed(() => points.value.map(pointWords))
const label = computed(
  () =>
    `Ambient by shutter at ${nameOf('aperture', plan.value.settings.apertureStops)}. ` +
    `${readings.value[now.value] ?? ''} Arrow keys read it off.`
)
const price = computed(() => {
  const past = highSpeedAgainstSync(plan.value)
  return past ? highSpeedWords(past) : ''
})
const shown = computed(
  () => points.value[reading.value ?? now.value]?.shutterStops ?? plan.value.settings.shutterStops
)
</script>

<template>
  <section aria-labelledby="chart-title" class="group">
    <h2 id="chart-title">Ambient against shutter</h2>
    <div class="side">
      <PlotChart
        v-if="points.length > 1"
        :spec="spec"
        :label="label"
        :readings="readings"
        :start="now"
        @read="reading = $event"
      />
      <SyncBand :shutter-stops="shown" />
    </div>
    <p v-if="price" class="small" data-high-speed-price>{{ price }}</p>
  </section>
</template>

<style scoped>
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 15rem);
  gap: 0.6rem 1.4rem;
  align-items: center;
}
p {
  max-width: 100ch;
  padding-top: 0.3rem;
}
@media (max-width: 1000px) {
  .side {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<script setup lang="ts">
/** The course with its ± and its readings; the shutter due at each moment. */
import { computed, ref } from 'vue'
import { nearestMark, marksOf } from '@core/scales/marks'
import PlotChart from '@/instruments/PlotChart.vue'
import type { PlotSpec } from '@/instruments/plot'
import { usePlan } from '@/stores/plan'
import { minuteOf, shutterName } from '@/words/dusk'
import { plain } from '@/words/format'
import type { CourseInHand } from './useCourse'

const props = defineProps<{ inHand: CourseInHand }>()
const store = usePlan()
const course = computed(() => props.inHand.course.value!)
const points = computed(() => course.value.points)
const HALF_HOUR = 1_800_000
const start = computed(() => {
  const first = points.value[0]!.at
  const i = Math.round((props.inHand.at.value - first) / 60_000)
  return Math.min(points.value.length - 1, Math.max(0, i))
})
const ticks = computed(() => {
  const [first, last] = [points.value[0]!.at, points.value.at(-1)!.at]
  const step = last - first > 6 * 3_600_000 ? 4 * HALF_HOUR : HALF_HOUR
  const from = Math.ceil(first / step) * step
  return Array.from({ length: Math.max(0, Math.floor((last - from) / step) + 1) }, (_, i) => ({
    at: from + i * step,
    label: minuteOf(from + i * step)
  }))
})
const rise = computed(() => (props.inHand.falling.value!.way === 'dusk' ? ' sunset' : ' sunrise'))
/** Two names would run into each other. */
const isNear = computed(
  () => Math.abs((course.value.sunsetAt ?? 0) - props.inHand.at.value) < HALF_HOUR
)
const spec = computed<PlotSpec>(() => {
  const evs = points.value.flatMap(({ ev, uncertaintyStops: u }) => [ev - u, ev + u])
  const read = course.value.readings.filter(({ on }) => on)
  const out = course.value.readings.filter(({ on }) => !on)
  const low = Math.floor(Math.min(...evs, ...read.map(({ ev }) => ev)))
  const high = Math.ceil(Math.max(...evs, ...read.map(({ ev }) => ev)))
  const line = (name: string, by: number, color: string, dash?: 'dot') => ({
    name,
    y: points.value.map(({ ev, uncertaintyStops: u }) => ev + by * u),
    color,
    ...(dash && { dash })
  })
  return {
    x: points.value.map(({ at }) => at),
    xTitle: 'time',
    yTitle: 'EV of the background',
    yRange: [low, high],
    ticks: ticks.value,
    lines: [
      line('course', 0, '--bright'),
      line('± one standard deviation', 1, '--muted', 'dot'),
      { ...line('below', -1, '--muted', 'dot'), quiet: true }
    ],
    points: [
      {
        name: 'readings',
        x: read.map(({ at }) => at),
        y: read.map(({ ev }) => ev),
        color: '--accent'
      },
      ...(out.length
        ? [
            {
              name: 'dropped',
              x: out.map(({ at }) => at),
              y: out.map(({ ev }) => ev),
              color: '--muted',
              symbol: 'x' as const
            }
          ]
        : [])
    ],
    rules: [
      { at: props.inHand.at.value - (props.inHand.at.value % 20_000), label: ' now' },
      ...(course.value.sunsetAt
        ? [{ at: course.value.sunsetAt, label: isNear.value ? '' : rise.value }]
        : [])
    ]
  }
})
const marks = computed(() => marksOf('shutter', store.plan!.camera.step))
const readings = computed(() =>
  points.value.map(
    ({ at, ev, uncertaintyStops, altitudeDeg, dueStops }) =>
      `${minuteOf(at)}: EV ${plain(ev, 3)} ± ${uncertaintyStops.toFixed(1)}, sun at ` +
      `${plain(altitudeDeg, 2)}°, ${shutterName(nearestMark(marks.value, dueStops).stops)} is due.`
  )
)
const shown = ref<number | null>(null)
</script>

<template>
  <section class="group" aria-labelledby="course-title">
    <h2 id="course-title">The course of the light</h2>
    <PlotChart
      :spec="spec"
      :label="`EV of the background by time. ${readings[start] ?? ''} Arrow keys read it off.`"
      :readings="readings"
      :start="start"
      @read="shown = $event"
    />
  </section>
</template>

<script setup lang="ts">
/** Levels across a clear subject and just beside it. */
import { computed } from 'vue'
import type { GlassLook } from '@core/advise/glass'
import PlotChart from '@/instruments/PlotChart.vue'
import type { PlotSpec } from '@/instruments/plot'
import { mm, stops } from '@/words/format'

const props = defineProps<{ look: GlassLook }>()
/** Nothing is darker than this on paper. */
const FLOOR = -10
const shown = (level: number): number => Math.max(FLOOR, level)
const spec = computed<PlotSpec>(() => {
  const { across, outline } = props.look
  const levels = across.map(({ level }) => shown(level))
  return {
    x: across.map((point) => point.mm),
    xTitle: 'across it, at the height looked through',
    yTitle: 'level, stops',
    yRange: [FLOOR - 0.5, Math.ceil(Math.max(0, ...levels)) + 0.5],
    ticks: [-outline.left, 0, outline.right].map((at) => ({ at, label: mm(Math.round(at)) })),
    lines: [{ name: 'all light', y: levels, color: '--accent' }],
    rules: [
      { at: -outline.left, label: ' outline' },
      { at: outline.right, label: '' }
    ]
  }
})
const readings = computed(() =>
  props.look.across.map(
    ({ mm: at, level }) =>
      `${at < 0 ? 'Left' : 'Right'} of its middle by ${mm(Number(Math.abs(at).toFixed(1)))}: ` +
      `${level > FLOOR ? stops(level) : 'black'}.`
  )
)
const middle = computed(() => Math.floor(props.look.across.length / 2))
</script>

<template>
  <PlotChart
    :spec="spec"
    :label="`Levels across the glass. ${readings[middle]} Arrow keys read it off.`"
    :readings="readings"
    :start="middle"
  />
</template>

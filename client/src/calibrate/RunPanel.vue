<script setup lang="ts">
/** One calibration: what stands where, the row to read now, all rows, and what they say. */
import { computed, ref } from 'vue'
import type { CalibrationKind } from '@core/calibration/calibration'
import HelpTip from '@/instruments/HelpTip.vue'
import { CALIBRATION_WORDS, rowOrder } from '@/words/calibration'
import BenchDevice from './BenchDevice.vue'
import BenchDrawing from './BenchDrawing.vue'
import DurationRows from './DurationRows.vue'
import DurationSetup from './DurationSetup.vue'
import FramesIn from './FramesIn.vue'
import RunChart from './RunChart.vue'
import RunResult from './RunResult.vue'
import RunRows from './RunRows.vue'
import RunSetup from './RunSetup.vue'
import type { Bench } from './useBench'

const props = defineProps<{ kitId: string; bench: Bench; kind: CalibrationKind }>()
defineEmits<{ head: [strobeId: string]; practise: [] }>()

const words = computed(() => CALIBRATION_WORDS[props.kind])
/** The row the hand is at: the one with the focus, else the first that is not read. */
const focused = ref<number | null>(null)
const unread = computed(
  () => props.bench.light.value?.rows.findIndex(({ reading, on }) => on && !reading) ?? -1
)
const left = computed(
  () => props.bench.light.value?.rows.filter(({ reading, on }) => on && !reading).length ?? 0
)
const now = computed(() => focused.value ?? (unread.value >= 0 ? unread.value : null))
const row = computed(() => props.bench.light.value?.rows[now.value ?? -1] ?? null)
const order = computed(() => {
  const { light, strobe } = props.bench
  return row.value && light.value && strobe.value
    ? rowOrder(light.value, row.value, strobe.value)
    : ''
})
</script>

<template>
  <div class="stand">
    <p>{{ words.stand }} <HelpTip :about="words.name.toLowerCase()" :text="words.help" /></p>
  </div>
  <template v-if="bench.light.value && bench.strobe.value">
    <RunSetup :bench="bench" @head="$emit('head', $event)" />
    <div class="work">
      <div class="rows">
        <p v-if="order" class="now" role="status" data-now>{{ order }}</p>
        <p v-else class="now muted">All rows are read.</p>
        <BenchDevice :kit-id="kitId" :bench="bench" :left="left" @practise="$emit('practise')" />
        <RunRows :bench="bench" :now="now" @focus="focused = $event" />
        <FramesIn v-if="bench.camera.value" :bench="bench" />
      </div>
      <div class="says">
        <BenchDrawing :bench="bench" :row="row" />
        <RunChart :bench="bench" />
        <RunResult :bench="bench" />
      </div>
    </div>
  </template>
  <template v-else-if="bench.duration.value && bench.strobe.value">
    <DurationSetup :bench="bench" />
    <div class="work">
      <DurationRows :bench="bench" />
      <div class="says"><RunResult :bench="bench" /></div>
    </div>
  </template>
  <p v-else class="miss">The strobe of this run is not in your kit any more.</p>
</template>

<style scoped>
.stand p {
  max-width: 62rem;
  color: var(--text);
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 1.2rem 2rem;
  align-items: start;
}
.rows,
.says {
  display: grid;
  gap: 0.8rem;
  min-width: 0;
}
.now {
  font-size: 1.25rem;
  color: var(--bright);
  min-height: 1.7rem;
}
.now.muted {
  color: var(--muted);
}
@media (max-width: 760px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

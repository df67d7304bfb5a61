<script setup lang="ts">
/** The streak, or what was lost, at each mark. */
import { computed, ref } from 'vue'
import { LEAST_LOST } from '@core/calibration/duration'
import type { DurationCalibration } from '@core/calibration/calibration'
import { formatPower, parsePower } from '@core/scales/dial'
import { parseLength } from '@core/scales/parse'
import { parseStops } from '@core/scales/stops'
import { plain } from '@/words/format'
import FigureField from './FigureField.vue'
import StreakMark from './StreakMark.vue'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench }>()
const run = computed(() => props.bench.duration.value!)
const strobe = computed(() => props.bench.strobe.value!)
const byLoss = computed(() => run.value.way === 'two-frames')

type Row = DurationCalibration['rows'][number]
const setRow = (i: number, part: Partial<Row>): void =>
  props.bench.set({ rows: run.value.rows.map((row, k) => (k === i ? { ...row, ...part } : row)) })
const add = (): void =>
  props.bench.set({
    rows: [
      ...run.value.rows,
      { powerStops: run.value.rows.at(-1)?.powerStops ?? 0, value: null, on: true }
    ]
  })
const remove = (i: number): void =>
  props.bench.set({ rows: run.value.rows.filter((_, k) => k !== i) })
/** the row whose streak is being marked in a picture */
const marking = ref<number | null>(null)
const measured = (i: number, streakMm: number): void => {
  setRow(i, { value: streakMm, on: true })
  marking.value = null
}
/** 0 stands for nothing read: no streak is that short. */
const parseValue = (text: string): number | null => {
  if (!text.trim()) return 0
  return byLoss.value ? parseStops(text.replace(/^[−-]/, '')) : parseLength(text)
}
</script>

<template>
  <div class="rows">
    <div
      v-for="(row, i) in run.rows"
      :key="i"
      class="row"
      role="group"
      :aria-label="`Row ${i + 1}`"
    >
      <FigureField
        label="Power"
        :value="row.powerStops"
        :parse="(t) => parsePower(strobe.dial, t)"
        :show="(v) => formatPower(strobe.dial, v)"
        :least="-14"
        :most="0"
        @change="setRow(i, { powerStops: $event, value: null })"
      />
      <FigureField
        :label="byLoss ? 'The fast frame lost' : 'Streak'"
        :unit="byLoss ? 'stops' : 'mm'"
        :value="row.value ?? 0"
        :parse="parseValue"
        :show="(v) => (v === 0 ? '' : plain(v, 4))"
        :least="0"
        :most="byLoss ? 10 : 10000"
        @change="setRow(i, { value: $event === 0 ? null : $event, on: true })"
      />
      <span class="acts">
        <input
          type="checkbox"
          :checked="row.on"
          :aria-label="`Row ${i + 1} counts`"
          @change="setRow(i, { on: ($event.target as HTMLInputElement).checked })"
        />
        <button
          type="button"
          class="push bare"
          :aria-label="`Remove row ${i + 1}`"
          @click="remove(i)"
        >
          Remove
        </button>
        <button
          v-if="!byLoss"
          type="button"
          class="push bare"
          :aria-expanded="marking === i"
          :aria-label="`Measure row ${i + 1} in a picture`"
          @click="marking = marking === i ? null : i"
        >
          In a picture
        </button>
      </span>
      <StreakMark
        v-if="marking === i && !byLoss"
        :key="run.way"
        :run="run"
        @measured="measured(i, $event)"
      />
      <span v-if="row.value !== null && byLoss && row.value < LEAST_LOST" class="small near wide">
        Less than {{ LEAST_LOST }} stop is not told from nothing: a faster shutter tells more.
      </span>
      <span v-if="row.value !== null && byLoss && row.powerStops < -0.05" class="small near wide">
        A head that cuts its flash short does not die away by itself below full power: not what this
        way measures.
      </span>
      <span v-if="row.value !== null && !byLoss && row.value <= run.markMm" class="small near wide">
        No longer than the mark itself: too short to tell at this speed.
      </span>
    </div>
    <button type="button" class="push" @click="add">Add a row</button>
  </div>
</template>

<style scoped>
.rows {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.3rem 1.2rem;
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.4rem;
}
.acts input {
  width: 20px;
  height: 20px;
  vertical-align: middle;
  accent-color: var(--accent);
}
.wide {
  flex-basis: 100%;
}
</style>

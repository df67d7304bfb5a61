<script setup lang="ts">
/** The rows of a run: what to read, what should be read, what was; each left out or taken in. */
import { computed } from 'vue'
import { MOST_ROWS, type BenchRow } from '@core/calibration/calibration'
import { ROW_HEAD } from '@/words/calibration'
import RowLine from './RowLine.vue'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench; now: number | null }>()
defineEmits<{ focus: [row: number | null] }>()
const run = computed(() => props.bench.light.value!)
const reads = computed(() => props.bench.result.value?.reads ?? [])
const straying = computed(() => new Set(props.bench.result.value?.straying ?? []))

/** Another reading at the same place as the last row: a place of one's own is typed over it. */
const add = (): void => {
  const { rows } = run.value
  const last = rows.at(-1)
  const row: BenchRow = { at: last?.at ?? 0, reference: false, reading: null, on: true }
  props.bench.setRows([...rows, row])
}
const take = (i: number): void => props.bench.setRows(run.value.rows.filter((_, k) => k !== i))
</script>

<template>
  <table>
    <caption class="hidden-label">
      Readings
    </caption>
    <thead>
      <tr>
        <th scope="col">{{ ROW_HEAD[run.kind] }}</th>
        <th scope="col">Should read</th>
        <th scope="col">Read</th>
        <th scope="col">Off</th>
        <th scope="col"><span class="hidden-label">Counts</span></th>
      </tr>
    </thead>
    <tbody>
      <RowLine
        v-for="(row, i) in run.rows"
        :key="i"
        :bench="bench"
        :row="row"
        :index="i"
        :read="reads[i] ?? null"
        :strays="straying.has(i)"
        :now="now === i"
        @focus="$emit('focus', i)"
        @blur="$emit('focus', null)"
        @take="take(i)"
      />
    </tbody>
  </table>
  <button type="button" class="push" :disabled="run.rows.length >= MOST_ROWS" @click="add">
    Add a row
  </button>
</template>

<style scoped>
table {
  width: 100%;
}
th {
  color: var(--muted);
  font-size: 0.8125rem;
  padding: 0 0.6rem 0.2rem 0;
}
button {
  justify-self: start;
}
</style>

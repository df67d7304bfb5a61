<script setup lang="ts">
/** Flash durations by power, where the user knows them. */
import type { Fault } from '@core/plan/open'
import type { DurationPoint } from '@core/light/strobe'
import { parseStops } from '@core/scales/stops'
import { parseDuration, showDuration, type FieldSpec } from '@/words/fieldSpec'
import { formatStops } from '@core/scales/stops'
import KitField from './KitField.vue'

const props = defineProps<{ rows: readonly DurationPoint[]; faults: readonly Fault[] }>()
const emit = defineEmits<{ change: [rows: DurationPoint[]] }>()

const POWER: FieldSpec = {
  path: 'powerStops',
  label: 'Power, stops below full',
  type: 'figure',
  parse: parseStops,
  show: (v) => formatStops(v)
}
const TIME: FieldSpec = {
  path: 't01',
  label: 't0.1',
  type: 'figure',
  parse: parseDuration,
  show: showDuration
}

const put = (index: number, key: string, value: unknown): void =>
  emit(
    'change',
    props.rows.map((row, i) => (i === index ? ({ ...row, [key]: value } as DurationPoint) : row))
  )
const errorAt = (index: number, key: string): string =>
  props.faults.find((fault) => fault.path === `durations.${index}.${key}`)?.message ?? ''
</script>

<template>
  <fieldset>
    <legend>Flash durations by power (optional)</legend>
    <div v-for="(row, index) in rows" :key="index" class="row">
      <KitField
        :spec="POWER"
        :value="row.powerStops"
        :error="errorAt(index, 'powerStops')"
        @change="put(index, 'powerStops', $event)"
      />
      <KitField
        :spec="TIME"
        :value="row.t01"
        :error="errorAt(index, 't01')"
        @change="put(index, 't01', $event)"
      />
      <button
        type="button"
        class="push bare"
        :aria-label="`Remove duration ${index + 1}`"
        @click="
          emit(
            'change',
            rows.filter((_, i) => i !== index)
          )
        "
      >
        Remove
      </button>
    </div>
    <button
      type="button"
      class="push"
      :disabled="rows.length >= 24"
      @click="emit('change', [...rows, { powerStops: -rows.length, t01: 0.001 }])"
    >
      Add a duration
    </button>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 1rem 0 0;
  padding: 0.8rem 0 0;
}
legend {
  color: var(--muted);
  padding: 0 0.5rem 0 0;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 0.4rem 1.2rem;
  align-items: end;
  padding-bottom: 0.5rem;
}
</style>

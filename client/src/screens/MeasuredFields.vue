<script setup lang="ts">
/** What was measured of a strobe: how sure its guide number is, its marks, high-speed sync. */
import { computed } from 'vue'
import type { Strobe } from '@core/kit/kit'
import type { Fault } from '@core/plan/open'
import { OUTPUT_SURE } from '@/words/strobeFields'
import { HIGH_SPEED_COLUMNS, MARK_COLUMNS } from '@/words/kitParts'
import FigureTable from './FigureTable.vue'
import KitField from './KitField.vue'

const props = defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  faults: readonly Fault[]
}>()
defineEmits<{ put: [path: string, value: unknown] }>()
const marks = computed(() => props.at('marks') as Strobe['marks'])
const losses = computed(() => props.at('highSpeedLosses') as Strobe['highSpeedLosses'])
</script>

<template>
  <fieldset>
    <legend>As measured (Calibrate fills this in)</legend>
    <KitField
      :spec="OUTPUT_SURE"
      :value="at(OUTPUT_SURE.path)"
      :error="errorAt(OUTPUT_SURE.path)"
      @change="$emit('put', OUTPUT_SURE.path, $event)"
    />
    <h3>Marks of the dial, weakest first</h3>
    <FigureTable
      path="marks"
      :columns="MARK_COLUMNS"
      :rows="marks"
      :faults="faults"
      :least="0"
      :most="80"
      one="mark"
      :next="{ powerStops: (marks.at(-1)?.powerStops ?? -7) / 2, stops: 0, uncertaintyStops: 0.2 }"
      @change="$emit('put', 'marks', $event)"
    />
    <h3>Loss in high-speed sync besides the curtains, slowest shutter first</h3>
    <FigureTable
      path="highSpeedLosses"
      :columns="HIGH_SPEED_COLUMNS"
      :rows="losses"
      :faults="faults"
      :least="0"
      :most="30"
      one="shutter"
      :next="{
        shutterStops: (losses.at(-1)?.shutterStops ?? 8) + 1,
        stops: losses.at(-1)?.stops ?? 0.5,
        uncertaintyStops: 0.2
      }"
      @change="$emit('put', 'highSpeedLosses', $event)"
    />
  </fieldset>
</template>

<style scoped>
h3 {
  padding: 0.8rem 0 0.3rem;
}
</style>

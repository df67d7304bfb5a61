<script setup lang="ts">
/** By what a flash's duration is measured, and how fast that is. */
import { computed } from 'vue'
import { fallingSpeed, turningSpeed } from '@core/calibration/duration'
import type { DurationWay } from '@core/calibration/calibration'
import { parseLength, parseNumber, parseShutter } from '@core/scales/parse'
import { nameOf } from '@core/scales/marks'
import { DURATION_HELP, DURATION_WAYS } from '@/words/calibration'
import { plain } from '@/words/format'
import FigureField from './FigureField.vue'
import PickField from './PickField.vue'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench }>()
const run = computed(() => props.bench.duration.value!)
const ways = DURATION_WAYS.map(({ value, title }) => ({ id: value, name: title }))
/** What is read is another thing then: nothing of before holds. */
const pick = (way: DurationWay): void =>
  props.bench.set({
    way,
    rows: run.value.rows.map((row) => ({ ...row, value: null }))
  })
const speed = computed(() => {
  const { way, radiusMm, turnsPerMinute, dropMm } = run.value
  const mmS = way === 'turning' ? turningSpeed(radiusMm, turnsPerMinute) : fallingSpeed(dropMm)
  return `It moves at ${plain(mmS / 1000)} m/s: a streak of 1 mm is 1/${Number(mmS.toPrecision(2))} s.`
})
</script>

<template>
  <div class="setup" role="group" aria-label="Set-up">
    <PickField
      label="By"
      :value="run.way"
      :items="ways"
      @change="$event && pick($event as DurationWay)"
    />
    <template v-if="run.way === 'turning'">
      <FigureField
        label="Turns a minute"
        :value="run.turnsPerMinute"
        :parse="parseNumber"
        :show="(v) => plain(v, 6)"
        :least="1"
        :most="200000"
        @change="bench.set({ turnsPerMinute: $event })"
      />
      <FigureField
        label="Mark’s radius"
        unit="mm"
        :value="run.radiusMm"
        :parse="parseLength"
        :show="(v) => plain(v, 5)"
        :least="1"
        :most="2000"
        @change="bench.set({ radiusMm: $event })"
      />
    </template>
    <FigureField
      v-if="run.way === 'falling'"
      label="Fallen by"
      unit="mm"
      :value="run.dropMm"
      :parse="parseLength"
      :show="(v) => plain(v, 5)"
      :least="1"
      :most="20000"
      @change="bench.set({ dropMm: $event })"
    />
    <FigureField
      v-if="run.way !== 'two-frames'"
      label="Mark’s own length"
      unit="mm"
      :value="run.markMm"
      :parse="parseLength"
      :show="(v) => plain(v, 4)"
      :least="0"
      :most="200"
      @change="bench.set({ markMm: $event })"
    />
    <FigureField
      v-else
      label="The fast shutter"
      :value="run.shutterStops"
      :parse="(t) => parseShutter(t)"
      :show="(v) => nameOf('shutter', v)"
      :least="3"
      :most="14"
      @change="bench.set({ shutterStops: $event })"
    />
  </div>
  <p class="small muted">
    {{ DURATION_HELP[run.way] }} <template v-if="run.way !== 'two-frames'">{{ speed }}</template>
  </p>
</template>

<style scoped>
.setup {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.4rem;
  padding: 0.2rem 0 0.6rem;
  border-bottom: 1px solid var(--line);
}
p {
  max-width: 62rem;
}
</style>

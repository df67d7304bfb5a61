<script setup lang="ts">
/** The runs there have been, newest first. */
import type { CalibrationRecord } from '@core/api/api'
import { progressWords } from '@/words/calibration'
import { when } from '@/words/format'

defineProps<{
  runs: readonly CalibrationRecord[]
  /** the run in hand */
  open: string | null
}>()
defineEmits<{
  open: [record: CalibrationRecord]
  begin: []
  remove: [record: CalibrationRecord]
}>()
</script>

<template>
  <div class="runs">
    <h3>Runs</h3>
    <ul>
      <li v-for="record in runs" :key="record.id" :class="{ now: record.id === open }">
        <button
          type="button"
          class="push bare"
          :aria-current="record.id === open ? 'true' : undefined"
          @click="$emit('open', record)"
        >
          {{ when(record.calibration.startedAt) }}
          <small class="muted">{{ progressWords(record.calibration) }}</small>
        </button>
        <button
          type="button"
          class="push bare"
          :aria-label="`Delete the run of ${when(record.calibration.startedAt)}`"
          @click="$emit('remove', record)"
        >
          Delete
        </button>
      </li>
    </ul>
    <button type="button" class="push" @click="$emit('begin')">Begin another run</button>
  </div>
</template>

<style scoped>
.runs {
  display: grid;
  gap: 0.4rem;
  align-content: start;
  justify-items: start;
}
ul {
  width: 100%;
}
li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--line);
}
li button:first-child {
  display: grid;
  text-align: left;
  gap: 0;
  padding: 0.3rem 0;
  white-space: normal;
}
li.now button:first-child {
  color: var(--bright);
}
small {
  font-size: 0.8125rem;
}
</style>

<script setup lang="ts">
/** Two frames in words: what was changed, and what that did at each place that is read in both. */
import { computed } from 'vue'
import { changesBetween } from '@core/run/changes'
import type { Frame } from '@core/run/frame'
import { usePlan } from '@/stores/plan'
import { changesWords } from '@/words/changes'
import { limitSign, stops } from '@/words/format'
import { placeName } from '@/words/names'
import { changeWords } from '@/words/picture'
import { differenceOf } from './difference'
import { useBothRead } from './useBothRead'
import type { useShots } from './useShots'

const props = defineProps<{
  frame: Frame
  other: Frame
  number: number
  shots: ReturnType<typeof useShots>
}>()
const store = usePlan()
const changes = computed(() => changesBetween(props.other.plan, props.frame.plan))
const { rows } = useBothRead(
  () => props.frame,
  () => props.other
)
</script>

<template>
  <section aria-label="What differs" data-difference>
    <h3>Against frame {{ number }}</h3>
    <p>{{ changesWords(store.plan!, changes) }}.</p>
    <p v-if="shots.change.value" class="small">
      {{ changeWords(shots.change.value, `frame ${number}`) }}
      <template v-if="!shots.registration.value">
        The two cannot be laid over each other: spots are held against the same spots.</template
      >
    </p>
    <table v-if="rows.length" class="small">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col" class="right">Frame {{ number }}</th>
          <th scope="col" class="right">Here</th>
          <th scope="col" class="right">Change</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.place" :data-both="row.place">
          <th scope="row">{{ placeName(store.plan!, row.place) }}</th>
          <td class="num right">{{ limitSign(row.before.limit) }}{{ stops(row.before.level) }}</td>
          <td class="num right">{{ limitSign(row.now.limit) }}{{ stops(row.now.level) }}</td>
          <td class="num right">{{ differenceOf(row.before, row.now) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 0.4rem;
}
table {
  width: 100%;
}
th,
td {
  padding: 0.25rem 0.5rem 0.25rem 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  color: var(--muted);
}
.right {
  text-align: right;
}
</style>

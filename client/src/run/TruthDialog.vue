<script setup lang="ts">
/** How a made-up studio really was, and what the run has found of it. */
import { computed } from 'vue'
import type { Truth } from '@core/api/devices'
import { correctionFor } from '@core/ledger/corrections'
import { usePlan } from '@/stores/plan'
import { causeWords, truthNotes } from '@/words/devices'
import TruthTable, { type TruthRow } from '@/devices/TruthTable.vue'
import { placeName, sourceName } from '@/words/names'

const props = defineProps<{ truth: Truth }>()
const emit = defineEmits<{ close: [] }>()
const store = usePlan()

/** The subject and the background for each source, and wherever something was found. */
const rows = computed(() =>
  props.truth.differences.flatMap(({ source, place, stops: real }): TruthRow[] => {
    const found = correctionFor(store.plan!, source, place)
    const shown =
      place === 'subject' ||
      (source === 'ambient' && place === 'background') ||
      found?.place === place
    const where = placeName(store.plan!, place).toLowerCase()
    const name = `${sourceName(store.plan!, source)}, ${where}`
    return shown ? [{ key: `${source}/${place}`, source, name, real, found }] : []
  })
)
const sources = computed(() => [...new Set(rows.value.map(({ source }) => source!))])
const notes = computed(() => truthNotes(props.truth, store.plan!))
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="720"
    aria-labelledby="truth-title"
    @update:model-value="emit('close')"
  >
    <div class="dialog-panel">
      <h2 id="truth-title">What was true in this studio</h2>
      <TruthTable head="Source, place" :rows="rows" />
      <p class="small muted">
        Stops by which the light differs from the plan’s figures as they stand on dials and kit.
      </p>
      <ul class="small">
        <li v-for="source in sources" :key="source">
          <b>{{ sourceName(store.plan!, source) }}:</b>
          {{ causeWords(truth, source) || 'as the figures say' }}
        </li>
        <li v-for="note in notes" :key="note" class="muted">{{ note }}</li>
      </ul>
      <div class="row">
        <button type="button" class="push main" @click="emit('close')">Back to the run</button>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
@media (max-width: 760px) {
  .dialog-panel {
    padding: 1rem;
  }
}
li {
  padding: 0.12rem 0;
}
b {
  font-weight: 500;
  color: var(--bright);
}
</style>

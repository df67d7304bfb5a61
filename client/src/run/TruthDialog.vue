<script setup lang="ts">
/** How a made-up studio really was, and what the run has found of it. */
import { computed } from 'vue'
import type { Truth } from '@core/api/devices'
import { correctionFor } from '@core/ledger/corrections'
import { usePlan } from '@/stores/plan'
import { causeWords, truthNotes } from '@/words/devices'
import { limitSign, stops } from '@/words/format'
import { placeName, sourceMark, sourceName } from '@/words/names'

const props = defineProps<{ truth: Truth }>()
const emit = defineEmits<{ close: [] }>()
const store = usePlan()

/** The subject and the background for each source, and wherever something was found. */
const rows = computed(() =>
  props.truth.differences.flatMap(({ source, place, stops: real }) => {
    const found = correctionFor(store.plan!, source, place)
    const shown =
      place === 'subject' ||
      (source === 'ambient' && place === 'background') ||
      found?.place === place
    return shown ? [{ source, place, real, found }] : []
  })
)
const sources = computed(() => [...new Set(rows.value.map(({ source }) => source))])
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
      <div class="scroll" tabindex="0" role="group" aria-label="Found against true">
        <table>
          <thead>
            <tr>
              <th scope="col">Source, place</th>
              <th scope="col" class="right">True</th>
              <th scope="col" class="right">Found</th>
              <th scope="col" class="right">Left</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="`${row.source}/${row.place}`">
              <th scope="row">
                <span class="source-mark" :class="`hue-${row.source}`" aria-hidden="true">{{
                  sourceMark(row.source)
                }}</span>
                {{ sourceName(store.plan!, row.source) }},
                {{ placeName(store.plan!, row.place).toLowerCase() }}
              </th>
              <td class="num right">{{ stops(row.real) }}</td>
              <td class="num right">
                <template v-if="row.found"
                  >{{ limitSign(row.found.limit) }}{{ stops(row.found.stops) }} ±
                  {{ row.found.uncertaintyStops }}</template
                ><span v-else class="muted">none</span>
              </td>
              <td class="num right">{{ stops(row.real - (row.found?.stops ?? 0)) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
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
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
}
th,
td {
  padding: 0.35rem 0.6rem 0.35rem 0;
  border-bottom: 1px solid var(--line);
}
tbody th {
  font-weight: 400;
}
td {
  white-space: nowrap;
}
@media (max-width: 760px) {
  .dialog-panel {
    padding: 1rem;
  }
  td {
    font-size: 0.8125rem;
  }
}
.source-mark {
  margin-right: 0.4rem;
}
.right {
  text-align: right;
}
li {
  padding: 0.12rem 0;
}
b {
  font-weight: 500;
  color: var(--bright);
}
</style>

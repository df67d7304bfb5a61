<script setup lang="ts">
/** One cell opened: its terms with figures and formulas, and their sum. */
import { computed } from 'vue'
import type { Place } from '@core/plan/plan'
import { cellTerms } from '@core/ledger/cellTerms'
import { correctionFor } from '@core/ledger/corrections'
import { cellAt } from '@core/ledger/ledger'
import { isAmbientPart, TERM_FORMULAS, type RowId } from '@core/ledger/terms'
import { weaknessesOf } from '@core/ledger/weakness'
import { inTheWay } from '@core/set/inTheWay'
import { transportOf } from '@core/set/remembered'
import { usePlan } from '@/stores/plan'
import { shadeWords, termFigures } from '@/words/figures'
import { stops } from '@/words/format'
import { placeName, sourceName, TERM_NAMES } from '@/words/names'
import { weaknessWords } from '@/words/weakness'

const props = defineProps<{ cellKey: string; highlight?: string }>()
const store = usePlan()
const source = computed(() => props.cellKey.split('-')[0] as RowId)
const place = computed(() => props.cellKey.split('-')[1] as Place)
const cell = computed(() => cellAt(store.evaluation!.ledger, source.value, place.value) ?? null)
const terms = computed(() => (cell.value ? cellTerms(store.plan!, source.value, place.value) : []))
const title = computed(
  () =>
    `${sourceName(store.plan!, source.value)} at ` +
    `${placeName(store.plan!, place.value).toLowerCase()}`
)

const correction = computed(() =>
  isAmbientPart(source.value) ? null : correctionFor(store.plan!, source.value, place.value)
)
const weak = computed(() =>
  terms.value.length ? weaknessWords(weaknessesOf(store.plan!, source.value, place.value)) : ''
)
const DARK_WORDS: Record<string, string> = {
  off: 'This light is switched off.',
  outside: 'The place lies outside the beam, and nothing bounces there.',
  behind: 'The surface there faces away from this light, and nothing bounces there.',
  shadowed: 'stands between, and nothing bounces there.',
  known: ''
}
/** What stands in the way of all of it. */
const between = computed(() => {
  if (cell.value?.state !== 'shadowed') return ''
  const { scene } = transportOf(store.plan!)
  const i = store.plan!.lights.findIndex(({ id }) => id === source.value)
  const j = scene.places.findIndex(({ id }) => id === place.value)
  if (i < 0) return 'Something '
  const words = shadeWords(store.plan!, inTheWay(scene, i, j)) || 'something'
  return `${words.charAt(0).toUpperCase()}${words.slice(1)} `
})
const dropReading = (): void => {
  const ids = new Set(correction.value?.from.map(({ id }) => id))
  store.update('correction removed', (draft) => {
    for (const each of draft.corrections) if (ids.has(each.id)) each.on = false
  })
}
</script>

<template>
  <section class="terms" :aria-label="`Terms of ${title}`">
    <h3>{{ title }}</h3>
    <p v-if="!cell" class="muted">This place is not in the plan any more.</p>
    <p v-else-if="cell.state === 'unknown'" class="muted">
      {{
        isAmbientPart(source) && source !== 'rest'
          ? 'Not read yet, or none of it falls where it was read: see its figures under Dark.'
          : 'Not read yet. Take the black frame in Run, or enter a reading under Subject.'
      }}
    </p>
    <p v-else-if="terms.length === 0" class="muted">{{ between }}{{ DARK_WORDS[cell.state] }}</p>
    <table v-else>
      <tbody>
        <tr
          v-for="(term, i) in terms"
          :key="i"
          :class="{ led: term.kind === highlight }"
          :data-term="term.kind"
        >
          <td>
            {{ TERM_NAMES[term.kind] }}
            <span class="muted">{{ termFigures(store.plan!, term, source) }}</span>
            <small :title="TERM_FORMULAS[term.kind].source"
              >{{ TERM_FORMULAS[term.kind].formula }}
              <span class="from">({{ TERM_FORMULAS[term.kind].source }})</span></small
            >
          </td>
          <td class="num">{{ stops(term.stops) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>{{ title }}</td>
          <td class="num">{{ stops(cell.level) }}</td>
        </tr>
      </tfoot>
    </table>
    <p v-if="weak" class="small muted" data-weak>{{ weak }}</p>
    <button
      v-if="terms.some((term) => term.kind === 'correction')"
      type="button"
      class="push"
      @click="dropReading"
    >
      {{
        correction && correction.from.length > 1
          ? `Remove these ${correction.from.length} corrections`
          : 'Remove this correction'
      }}
    </button>
  </section>
</template>

<style scoped>
.terms {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
table {
  width: 100%;
}
td {
  padding: 0.28rem 0;
  border-bottom: 1px dotted var(--line);
  vertical-align: top;
}
td:last-child {
  text-align: right;
  padding-left: 0.8rem;
  color: var(--bright);
  white-space: nowrap;
}
small {
  display: block;
  font-size: 0.75rem;
  color: var(--muted);
}
tr.led td {
  background: color-mix(in srgb, var(--accent) 14%, transparent);
}
tr.led td:first-child {
  box-shadow: -3px 0 var(--accent);
}
tfoot td {
  border: 0;
  border-top: 1px solid var(--rule);
  color: var(--bright);
  padding-top: 0.4rem;
}
</style>

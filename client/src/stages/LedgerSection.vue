<script setup lang="ts">
/** The sum of the set: its ratios, the table of sources and places, what is to be known of it. */
import { computed, ref } from 'vue'
import { ratiosOf } from '@core/ledger/ratios'
import type { SourceId } from '@core/ledger/terms'
import type { Place } from '@core/plan/plan'
import { saveText } from '@/api/saveFile'
import { COLOUR_MODES, colourMode } from '@/instruments/colourMode'
import LedgerTable from '@/instruments/LedgerTable.vue'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { csvOf } from '@/words/csv'
import { FLAG_WORDS } from '@/words/flags'
import { ratioWords } from '@/words/format'
import { ledgerRows } from '@/words/ledger'

/** The cell that is open, source and place. */
defineProps<{ open: string }>()
defineEmits<{ open: [key: string]; place: [place: Place] }>()
const store = usePlan()
const notices = useNotices()
const plan = computed(() => store.plan!)
const isolated = ref<SourceId[]>([])
const ratios = computed(() => ratiosOf(plan.value, store.evaluation!.ledger))
const copy = async (): Promise<void> => {
  try {
    await navigator.clipboard.writeText(
      ledgerRows(plan.value)
        .map((row) => row.join('\t'))
        .join('\n')
    )
    notices.say('The sum is on the clipboard, ready for a spreadsheet.')
  } catch {
    notices.say('This browser does not let the page use the clipboard. Take the CSV file instead.')
  }
}
const saveCsv = (): void =>
  saveText(csvOf(ledgerRows(plan.value)), 'text/csv', `${plan.value.title} ledger.csv`)
</script>

<template>
  <section class="group sum" aria-labelledby="ledger-title">
    <div class="title">
      <h2 id="ledger-title">The sum</h2>
      <span v-if="ratios.keyFill !== null" class="small" data-ratio="key-fill"
        ><span class="muted">key : fill</span>
        <span class="num">{{ ratioWords(ratios.keyFill) }}</span></span
      >
      <span v-if="ratios.litShadow !== null" class="small" data-ratio="lit-shadow"
        ><span class="muted">lit : shadow</span>
        <span class="num">{{ ratioWords(ratios.litShadow) }}</span></span
      >
      <label class="small colours"
        ><span class="muted" aria-hidden="true">Colours</span
        ><select v-model="colourMode" aria-label="Colours of the sum">
          <option v-for="{ value, title } in COLOUR_MODES" :key="value" :value="value">
            {{ title }}
          </option>
        </select></label
      >
      <span class="acts"
        ><button type="button" class="push bare" @click="copy">Copy</button
        ><button type="button" class="push bare" @click="saveCsv">CSV</button></span
      >
    </div>
    <LedgerTable
      :open="open"
      :isolated="isolated"
      @open="$emit('open', $event)"
      @place="$emit('place', $event)"
      @isolate="isolated = $event"
    />
    <ul v-if="store.evaluation!.flags.length" class="flags small">
      <li v-for="flag in store.evaluation!.flags" :key="flag" class="near">
        ▲ {{ FLAG_WORDS[flag] }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
.title {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.4rem;
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.2rem;
}
.title .muted {
  margin-right: 0.3rem;
}
.acts {
  margin-left: auto;
}
.acts .push {
  min-height: 28px;
  font-size: 0.8125rem;
}
.colours select {
  min-height: 28px;
  padding: 0 0.4rem;
  color: var(--text);
  background: var(--well);
  border: 1px solid var(--rule);
  border-radius: 2px;
}
.flags {
  padding-top: 0.6rem;
  display: grid;
  gap: 0.3rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .acts .push {
    min-height: 44px;
  }
}
</style>

<script setup lang="ts">
/** The strobe: where it stands, what is on it, the power to set; the ledger; any cell opened into its terms. */
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Modifier, Strobe } from '@core/kit/kit'
import { chooseOnDial } from '@core/scales/dial'
import CellTerms from '@/instruments/CellTerms.vue'
import KitPick from '@/instruments/KitPick.vue'
import LedgerTable from '@/instruments/LedgerTable.vue'
import PowerAdvice from '@/instruments/PowerAdvice.vue'
import SetSketch from '@/instruments/SetSketch.vue'
import StepField from '@/instruments/StepField.vue'
import TonePreview from '@/instruments/TonePreview.vue'
import WaysOut from '@/instruments/WaysOut.vue'
import { usePlan } from '@/stores/plan'
import { FLAG_WORDS } from '@/words/flags'

const store = usePlan()
const route = useRoute()
const plan = computed(() => store.plan!)
const open = ref('A-subject')
const term = ref('')
watch(
  () => route.query,
  (query) => {
    if (typeof query.cell === 'string' && /^(ambient|A)-(subject|ground)$/.test(query.cell)) open.value = query.cell
    term.value = typeof query.term === 'string' ? query.term : ''
  },
  { immediate: true }
)

const pickStrobe = (strobe: Strobe): void => {
  store.update('strobe', (draft) => {
    draft.lights[0].strobe = structuredClone(strobe)
    // Another dial has other marks: the power goes to the nearest of them.
    draft.lights[0].powerStops = chooseOnDial(strobe.dial, draft.lights[0].powerStops).mark.stops
  })
}
const pickModifier = (modifier: Modifier | null): void => void store.set('lights.0.modifier', modifier && structuredClone(modifier), 'modifier')
</script>

<template>
  <div class="stage light-stage">
    <h1 class="hidden-label">Light</h1>
    <SetSketch class="sketch" :height="205" />

    <section class="group strobe" aria-labelledby="strobe-title">
      <h2 id="strobe-title">Strobe A</h2>
      <KitPick kind="strobe" :item="plan.lights[0].strobe" @pick="$event && pickStrobe($event as Strobe)" />
      <KitPick kind="modifier" :item="plan.lights[0].modifier" optional="Bare head" @pick="pickModifier($event as Modifier | null)" />
      <StepField path="lights.0.distanceMm" kind="length" label="Distance" help="One step is a third of a stop of light. Half the distance is two stops more, not one." />
      <StepField path="lights.0.tiltDeg" kind="degrees" label="Off axis" help="Angle between strobe and lens, seen from the subject. The lit side is taken to face the lens." />
    </section>

    <section class="group sum" aria-labelledby="ledger-title">
      <h2 id="ledger-title">The sum</h2>
      <PowerAdvice />
      <LedgerTable :open="open" @open="(key) => { open = key; term = '' }" />
      <WaysOut />
      <ul v-if="store.evaluation!.flags.length" class="flags small">
        <li v-for="flag in store.evaluation!.flags" :key="flag" class="near">▲ {{ FLAG_WORDS[flag] }}</li>
      </ul>
    </section>

    <aside>
      <TonePreview />
      <CellTerms :cell-key="open" :highlight="term" />
    </aside>
  </div>
</template>

<style scoped>
.light-stage { grid-template: auto minmax(0, 1fr) / minmax(260px, 18rem) minmax(0, 1fr) minmax(280px, 20rem); gap: 0.9rem 1.8rem; }
.sketch { grid-column: 1 / 3; }

aside { grid-column: 3; grid-row: 1 / 3; display: grid; gap: 1rem; align-content: start; border-left: 1px solid var(--line); padding-left: 1.3rem; }
.flags { padding-top: 0.6rem; display: grid; gap: 0.3rem; }
@media (max-width: 1100px) {
  .light-stage { grid-template: none / minmax(0, 1fr); }
  .sketch, aside { grid-column: 1; grid-row: auto; }
  aside { border-left: 0; padding-left: 0; }
}
</style>

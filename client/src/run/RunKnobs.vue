<script setup lang="ts">
/** Which knob the run turns to land the subject, and which meter is in the hand. */
import { computed } from 'vue'
import type { Meter } from '@core/kit/meter'
import KitPick from '@/instruments/KitPick.vue'
import { usePlan } from '@/stores/plan'
import { RIDE_NAMES } from '@/words/names'

const store = usePlan()
const rides = Object.entries(RIDE_NAMES).map(([value, title]) => ({ value, title }))
const said = computed(
  () =>
    `Lands the subject by ${RIDE_NAMES[store.plan!.rides].toLowerCase()}, ` +
    (store.plan!.meter ? store.plan!.meter.name : 'no flash meter')
)
const pick = (meter: unknown): void => void store.set('meter', meter as Meter | null, 'flash meter')
</script>

<template>
  <details class="small">
    <summary>{{ said }}</summary>
    <div class="fields">
      <v-select
        :model-value="store.plan!.rides"
        :items="rides"
        item-value="value"
        item-title="title"
        label="The subject is landed by"
        @update:model-value="store.set('rides', $event, 'knob of the run')"
      />
      <KitPick kind="meter" :item="store.plan!.meter" optional="None" @pick="pick" />
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--muted);
  min-height: 2rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(15rem, 100%), 1fr));
  gap: 0.6rem 1.2rem;
  padding-top: 0.5rem;
}
@media (max-width: 760px) {
  summary {
    min-height: 44px;
    align-content: center;
  }
}
</style>

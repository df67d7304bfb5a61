<script setup lang="ts">
/** The white balance the frames are shown in: as named, by kelvin and tint, or by a grey card. */
import { computed } from 'vue'
import {
  balanceKelvin,
  PRESET_NAMES,
  PRESETS,
  type Balance,
  type Preset
} from '@core/colour/balance'
import type { Fault } from '@core/plan/open'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { balanceWords, PRESET_WORDS } from '@/words/colour'
import CardFromFrame from './CardFromFrame.vue'

const store = usePlan()
const balance = computed(() => store.plan!.balance)
const set = (next: Balance): readonly Fault[] => store.set('balance', next, 'white balance')
const own = computed(() => ({
  kelvin: balanceKelvin(balance.value),
  tint: balance.value.kind === 'preset' ? 0 : balance.value.tint
}))
const chosen = computed({
  get: (): Preset | 'own' => (balance.value.kind === 'preset' ? balance.value.preset : 'own'),
  set: (value) =>
    void set(value === 'own' ? { kind: 'kelvin', ...own.value } : { kind: 'preset', preset: value })
})
const options = [
  ...PRESET_NAMES.map((value) => ({ value, title: PRESET_WORDS[value] })),
  { value: 'own', title: 'Kelvin and tint' }
] as readonly { readonly value: Preset | 'own'; readonly title: string }[]
const setOwn = (part: Partial<{ kelvin: number; tint: number }>): readonly Fault[] =>
  set({ kind: 'kelvin', ...own.value, ...part })
const about = (preset: Preset): string => `${PRESET_WORDS[preset]} ${PRESETS[preset]} K`
</script>

<template>
  <section class="group" aria-labelledby="balance-title">
    <h2 id="balance-title">White balance</h2>
    <p class="bright" data-balance>{{ balanceWords(balance) }}</p>
    <ChoiceChips v-model="chosen" label="White balance" :options="options" />
    <template v-if="balance.kind !== 'preset'">
      <StepField
        kind="kelvin"
        label="Colour temperature"
        :value="own.kelvin"
        :set="(kelvin) => setOwn({ kelvin })"
        help="Light of this temperature comes out white."
        no-lock
      />
      <StepField
        kind="tint"
        label="Tint of that light"
        :value="own.tint"
        :set="(tint) => setOwn({ tint })"
        help="How much greener or more magenta than white light it is, in thousandths of the CIE 1960 u, v plane. Its opposite is taken from the picture."
        no-lock
      />
    </template>
    <p class="small muted">
      What the names stand for differs from camera to camera; here:
      {{ PRESET_NAMES.map(about).join(', ') }}.
    </p>
    <CardFromFrame />
  </section>
</template>

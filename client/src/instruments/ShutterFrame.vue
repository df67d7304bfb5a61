<script setup lang="ts">
/** The frame as the shutter leaves it: whole, or with a dark band where no flash fell. */
import { computed } from 'vue'
import { pulsesWith } from '@core/ledger/cells'
import { usePlan } from '@/stores/plan'
import { percent } from '@/words/format'
import { verdictReason } from '@/words/verdicts'

const store = usePlan()
const verdict = computed(() => store.evaluation!.verdicts.find((each) => each.id === 'sync')!)
const dark = computed(() => verdict.value.figures.dark ?? 0)
const pulsed = computed(() => store.plan!.lights.some((light) => light.on && pulsesWith(store.plan!, light)))
</script>

<template>
  <figure>
    <svg viewBox="0 0 180 120" role="img" :aria-label="dark > 0 ? `${percent(dark)} of the frame gets no flash` : 'The whole frame gets the flash'">
      <defs><pattern id="no-flash" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line x1="0" y1="0" x2="0" y2="6" class="hatch" /></pattern></defs>
      <rect x="0.5" y="0.5" width="179" height="119" class="lit" :class="{ pulsed }" />
      <rect v-if="dark > 0" x="1" :y="119 - dark * 118" width="178" :height="dark * 118" class="dark" />
      <rect v-if="dark > 0" x="1" :y="119 - dark * 118" width="178" :height="dark * 118" fill="url(#no-flash)" />
      <text v-if="dark > 0" x="90" :y="119 - dark * 59 + 4" text-anchor="middle" font-size="13" class="says">{{ percent(dark) }} no flash</text>
    </svg>
    <figcaption>{{ verdictReason(verdict) }}</figcaption>
  </figure>
</template>

<style scoped>
figure { display: grid; grid-template-columns: 140px minmax(0, 1fr); gap: 1.2rem; align-items: center; }
svg { width: 100%; }
.lit { fill: color-mix(in srgb, var(--source-a) 22%, var(--well)); stroke: var(--rule); }
.lit.pulsed { fill: color-mix(in srgb, var(--source-a) 10%, var(--well)); }
.dark { fill: var(--background); }
.hatch { stroke: var(--near); stroke-width: 1; opacity: 0.5; }
.says { fill: var(--bright); paint-order: stroke; stroke: var(--background); stroke-width: 4px; }
figcaption { max-width: 46ch; }
@media (max-width: 480px) {
  figure { grid-template-columns: 120px minmax(0, 1fr); }
}
</style>

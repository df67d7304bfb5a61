<script setup lang="ts">
/** What a light looks like under the balance: swatch, temperature, channels. */
import type { LightColour } from '@core/ledger/colours'
import { channelWords, miredWords, temperatureWords } from '@/words/colour'
import ColourSwatch from './ColourSwatch.vue'

defineProps<{ colour: LightColour }>()
</script>

<template>
  <span class="line">
    <ColourSwatch :tint="colour.tint" />
    <span>
      <span class="bright">{{ temperatureWords(colour) }}</span>
      <small class="muted">{{ miredWords(colour.miredOff) }}</small>
      <small class="num">{{ channelWords(colour.stops) }}</small>
    </span>
  </span>
</template>

<style scoped>
.line {
  display: flex;
  gap: 0.6rem;
  align-items: center;
}
small {
  display: block;
  font-size: 0.8125rem;
  line-height: 1.3;
}
</style>

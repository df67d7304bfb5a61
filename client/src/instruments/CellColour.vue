<script setup lang="ts">
/** The colour of the light in a cell of the sum, in the way that is chosen. */
import { computed } from 'vue'
import type { LightColour } from '@core/ledger/colours'
import { redBlueWords, swatchOf, temperatureWords } from '@/words/colour'
import type { ColourMode } from './colourMode'

const props = defineProps<{ colour: LightColour | null; mode: ColourMode }>()
const words = computed(() => {
  if (!props.colour) return ''
  return props.mode === 'channels'
    ? redBlueWords(props.colour.stops)
    : temperatureWords(props.colour)
})
</script>

<template>
  <span v-if="colour && mode !== 'none'" class="colour">
    <template v-if="mode === 'swatch'"
      ><i aria-hidden="true" :style="{ background: swatchOf(colour.tint) }" /><span
        class="hidden-label"
        >{{ words }}</span
      ></template
    ><template v-else>{{ words }}</template>
  </span>
</template>

<style scoped>
.colour {
  display: block;
  font-size: 0.6875rem;
  color: var(--muted);
  line-height: 1.2;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
i {
  display: block;
  height: 0.5rem;
  width: 100%;
  border-radius: 1px;
}
</style>

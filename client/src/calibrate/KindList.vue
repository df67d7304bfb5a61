<script setup lang="ts">
/** What can be measured of an item, and how each stands. */
import type { CalibrationKind } from '@core/calibration/calibration'
import type { KitItem } from '@core/kit/kit'
import { CALIBRATION_WORDS, standing } from '@/words/calibration'

defineProps<{
  item: KitItem
  kinds: readonly CalibrationKind[]
  kind: CalibrationKind | null
}>()
defineEmits<{ pick: [kind: CalibrationKind] }>()
</script>

<template>
  <nav aria-label="What is measured">
    <button
      v-for="each in kinds"
      :key="each"
      type="button"
      :aria-current="each === kind ? 'true' : undefined"
      @click="$emit('pick', each)"
    >
      {{ CALIBRATION_WORDS[each].name }}
      <small class="muted">{{ standing(each, item) }}</small>
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: grid;
  align-content: start;
}
button {
  display: grid;
  text-align: left;
  padding: 0.5rem 0.7rem;
  border-left: 2px solid var(--line);
  min-height: 48px;
  align-content: center;
}
button[aria-current] {
  border-color: var(--accent);
  color: var(--bright);
  background: var(--raised);
}
small {
  font-size: 0.8125rem;
}
@media (max-width: 900px) {
  nav {
    grid-auto-flow: column;
    grid-auto-columns: max-content;
    overflow-x: auto;
  }
  button {
    border-left: 0;
    border-bottom: 2px solid var(--line);
  }
}
</style>

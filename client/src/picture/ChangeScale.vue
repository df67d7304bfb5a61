<script setup lang="ts">
/** What the colours of the map of a change mean. */
import { changeColour, CHANGE_MOST } from './draw'

const BANDS = [-3, -2, -1, -1 / 3, 0, 1 / 3, 1, 2, 3]
const named = (stops: number): string =>
  Number.isInteger(stops) ? (stops > 0 ? `+${stops}` : String(stops).replace('-', '−')) : ''
</script>

<template>
  <div
    class="scale small"
    role="img"
    :aria-label="`Blue is darker, down to ${CHANGE_MOST} stops, orange brighter`"
  >
    <span
      v-for="stops in BANDS"
      :key="stops"
      class="band num"
      :style="{ borderColor: `rgb(${changeColour(stops).join(',')})` }"
      >{{ named(stops) }}</span
    >
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
}
.band {
  border-top: 8px solid;
  color: var(--muted);
  min-height: 1.4rem;
}
</style>

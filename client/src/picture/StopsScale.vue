<script setup lang="ts">
/** What the colours of the map of stops mean. */
import { MAP_LEAST, MAP_MOST, mapColour } from './draw'

const bands = Array.from({ length: MAP_MOST - MAP_LEAST }, (_, i) => {
  const from = MAP_LEAST + i
  return { from, colour: `rgb(${mapColour(from).join(',')})`, named: from % 2 === 0 }
})
const name = (from: number): string => (from > 0 ? `+${from}` : String(from).replace('-', '−'))
</script>

<template>
  <div
    class="scale"
    role="img"
    aria-label="From dark at −10 stops and less to light at +2 and more"
  >
    <span v-for="band in bands" :key="band.from" class="band">
      <span class="patch" :style="{ background: band.colour }" />
      <span class="num">{{ band.named ? name(band.from) : '' }}</span>
    </span>
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  width: 100%;
}
.band {
  display: grid;
  font-size: 0.75rem;
}
.patch {
  height: 8px;
}
.num {
  color: var(--muted);
}
</style>

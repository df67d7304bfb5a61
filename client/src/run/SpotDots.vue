<script setup lang="ts">
/** Where the places that are read lie in a picture, and the marks with names. */
import type { PlaceToRead } from '@core/picture/placesToRead'
import type { Place } from '@core/plan/plan'
import type { FrameMark } from '@core/run/frame'

defineProps<{
  spots: readonly PlaceToRead[]
  marks: readonly FrameMark[]
  chosen: Place
}>()
const at = ({ x, y }: { x: number; y: number }) => ({ left: `${x * 100}%`, top: `${y * 100}%` })
</script>

<template>
  <div class="dots" aria-hidden="true">
    <template v-for="spot in spots" :key="spot.place">
      <b v-if="spot.place !== chosen" :style="at(spot)" />
    </template>
    <span v-for="mark in marks" :key="mark.name" class="small" :style="at(mark)">{{
      mark.name
    }}</span>
  </div>
</template>

<style scoped>
.dots {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}
b,
span {
  position: absolute;
}
b {
  width: 7px;
  height: 7px;
  margin: -3.5px;
  border: 1px solid #000;
  border-radius: 50%;
  background: var(--muted);
}
span {
  padding-left: 0.6rem;
  transform: translateY(-50%);
  color: var(--bright);
  text-shadow:
    0 0 3px #000,
    0 0 3px #000;
}
span::before {
  content: '';
  position: absolute;
  left: -4px;
  top: calc(50% - 4px);
  width: 8px;
  height: 8px;
  border: 1.5px solid var(--bright);
  box-shadow: 0 0 0 1px #000;
}
</style>

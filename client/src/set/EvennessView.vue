<script setup lang="ts">
/** How evenly a light falls over the frame and over the background, with a small map of each. */
import { COLUMNS, ROWS, type Evenness } from '@core/set/evenness'
import { evennessWords } from '@/words/evenness'

defineProps<{ frame: Evenness | null; background: Evenness | null }>()
/** White at the brightest, black from three stops under it. */
const DARKEST = 3
const shade = (stops: number): string =>
  `rgb(${Array(3)
    .fill(Math.round(20 + 200 * Math.max(0, 1 + stops / DARKEST)))
    .join(' ')})`
const column = (x: number): number => ((x + 1) / 2) * (COLUMNS - 1)
const row = (y: number): number => ((1 - y) / 2) * (ROWS - 1)
const NAMES = { frame: 'Over the frame', background: 'On the background' } as const
</script>

<template>
  <div class="evenness" data-evenness>
    <figure v-for="(even, key) in { frame, background }" :key="key" :data-over="key">
      <svg
        v-if="even"
        :viewBox="`0 0 ${COLUMNS} ${ROWS}`"
        aria-hidden="true"
        shape-rendering="crispEdges"
      >
        <template v-for="(spot, k) in even.spots" :key="k">
          <rect
            v-if="spot"
            :x="k % COLUMNS"
            :y="Math.floor(k / COLUMNS)"
            width="1"
            height="1"
            :fill="shade(spot.stops)"
          />
        </template>
        <circle
          v-if="even.worst.stops < -0.05"
          class="worst"
          :cx="column(even.worst.x) + 0.5"
          :cy="row(even.worst.y) + 0.5"
          r="0.32"
        />
      </svg>
      <figcaption class="small">
        <span class="muted">{{ NAMES[key] }}</span> {{ evennessWords(even) }}
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.evenness {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.8rem;
  padding: 0.4rem 0;
}
figure {
  margin: 0;
  display: grid;
  gap: 0.25rem;
  align-content: start;
}
svg {
  width: 100%;
  border: 1px solid var(--line);
  background: #000;
}
.worst {
  fill: none;
  stroke: var(--accent);
  stroke-width: 0.16;
}
figcaption span {
  display: block;
}
</style>

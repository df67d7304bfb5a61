<script setup lang="ts">
/** Places that are seen by way of something else: each with its level and what shows there. */
import type { GlassPlace } from '@core/advise/glass'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { placeName } from '@/words/names'

defineProps<{ places: readonly GlassPlace[]; shows: (place: GlassPlace) => string }>()
const store = usePlan()
</script>

<template>
  <ul>
    <li v-for="each in places" :key="each.place" :data-seen="each.place">
      <span class="name">{{ placeName(store.plan!, each.place) }}</span>
      <span class="num">{{ Number.isFinite(each.level) ? stops(each.level) : 'dark' }}</span>
      <span class="small muted">{{ shows(each) }}</span>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 10rem 4rem minmax(0, 1fr);
  gap: 0.2rem 1rem;
  padding: 0.25rem 0;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
.name,
.num {
  color: var(--bright);
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .small {
    grid-column: 1 / -1;
  }
}
</style>

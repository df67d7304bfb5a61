<script setup lang="ts">
/** What to switch and what to set on which dial, in figures one can read from a step away. */
import type { Setting } from '@/words/steps'

defineProps<{ settings: readonly Setting[] }>()
</script>

<template>
  <ul v-if="settings.length" aria-label="To set" :class="{ single: settings.length === 1 }">
    <li v-for="each in settings" :key="`${each.light} ${each.value}`" :class="each.value">
      <span v-if="each.light" class="source-mark" :class="`hue-${each.light}`">{{
        each.light
      }}</span>
      <span v-else class="camera small">Camera</span>
      <span class="value num">{{ each.value }}</span>
      <span class="note">{{ each.note }}</span>
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  border: 1px solid var(--rule);
  border-radius: 4px;
  width: 100%;
}
li {
  display: grid;
  grid-template-columns: 3.4rem auto minmax(0, 1fr);
  align-items: baseline;
  gap: 0.2rem 0.9rem;
  padding: 0.5rem 0.9rem;
}
li + li {
  border-top: 1px solid var(--line);
}
.source-mark {
  justify-self: start;
  align-self: center;
  width: 1.7rem;
  height: 1.7rem;
  font-size: 1rem;
}
.camera {
  color: var(--muted);
}
.value {
  color: var(--bright);
  font-size: 1.3rem;
}
.off .value {
  color: var(--muted);
}
.note {
  color: var(--muted);
  overflow-wrap: anywhere;
}
.single .value {
  font-size: 2rem;
}
@media (max-width: 760px) {
  .camera + .value {
    font-size: 1.1rem;
    white-space: nowrap;
  }
  li {
    grid-template-columns: 2.6rem minmax(0, 1fr);
  }
  .note {
    grid-column: 2;
  }
  .camera {
    overflow: hidden;
    font-size: 0.75rem;
  }
}
</style>

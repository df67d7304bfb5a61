<script setup lang="ts">
/** The few tools over a drawing: its name, zoom, take everything in, save as SVG. */
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import type { View } from './drawing'
import { VIEW_NAMES } from './words'

defineProps<{ view: View; where: string }>()
defineEmits<{ zoom: [factor: number]; fit: []; save: [] }>()

/** `factor` null: as far as everything shows. */
const TOOLS = [
  { name: 'Zoom in', icon: mdiMagnifyPlusOutline, factor: 1.25 },
  { name: 'Zoom out', icon: mdiMagnifyMinusOutline, factor: 0.8 },
  { name: 'Take everything in', icon: mdiFitToPageOutline, factor: null }
] as const
</script>

<template>
  <span class="bar">
    {{ VIEW_NAMES[view] }}
    <slot />
    <button
      v-for="tool in TOOLS"
      :key="tool.name"
      type="button"
      class="tool"
      :aria-label="`${tool.name}, ${where}`"
      @click="tool.factor === null ? $emit('fit') : $emit('zoom', tool.factor)"
    >
      <svg viewBox="0 0 24 24" class="icon" aria-hidden="true">
        <path :d="tool.icon" />
      </svg>
    </button>
    <button
      type="button"
      class="push bare"
      :aria-label="`Save the drawing ${where} as SVG`"
      @click="$emit('save')"
    >
      SVG
    </button>
  </span>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 0.1rem;
  white-space: nowrap;
}
.tool {
  display: grid;
  place-items: center;
  width: 28px;
  height: 28px;
  color: var(--muted);
}
.tool:first-of-type {
  margin-left: 0.4rem;
}
.tool:hover {
  color: var(--bright);
}
.bar :deep(.push) {
  min-height: 28px;
  font-size: 0.8125rem;
  color: var(--muted);
}
@media (pointer: coarse), (max-width: 760px) {
  .tool {
    width: 40px;
    height: 44px;
  }
  .bar :deep(.push) {
    min-height: 44px;
  }
}
</style>

<script setup lang="ts">
/** The few tools over a drawing: its name, zoom, take everything in, save as SVG. */
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import type { View } from './drawing'
import { VIEW_NAMES } from './words'

defineProps<{ view: View; where: string }>()
defineEmits<{ zoom: [factor: number]; fit: []; save: [] }>()
</script>

<template>
  <span class="bar">
    {{ VIEW_NAMES[view] }}
    <slot />
    <button
      type="button"
      class="tool"
      :aria-label="`Zoom in, ${where}`"
      @click="$emit('zoom', 1.25)"
    >
      <svg viewBox="0 0 24 24" class="icon" aria-hidden="true">
        <path :d="mdiMagnifyPlusOutline" />
      </svg>
    </button>
    <button
      type="button"
      class="tool"
      :aria-label="`Zoom out, ${where}`"
      @click="$emit('zoom', 0.8)"
    >
      <svg viewBox="0 0 24 24" class="icon" aria-hidden="true">
        <path :d="mdiMagnifyMinusOutline" />
      </svg>
    </button>
    <button
      type="button"
      class="tool"
      :aria-label="`Take everything in, ${where}`"
      @click="$emit('fit')"
    >
      <svg viewBox="0 0 24 24" class="icon" aria-hidden="true">
        <path :d="mdiFitToPageOutline" />
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

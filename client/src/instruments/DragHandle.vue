<script setup lang="ts">
/** A handle of the subject's drawing: dragged, or moved by arrow keys as a slider. */
import { vDrag } from '@/set/useDrag'
import { usePlan } from '@/stores/plan'
import type { Handle } from './useSubjectDrawing'

const props = defineProps<{ handle: Handle; radius: number }>()
const emit = defineEmits<{ put: [value: number, key: string] }>()
const store = usePlan()

const STEPS: Record<string, number> = {
  ArrowUp: 1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
  PageUp: 4,
  PageDown: -4
}
const onKey = (event: KeyboardEvent): void => {
  const by = STEPS[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('put', props.handle.step(by), '')
}
const at = () => props.handle.at
const move = (x: number, y: number, _free: boolean, key: string): void =>
  emit('put', props.handle.from(x, y), key)
</script>

<template>
  <circle
    v-drag="{ at, move }"
    :cx="handle.at[0]"
    :cy="handle.at[1]"
    :r="radius"
    :class="['handle', { locked: store.isLocked(handle.path) }]"
    role="slider"
    tabindex="0"
    :aria-label="`${handle.label}, by hand`"
    :aria-valuenow="handle.value"
    :aria-valuetext="handle.says"
    :data-handle="handle.id"
    @keydown="onKey"
  />
</template>

<style scoped>
.handle {
  fill: var(--background);
  stroke: var(--accent);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  cursor: grab;
  touch-action: none;
}
.handle.locked {
  stroke: var(--rule);
  cursor: not-allowed;
}
.handle:focus-visible {
  outline: 0;
  fill: var(--accent);
}
</style>

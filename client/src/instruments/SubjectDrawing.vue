<script setup lang="ts">
/**
 * The subject to scale in its frame, with its background and what must be sharp; sized and turned
 * by hand.
 */
import { vDrag } from '@/set/useDrag'
import { usePlan } from '@/stores/plan'
import { mm } from '@/words/format'
import { useSubjectDrawing, type Handle } from './useSubjectDrawing'

const store = usePlan()
const { plan, tones, front, above, put, words } = useSubjectDrawing()

const STEPS: Record<string, number> = {
  ArrowUp: 1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
  PageUp: 4,
  PageDown: -4
}
const onKey = (handle: Handle, event: KeyboardEvent): void => {
  const by = STEPS[event.key]
  if (by === undefined) return
  event.preventDefault()
  put(handle, handle.step(by), '')
}
const drag = (handle: Handle) => ({
  at: () => handle.at,
  move: (x: number, y: number, _free: boolean, key: string) => put(handle, handle.from(x, y), key)
})
</script>

<template>
  <figure class="subject-drawing">
    <svg :viewBox="front.box.join(' ')" class="front" role="group" :aria-label="words">
      <rect v-bind="front.frame" :fill="tones.background" class="frame" />
      <polygon
        :points="front.outline"
        :fill="tones.subject"
        :class="['body', plan.subject.shape]"
      />
      <line
        v-if="front.handles.length > 2"
        :x1="-front.box[2] * 0.4"
        :x2="front.box[2] * 0.4"
        :y1="front.handles[2]!.at[1]"
        :y2="front.handles[2]!.at[1]"
        class="track"
      />
      <circle
        v-for="handle in front.handles"
        :key="handle.id"
        v-drag="drag(handle)"
        :cx="handle.at[0]"
        :cy="handle.at[1]"
        :r="front.unit * 1.6"
        :class="['handle', { locked: store.isLocked(handle.path) }]"
        role="slider"
        tabindex="0"
        :aria-label="`${handle.label}, by hand`"
        :aria-valuenow="handle.value"
        :aria-valuetext="handle.says"
        :data-handle="handle.id"
        @keydown="onKey(handle, $event)"
      />
    </svg>
    <figcaption class="small muted">
      The frame, {{ mm(front.frame.width) }} × {{ mm(front.frame.height) }}, in the tones the sum
      predicts. Drag a handle, or focus it and use the arrow keys.
    </figcaption>
    <svg
      :viewBox="above.box.join(' ')"
      class="above"
      role="group"
      aria-label="The subject from above"
    >
      <rect :x="above.box[0]" :width="above.box[2]" v-bind="above.sharp" class="sharp" />
      <polygon :points="above.outline" class="outline" />
      <rect :x="above.box[0]" :width="above.box[2]" v-bind="above.need" class="need" />
      <circle
        v-for="handle in above.handles"
        :key="handle.id"
        v-drag="drag(handle)"
        :cx="handle.at[0]"
        :cy="handle.at[1]"
        :r="above.unit * 1.6"
        :class="['handle', { locked: store.isLocked(handle.path) }]"
        role="slider"
        tabindex="0"
        :aria-label="`${handle.label}, by hand`"
        :aria-valuenow="handle.value"
        :aria-valuetext="handle.says"
        :data-handle="handle.id"
        @keydown="onKey(handle, $event)"
      />
    </svg>
    <figcaption class="small muted">
      From above, the lens below: <span class="key need">must be sharp</span>
      <span class="key sharp">is sharp</span>; background
      {{ mm(plan.background.distanceMm) }} behind.
    </figcaption>
  </figure>
</template>

<style scoped>
.subject-drawing {
  display: grid;
  gap: 0.3rem;
  justify-items: center;
}
svg {
  display: block;
  width: 100%;
}
.front {
  max-height: 13rem;
}
.above {
  max-height: 6rem;
}
.frame,
.outline,
.track,
.need {
  vector-effect: non-scaling-stroke;
  stroke: var(--rule);
}
.body {
  vector-effect: non-scaling-stroke;
  stroke: var(--muted);
}
.plume {
  stroke-dasharray: 3 3;
}
.outline {
  fill: none;
  stroke: var(--muted);
}
rect.need {
  fill: none;
  stroke: var(--accent);
  stroke-dasharray: 4 3;
}
rect.sharp {
  fill: var(--ok);
  opacity: 0.22;
}
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
.key {
  padding: 0 0.3rem;
  color: var(--text);
}
.key.need {
  border: 1px dashed var(--accent);
}
.key.sharp {
  border-bottom: 3px solid var(--ok);
}
</style>

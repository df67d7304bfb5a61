<script setup lang="ts">
/**
 * The subject to scale in its frame, with its background and what must be sharp; sized and turned
 * by hand.
 */
import { mm } from '@/words/format'
import DragHandle from './DragHandle.vue'
import { useSubjectDrawing } from './useSubjectDrawing'

const { plan, tones, front, above, put, words } = useSubjectDrawing()
</script>

<template>
  <figure class="subject-drawing">
    <svg :viewBox="front.box.join(' ')" class="front" role="group" :aria-label="words">
      <rect v-bind="front.frame" :fill="tones.background" class="frame" />
      <path v-if="front.beside" :d="front.beside" class="beside" />
      <path :d="front.outline" :fill="tones.subject" :class="['body', plan.subject.shape]" />
      <line
        v-if="front.handles.length > 2"
        :x1="-front.box[2] * 0.4"
        :x2="front.box[2] * 0.4"
        :y1="front.handles[2]!.at[1]"
        :y2="front.handles[2]!.at[1]"
        class="track"
      />
      <DragHandle
        v-for="handle in front.handles"
        :key="handle.id"
        :handle="handle"
        :radius="front.unit * 1.6"
        @put="(value, key) => put(handle, value, key)"
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
      <path v-if="above.beside" :d="above.beside" class="beside" />
      <path :d="above.outline" class="outline" />
      <rect :x="above.box[0]" :width="above.box[2]" v-bind="above.need" class="need" />
      <DragHandle
        v-for="handle in above.handles"
        :key="handle.id"
        :handle="handle"
        :radius="above.unit * 1.6"
        @put="(value, key) => put(handle, value, key)"
      />
    </svg>
    <figcaption class="small muted">
      From above, the lens below: <span class="key need">must be sharp</span>
      <span class="key sharp">is sharp</span> Background
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
.beside {
  fill: var(--muted);
  fill-opacity: 0.35;
  stroke: var(--muted);
  stroke-dasharray: 3 3;
  vector-effect: non-scaling-stroke;
}
.body {
  vector-effect: non-scaling-stroke;
  stroke: var(--muted);
}
path {
  paint-order: stroke;
  stroke-linejoin: round;
}
.plume {
  stroke-dasharray: 3 3;
}
.outline {
  fill: var(--well);
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

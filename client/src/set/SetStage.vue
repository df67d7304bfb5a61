<script setup lang="ts">
/** What stands still in a drawing of the set, and the light of its heads over it. */
import { computed } from 'vue'
import { mm } from '@/words/format'
import type { View } from './drawing'
import type { Screen } from './useScreen'
import type { StageShapes } from './useStageShapes'
import type { ThingShapes } from './useThingShapes'

const props = defineProps<{
  view: View
  screen: Screen
  shapes: StageShapes
  heads: ThingShapes['heads']['value']
}>()
const { port, size } = props.screen
const {
  grid,
  origin,
  subject,
  background,
  table,
  field,
  water,
  backgroundMm,
  backgroundAway,
  camera,
  room,
  zones
} = props.shapes
const scale = computed(() => port.scale.value)
</script>

<template>
  <defs>
    <pattern
      :id="`grid-${view}`"
      :x="origin[0]"
      :y="origin[1]"
      :width="grid * scale"
      :height="grid * scale"
      patternUnits="userSpaceOnUse"
    >
      <path :d="`M ${grid * scale} 0 H 0 V ${grid * scale}`" class="grid" />
    </pattern>
    <pattern
      :id="`zone-${view}`"
      width="7"
      height="7"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(40)"
    >
      <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
    </pattern>
    <clipPath v-if="water" :id="`water-${view}`"><polygon :points="water" /></clipPath>
    <pattern :id="`specks-${view}`" width="9" height="9" patternUnits="userSpaceOnUse">
      <path d="M2 2h.01M6.5 3.5h.01M4 7h.01M8 8h.01" class="specks" />
    </pattern>
    <radialGradient
      v-for="head in heads"
      :id="`beam-${view}-${head.light.id}`"
      :key="head.light.id"
      gradientUnits="userSpaceOnUse"
      :cx="head.x"
      :cy="head.y"
      :r="Math.max(1, head.reach)"
      :class="`hue-${head.light.id}`"
    >
      <stop offset="0" class="glow" stop-opacity="0.4" />
      <stop offset="0.5" class="glow" stop-opacity="0.13" />
      <stop offset="1" class="glow" stop-opacity="0" />
    </radialGradient>
  </defs>
  <rect :width="size.width.value" :height="size.height.value" :fill="`url(#grid-${view})`" />
  <polygon v-if="room" :points="room" class="room" data-room>
    <title>The room, wall to wall</title>
  </polygon>
  <polygon v-if="background" :points="background" class="background" />
  <polygon v-if="table" :points="table" class="table" />
  <polygon
    v-for="(zone, i) in zones"
    :key="`z${i}`"
    :points="zone"
    class="zone"
    :fill="`url(#zone-${view})`"
    data-zone
  />
  <template v-for="head in heads" :key="`f${head.light.id}`">
    <polygon
      v-if="head.light.on && head.fan"
      :points="head.fan"
      :fill="`url(#beam-${view}-${head.light.id})`"
      :class="['fan', `hue-${head.light.id}`]"
    />
    <circle
      v-else-if="head.light.on"
      :cx="head.x"
      :cy="head.y"
      :r="Math.max(1, head.reach * 0.6)"
      :fill="`url(#beam-${view}-${head.light.id})`"
    />
  </template>
  <g v-if="water" :clip-path="`url(#water-${view})`" data-lit-water>
    <title>Water that is lit before the subject: what floats in it glows</title>
    <template v-for="head in heads" :key="`w${head.light.id}`">
      <polygon v-if="head.light.on && head.fan" :points="head.fan" :fill="`url(#specks-${view})`" />
    </template>
  </g>
  <polyline v-for="(line, i) in field.lines" :key="`l${i}`" :points="line" class="field" />
  <polygon :points="field.band" class="depth" />
  <text
    v-if="backgroundAway"
    :x="backgroundAway[0]"
    :y="backgroundAway[1]"
    :text-anchor="
      backgroundAway[0] < 20
        ? 'start'
        : backgroundAway[0] > size.width.value - 20
          ? 'end'
          : 'middle'
    "
  >
    background {{ mm(backgroundMm) }} {{ view === 'above' ? '↑' : view === 'left' ? '←' : '→' }}
  </text>
  <polygon v-for="(body, i) in camera" :key="`c${i}`" :points="body" class="gear" />
  <path :d="subject" class="subject" />
</template>

<style scoped>
.specks {
  stroke: var(--bright);
  stroke-opacity: 0.75;
  stroke-width: 1.6;
  stroke-linecap: round;
}
text {
  font-size: 11.5px;
  user-select: none;
  paint-order: stroke;
  stroke: var(--well);
  stroke-width: 3px;
}
.grid {
  fill: none;
  stroke: var(--line);
}
.hatch {
  stroke: var(--accent);
  stroke-width: 1;
  opacity: 0.35;
}
.zone {
  stroke: var(--accent);
  stroke-width: 0.8;
  stroke-dasharray: 5 4;
}
.glow {
  stop-color: var(--hue);
}
.fan {
  stroke: var(--hue);
  stroke-opacity: 0.4;
  stroke-width: 1;
  stroke-dasharray: var(--dash);
}
.table {
  fill: var(--raised);
  fill-opacity: 0.5;
  stroke: var(--rule);
}
.field {
  fill: none;
  stroke: var(--drawn);
  stroke-dasharray: 2 5;
}
.depth {
  fill: var(--accent);
  fill-opacity: 0.3;
  stroke: var(--accent);
  stroke-width: 0.6;
}
.room {
  fill: none;
  stroke: var(--muted);
  stroke-width: 4;
  stroke-opacity: 0.5;
}
.background {
  fill: var(--drawn);
  fill-opacity: 0.1;
  stroke: var(--drawn);
  stroke-width: 3;
  stroke-linejoin: round;
}
.gear {
  fill: var(--raised);
  stroke: var(--muted);
}
.subject {
  fill: var(--bright);
  stroke: var(--bright);
  stroke-linejoin: round;
  opacity: 0.88;
}
</style>

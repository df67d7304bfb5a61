<script setup lang="ts">
/**
 * What can be picked, dragged, turned and nudged in a drawing of the set: props, places, cards,
 * heads.
 */
import type { Plan } from '@core/plan/plan'
import { useSelection } from './selection'
import { vDrag } from './useDrag'
import type { Gestures } from './useGestures'
import type { ThingShapes } from './useThingShapes'
import { thingWords } from './words'

const props = defineProps<{ plan: Plan; shapes: ThingShapes; gestures: Gestures }>()
const selection = useSelection()
const { heads, cards, places, props: bodies } = props.shapes
const { drag, turn, nudge } = props.gestures
</script>

<template>
  <g
    v-for="{ prop, at: [x, y], outline } in bodies"
    :key="prop.id"
    v-drag="drag({ kind: 'prop', id: prop.id })"
    data-thing
    :data-prop-drawn="prop.id"
    class="thing prop"
    :class="{ picked: selection.is('prop', prop.id) }"
    tabindex="0"
    role="button"
    :aria-label="thingWords(plan, { kind: 'prop', id: prop.id })"
    @focus="selection.pick('prop', prop.id)"
    @pointerdown="selection.pick('prop', prop.id)"
    @keydown="nudge($event, { kind: 'prop', id: prop.id })"
  >
    <circle :cx="x" :cy="y" r="12" class="hit" />
    <path :d="outline" class="solid" />
    <text v-if="selection.is('prop', prop.id)" :x="x + 9" :y="y + 14">{{ prop.id }}</text>
  </g>
  <g v-for="{ place, at: [x, y], own } in places" :key="place.id">
    <rect
      v-if="!own"
      :x="x - 2"
      :y="y - 2"
      width="4"
      height="4"
      :transform="`rotate(45 ${x} ${y})`"
      class="spot"
    />
    <g
      v-else
      v-drag="drag({ kind: 'place', id: place.id })"
      data-thing
      class="thing"
      :class="{ picked: selection.is('place', place.id) }"
      tabindex="0"
      role="button"
      :aria-label="thingWords(plan, { kind: 'place', id: place.id })"
      @focus="selection.pick('place', place.id)"
      @pointerdown="selection.pick('place', place.id)"
      @keydown="nudge($event, { kind: 'place', id: place.id })"
    >
      <circle :cx="x" :cy="y" r="14" class="hit" />
      <path :d="`M ${x - 5} ${y} H ${x + 5} M ${x} ${y - 5} V ${y + 5}`" class="cross" />
      <text :x="x + 8" :y="y - 6">{{ place.id }}</text>
    </g>
  </g>
  <g
    v-for="{ card, at: [x, y], outline } in cards"
    :key="card.id"
    v-drag="drag({ kind: 'card', id: card.id })"
    data-thing
    class="thing card"
    :class="[card.kind, { picked: selection.is('card', card.id), off: !card.on }]"
    tabindex="0"
    role="button"
    :aria-label="thingWords(plan, { kind: 'card', id: card.id })"
    @focus="selection.pick('card', card.id)"
    @pointerdown="selection.pick('card', card.id)"
    @keydown="nudge($event, { kind: 'card', id: card.id })"
  >
    <circle :cx="x" :cy="y" r="18" class="hit" />
    <polygon :points="outline" class="sheet" />
    <text :x="x + 9" :y="y + 14">{{ card.id }}</text>
  </g>
  <g
    v-for="head in heads"
    :key="head.light.id"
    :class="[
      `hue-${head.light.id}`,
      'thing',
      { picked: selection.is('light', head.light.id), off: !head.light.on }
    ]"
  >
    <line :x1="head.x" :y1="head.y" :x2="head.look[0]" :y2="head.look[1]" class="look" />
    <circle
      v-if="selection.is('light', head.light.id) && head.light.mount === 'stand'"
      v-drag="turn(head.light.id)"
      data-thing
      :cx="head.look[0]"
      :cy="head.look[1]"
      r="6"
      class="turn"
    >
      <title>Drag to turn {{ head.light.id }}</title>
    </circle>
    <g
      v-drag="drag({ kind: 'light', id: head.light.id })"
      data-thing
      :data-light="head.light.id"
      tabindex="0"
      role="button"
      :aria-label="thingWords(plan, { kind: 'light', id: head.light.id })"
      @focus="selection.pick('light', head.light.id)"
      @pointerdown="selection.pick('light', head.light.id)"
      @keydown="nudge($event, { kind: 'light', id: head.light.id })"
    >
      <circle :cx="head.x" :cy="head.y" r="20" class="hit" />
      <polygon :points="head.body" class="body" />
      <polygon :points="head.face" class="face" />
      <text :x="head.x + 14" :y="head.y - 10" class="letter">{{ head.light.id }}</text>
    </g>
  </g>
</template>

<style scoped>
text {
  font-size: 11.5px;
  user-select: none;
  paint-order: stroke;
  stroke: var(--well);
  stroke-width: 3px;
}
.spot {
  fill: var(--accent);
}
.cross {
  stroke: var(--accent);
  stroke-width: 1.6;
}
.thing {
  cursor: move;
  touch-action: none;
}
.thing [data-thing] {
  touch-action: none;
}
.hit {
  fill: transparent;
}
.body,
.face {
  fill: var(--well);
  stroke: var(--hue);
  stroke-width: 1.7;
  stroke-dasharray: var(--dash);
  stroke-linejoin: round;
}
.face {
  fill: var(--hue);
  fill-opacity: 0.55;
  stroke-dasharray: none;
}
.look {
  stroke: var(--hue);
  stroke-opacity: 0.6;
  stroke-dasharray: 2 3;
}
.turn {
  fill: var(--well);
  stroke: var(--hue);
  stroke-width: 2;
  cursor: crosshair;
  touch-action: none;
}
.letter {
  fill: var(--hue);
  font-size: 15px;
  font-weight: 600;
}
.sheet {
  fill: var(--text);
  fill-opacity: 0.8;
  stroke: var(--text);
  stroke-width: 2.5;
}
.solid {
  fill: var(--muted);
  fill-opacity: 0.55;
  stroke: var(--text);
  stroke-width: 1.2;
}
.flag .sheet {
  fill: var(--background);
  stroke: var(--muted);
  stroke-dasharray: 5 3;
}
.off {
  opacity: 0.4;
}
.picked .body,
.picked .solid,
.picked .sheet {
  stroke-width: 3;
}
.picked .letter {
  text-decoration: underline;
}
g:focus-visible {
  outline: none;
}
g:focus-visible > .hit {
  stroke: var(--accent);
  stroke-width: 2;
}
</style>

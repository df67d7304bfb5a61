<script setup lang="ts">
/** Where ambient light comes from in a drawing of the set; beyond its edge, which way it lies. */
import { computed } from 'vue'
import { placedSources, type Plan } from '@core/plan/plan'
import { headOfSourceAt, type Scene } from '@core/set/scene'
import { mm } from '@/words/format'
import { headOutline, type View } from './drawing'
import type { Screen } from './useScreen'

const props = defineProps<{ view: View; plan: Plan; scene: Scene; screen: Screen }>()
const EDGE = 14
const shapes = computed(() => {
  const { port, at, path, size } = props.screen
  const { width, height } = { width: size.width.value, height: size.height.value }
  return placedSources(props.plan.ambient.sources).map(({ id, name, state, from }) => {
    const head = props.scene.heads[headOfSourceAt(props.plan, id)]!
    const [x, y] = at(head.at)
    const near = (value: number, most: number): number =>
      Math.max(EDGE, Math.min(most - EDGE, value))
    const [shownX, shownY] = [near(x, width), near(y, height)]
    const away = shownX !== x || shownY !== y
    return {
      id,
      outline: path(headOutline(props.view, head, 8 / port.scale.value).face),
      away,
      off: state === 'off',
      x: shownX,
      y: shownY,
      turn: (Math.atan2(y - shownY, x - shownX) * 180) / Math.PI,
      words: `${id}${away ? ` ${mm(from.at.distanceMm)}` : ''}`,
      title: `${name}, ${mm(from.at.distanceMm)} away${state === 'on' ? '' : `, ${state}`}`,
      anchor: shownX > width - 60 ? 'end' : 'start',
      textX: shownX > width - 60 ? shownX - 9 : shownX + 9,
      textY: shownY + 4
    }
  })
})
</script>

<template>
  <g
    v-for="shape in shapes"
    :key="shape.id"
    :class="{ off: shape.off }"
    :data-source-shape="shape.id"
  >
    <title>{{ shape.title }}</title>
    <polygon v-if="!shape.away" :points="shape.outline" class="face" />
    <path
      v-else
      d="M-5 -5 L5 0 L-5 5 Z"
      class="arrow"
      :transform="`translate(${shape.x} ${shape.y}) rotate(${shape.turn})`"
    />
    <text :x="shape.textX" :y="shape.textY" :text-anchor="shape.anchor">{{ shape.words }}</text>
  </g>
</template>

<style scoped>
text {
  font-size: 11.5px;
  user-select: none;
  paint-order: stroke;
  stroke: var(--well);
  stroke-width: 3px;
  fill: var(--ambient);
}
.face {
  fill: var(--ambient);
  fill-opacity: 0.35;
  stroke: var(--ambient);
  stroke-width: 2;
}
.arrow {
  fill: var(--ambient);
}
.off {
  opacity: 0.4;
}
</style>

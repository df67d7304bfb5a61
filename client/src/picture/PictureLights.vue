<script setup lang="ts">
/** The picked light's spot on the subject, over the picture: dragged, the light goes round with it. */
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { spotOf, standingFor } from '@core/picture/spot'
import type { World } from '@core/picture/world'
import { useMoving } from '@/set/moving'
import { useSelection } from '@/set/selection'
import { vDrag } from '@/set/useDrag'
import { usePlan } from '@/stores/plan'

const props = defineProps<{ world: World }>()
const store = usePlan()
const selection = useSelection()
const { moveTo } = useMoving()
const box = useTemplateRef<SVGSVGElement>('box')
const { width, height } = useElementSize(box)

/** From the spot to its handle, pixels. */
const BESIDE = [22, -26] as const

const picked = computed(() => {
  const index = store.plan!.lights.findIndex(
    ({ id, on, mount }) => on && mount === 'stand' && selection.is('light', id)
  )
  const spot = index < 0 ? null : spotOf(props.world, index)
  if (!spot || width.value === 0) return null
  return {
    light: store.plan!.lights[index]!,
    at: [((spot.x + 1) / 2) * width.value, ((1 - spot.y) / 2) * height.value] as const
  }
})
const put = (px: number, py: number, key: string): void => {
  if (!picked.value) return
  const { id, at } = picked.value.light
  const [x, y] = [(2 * px) / width.value - 1, 1 - (2 * py) / height.value]
  const to = standingFor(props.world, x, y, at.distanceMm)
  if (to) moveTo({ kind: 'light', id }, to, key)
}
const handlers = {
  at: () => picked.value?.at ?? ([0, 0] as const),
  move: (x: number, y: number, _free: boolean, key: string) => put(x, y, key)
}
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
}
const onKey = (event: KeyboardEvent): void => {
  const step = STEPS[event.key]
  if (!step || !picked.value) return
  const by = event.shiftKey ? 12 : 4
  const [x, y] = picked.value.at
  put(x + by * step[0], y + by * step[1], `spot ${picked.value.light.id}`)
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <svg ref="box" class="lights">
    <g
      v-if="picked"
      v-drag="handlers"
      :class="['spot', `hue-${picked.light.id}`]"
      :transform="`translate(${picked.at[0]} ${picked.at[1]})`"
      role="button"
      tabindex="0"
      :aria-label="`${picked.light.name}’s spot on the subject: drag it or use the arrow keys, and the light goes round with it`"
      :data-spot="picked.light.id"
      @keydown="onKey"
    >
      <!-- Beside its spot, where a place may be marked. -->
      <line :x2="BESIDE[0]" :y2="BESIDE[1]" class="lead" />
      <g :transform="`translate(${BESIDE.join(' ')})`">
        <circle r="15" class="hit" />
        <circle r="9" class="ring" />
        <text text-anchor="middle" dominant-baseline="central">{{ picked.light.id }}</text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.lights {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.spot {
  pointer-events: auto;
  cursor: grab;
  touch-action: none;
}
.lead {
  stroke: var(--hue);
  opacity: 0.7;
  pointer-events: none;
}
.hit {
  fill: transparent;
}
.ring {
  fill: #0b0d0eb0;
  stroke: var(--hue);
  stroke-width: 1.5;
}
text {
  fill: var(--hue);
  font-size: 11px;
  font-weight: 600;
  user-select: none;
}
.spot:focus-visible {
  outline: 0;
}
.spot:focus-visible .ring {
  stroke-width: 3;
}
</style>

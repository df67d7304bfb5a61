<script setup lang="ts">
/**
 * The outline of a turned subject: its points dragged, or moved by keys, over a photograph if there
 * is one to trace.
 */
import { computed, ref } from 'vue'
import { vDrag } from '@/set/useDrag'
import type { BodyPath } from '@/body/useBody'
import { PROFILES } from '@/words/profiles'
import ProfilePhoto from './ProfilePhoto.vue'
import { useProfile } from './useProfile'

const props = defineProps<{ path: BodyPath }>()
const { body, points, outline, locked, full, put, move, turn, remove, add } = useProfile(
  () => props.path
)
/** Units of the drawing: how high the outline is, and how wide half of it, to scale. */
const HIGH = 200
const wide = computed(() => {
  const { widthMm, heightMm } = body.value
  return Math.min(220, Math.max(30, ((HIGH / 2) * widthMm) / heightMm))
})
const box = computed(() => `${-wide.value - 15} -12 ${2 * wide.value + 30} 224`)
const x = (out: number): number => wide.value * out
const y = (up: number): number => HIGH * (1 - up)
const picked = ref(0)
const drawn = computed(() => outline.value.map(([out, up]) => `${x(out)},${y(up)}`).join(' '))
const photo = ref<{ url: string; width: number; height: number } | null>(null)
const place = ref({ x: 0, y: 0, size: 1 })

const STEPS: Record<string, readonly [number, number]> = {
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0]
}
function onKey(event: KeyboardEvent, index: number): void {
  const { out, up } = points.value[index]!
  const by = STEPS[event.key]
  const size = event.shiftKey ? 0.05 : 0.01
  if (by) move(index, out + by[0] * size, up + by[1] * size, `profile ${props.path} ${index}`)
  else if (event.key === 'Enter') add(index)
  else if (event.key === 'Delete' || event.key === 'Backspace') remove(index)
  else if (event.key === 'c') turn(index)
  else return
  event.preventDefault()
  event.stopPropagation()
}
const dragOf = (index: number) => ({
  at: () => [x(points.value[index]!.out), y(points.value[index]!.up)] as const,
  move: (px: number, py: number, _free: boolean, key: string) => {
    picked.value = index
    move(index, Math.abs(px) / wide.value, 1 - py / HIGH, key)
  }
})
const photoDrag = {
  at: () => [place.value.x, place.value.y] as const,
  move: (px: number, py: number) => (place.value = { ...place.value, x: px, y: py })
}
const words = (index: number): string => {
  const { out, up, corner } = points.value[index]!
  const percent = (share: number): string => `${Math.round(share * 100)} %`
  return (
    `Point ${index + 1} of ${points.value.length}, ${percent(out)} out, ${percent(up)} up, ` +
    (corner ? 'a corner' : 'smooth')
  )
}
</script>

<template>
  <section class="profile" aria-label="Outline">
    <h3>Outline</h3>
    <svg :viewBox="box" role="group" aria-label="The outline, from foot to top">
      <image
        v-if="photo"
        v-drag="photoDrag"
        :href="photo.url"
        :x="place.x - (photo.width / photo.height) * HIGH * place.size * 0.5"
        :y="place.y + HIGH * (1 - place.size) * 0.5"
        :height="HIGH * place.size"
        :width="(photo.width / photo.height) * HIGH * place.size"
        class="photo"
      />
      <line x1="0" x2="0" y1="-8" y2="208" class="axis" />
      <polygon :points="drawn" class="outline" :class="{ over: photo }" />
      <template v-for="(each, i) in points" :key="i">
        <circle
          v-drag="dragOf(i)"
          :cx="x(each.out)"
          :cy="y(each.up)"
          :r="each.corner ? 4 : 5.5"
          :class="['point', { corner: each.corner, picked: picked === i }]"
          role="button"
          tabindex="0"
          :aria-label="words(i)"
          aria-keyshortcuts="ArrowUp ArrowDown ArrowLeft ArrowRight Enter Delete C"
          :data-point="i"
          @focus="picked = i"
          @keydown="onKey($event, i)"
        />
      </template>
    </svg>
    <p class="small muted" role="status" data-profile>
      {{ words(Math.min(picked, points.length - 1)) }}
    </p>
    <p class="acts">
      <button type="button" class="push" :disabled="locked || full" @click="add(picked)">
        Add after
      </button>
      <button
        type="button"
        class="push"
        :disabled="locked || points.length <= 2"
        @click="remove(Math.min(picked, points.length - 1))"
      >
        Take out
      </button>
      <button
        type="button"
        class="push"
        :disabled="locked"
        @click="turn(Math.min(picked, points.length - 1))"
      >
        {{ points[Math.min(picked, points.length - 1)]!.corner ? 'Smooth' : 'Corner' }}
      </button>
    </p>
    <v-select
      :model-value="null"
      :items="Object.keys(PROFILES)"
      label="Start from"
      :disabled="locked"
      @update:model-value="put(PROFILES[$event as unknown as string]!, 'outline')"
    />
    <ProfilePhoto v-model:photo="photo" v-model:place="place" />
  </section>
</template>

<style scoped>
.profile {
  display: grid;
  gap: 0.4rem;
}
svg {
  width: 100%;
  max-height: 19rem;
  background: var(--well);
}
.axis {
  stroke: var(--rule);
  stroke-dasharray: 5 4;
}
.outline {
  fill: var(--muted);
  fill-opacity: 0.35;
  stroke: var(--bright);
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.outline.over {
  fill-opacity: 0.08;
  stroke: var(--accent);
}
.photo {
  opacity: 0.75;
  cursor: move;
}
.point {
  fill: var(--background);
  stroke: var(--accent);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  cursor: grab;
  touch-action: none;
}
.point.corner {
  fill: var(--accent);
}
.point.picked,
.point:focus-visible {
  outline: 0;
  stroke: var(--bright);
  stroke-width: 3;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
</style>

<script setup lang="ts">
/** The picture of a frame with a round patch to place: dragged, sized, by pointer and by keys. */
import { clampPoint, nudged, pointerPoint } from '@/instruments/picturePoint'

export interface PatchSpot {
  readonly x: number
  readonly y: number
  readonly radius: number
}
defineProps<{
  url: string
  says: string
  /** width against height of the file: the page does not move when it comes */
  aspect: number
}>()
const spot = defineModel<PatchSpot>({ required: true })

const [LEAST, MOST] = [0.004, 0.2]
const sized = (by: number): void => {
  spot.value = {
    ...spot.value,
    radius: Math.min(MOST, Math.max(LEAST, spot.value.radius * by))
  }
}
const onPointer = (event: PointerEvent): void => {
  const to = pointerPoint(event)
  if (to) spot.value = { ...spot.value, ...clampPoint(to) }
}
const SIZES: Record<string, number> = { '+': 1.25, '=': 1.25, '-': 0.8 }
const onKey = (event: KeyboardEvent): void => {
  const to = nudged(spot.value, event.key, event.shiftKey ? 0.05 : 0.01)
  const size = SIZES[event.key]
  if (!to && !size) return
  event.preventDefault()
  if (to) spot.value = { ...spot.value, ...to }
  if (size) sized(size)
}
</script>

<template>
  <div class="stand">
    <div
      class="picture"
      tabindex="0"
      role="application"
      :aria-label="`Picture of the frame. Arrow keys move the patch, plus and minus size it. Patch at ${Math.round(spot.x * 100)} % across, ${Math.round(spot.y * 100)} % down, level ${says}`"
      @pointerdown="onPointer"
      @pointermove="onPointer"
      @keydown="onKey"
    >
      <img :src="url" alt="" draggable="false" :style="{ aspectRatio: aspect }" />
      <slot />
      <i
        :style="{
          left: `${spot.x * 100}%`,
          top: `${spot.y * 100}%`,
          width: `${spot.radius * 200}%`
        }"
      />
    </div>
    <div class="sizes small muted">
      Patch
      <button type="button" class="push" aria-label="Smaller patch" @click="sized(0.8)">−</button>
      <button type="button" class="push" aria-label="Larger patch" @click="sized(1.25)">+</button>
    </div>
  </div>
</template>

<style scoped>
.stand {
  max-width: 520px;
}
.picture {
  position: relative;
  touch-action: none;
  cursor: crosshair;
  border: 1px solid var(--line);
}
.picture img {
  width: 100%;
  display: block;
  user-select: none;
}
.picture i {
  position: absolute;
  aspect-ratio: 1;
  transform: translate(-50%, -50%);
  border: 2px solid var(--accent);
  border-radius: 50%;
  box-shadow: 0 0 0 1px #000;
  pointer-events: none;
}
.sizes {
  display: flex;
  gap: 0.3rem;
  align-items: center;
  padding-top: 0.4rem;
}
.sizes .push {
  min-width: 44px;
  justify-content: center;
}
</style>

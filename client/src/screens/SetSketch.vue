<script setup lang="ts">
/**
 * A set at a glance, from above with the camera below: stands for a shoot that has no picture yet.
 */
import { computed } from 'vue'
import type { ShootSummary } from '@core/api/api'

type Sketched = NonNullable<ShootSummary['set']>
const props = defineProps<{ set: Sketched }>()
const MIDDLE = { x: 42, y: 25 }
const SIZES: Record<Sketched['shape'], readonly [number, number]> = {
  sheet: [14, 1.5],
  ellipsoid: [12, 8],
  box: [10, 8],
  cylinder: [9, 9],
  lathe: [9, 9],
  vessel: [9, 9],
  coin: [10, 10],
  crystal: [7, 7],
  beetle: [7, 12],
  crab: [12, 8],
  movement: [10, 10],
  leaf: [13, 2],
  wing: [12, 1.5],
  curved: [11, 3],
  own: [10, 9],
  plume: [11, 11]
}
const size = computed(() => SIZES[props.set.shape])
const lights = computed(() =>
  props.set.lights.map(({ id, azimuthDeg, atLens }) => {
    const azimuth = (azimuthDeg * Math.PI) / 180
    const [x, y] = atLens
      ? [MIDDLE.x, 46]
      : [MIDDLE.x + 36 * Math.sin(azimuth), MIDDLE.y + 20 * Math.cos(azimuth)]
    // Across the way to the subject, so wide that the beam takes it in.
    const far = Math.hypot(x - MIDDLE.x, y - MIDDLE.y)
    const [nx, ny] = [((y - MIDDLE.y) / far) * 13, (-(x - MIDDLE.x) / far) * 13]
    return {
      id,
      x,
      y,
      beam: `${x},${y} ${MIDDLE.x + nx},${MIDDLE.y + ny} ${MIDDLE.x - nx},${MIDDLE.y - ny}`
    }
  })
)
</script>

<template>
  <svg viewBox="0 0 84 56" width="84" height="56" aria-hidden="true" class="sketch" data-sketch>
    <polygon
      v-for="light in lights"
      :key="`b${light.id}`"
      :points="light.beam"
      :class="`hue-${light.id}`"
      class="beam"
    />
    <component
      :is="set.shape === 'box' ? 'rect' : 'ellipse'"
      v-bind="
        set.shape === 'box'
          ? {
              x: MIDDLE.x - size[0],
              y: MIDDLE.y - size[1],
              width: 2 * size[0],
              height: 2 * size[1]
            }
          : { cx: MIDDLE.x, cy: MIDDLE.y, rx: size[0], ry: size[1] }
      "
      class="body"
      :class="set.shape"
    />
    <circle
      v-for="light in lights"
      :key="light.id"
      :cx="light.x"
      :cy="light.y"
      r="4"
      :class="`hue-${light.id}`"
      class="light"
    />
    <path d="M 35 48 h 4 v -4 h 6 v 4 h 4 v 7 h -14 z" class="camera" />
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  border: 1px solid var(--line);
}
.beam {
  fill: var(--hue);
  opacity: 0.28;
}
.light {
  fill: var(--background);
  stroke: var(--hue);
  stroke-width: 1.5;
}
.body {
  fill: var(--muted);
}
.vessel,
.plume {
  fill: none;
  stroke: var(--muted);
}
.plume {
  stroke-dasharray: 2 2;
}
.camera {
  fill: none;
  stroke: var(--muted);
}
</style>

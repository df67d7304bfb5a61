<script setup lang="ts">
/**
 * The blur itself: a patch of the picture with fine detail as it would be still, as each light draws
 * it, and as the ambient smears it where that shows. Pixels of the camera, enlarged.
 */
import { computed, useId } from 'vue'
import type { Freeze } from '@core/ledger/freeze'
import { usePlan } from '@/stores/plan'
import { px } from '@/words/format'

const props = defineProps<{ freeze: Freeze }>()
const store = usePlan()
const id = useId()
/** Pixels of the camera across a tile, and the star of detail in it. */
const TILE = 96
const SPOKES = 20
const wedges = Array.from({ length: SPOKES }, (_, i) => {
  const at = (turn: number): string => {
    const angle = (turn / SPOKES) * 2 * Math.PI
    return `${TILE / 2 + 40 * Math.cos(angle)},${TILE / 2 + 40 * Math.sin(angle)}`
  }
  return `${TILE / 2},${TILE / 2} ${at(i)} ${at(i + 0.5)}`
})
const tiles = computed(() => [
  { key: 'still', name: 'Still', blur: 0, over: false },
  ...props.freeze.lights.map((light) => ({
    key: light.id as string,
    name: store.plan!.lights.find((each) => each.id === light.id)!.name,
    blur: light.blurPx,
    over: light.blurPx > store.plan!.goals.blurPx
  })),
  ...(props.freeze.ghostPx > 0
    ? [
        {
          key: 'ambient',
          name: 'Ambient',
          blur: props.freeze.ghostPx,
          over: props.freeze.ghostPx > (store.plan!.goals.ghostPx ?? store.plan!.goals.blurPx)
        }
      ]
    : [])
])
/** A smear of even width b has the spread of a bell curve of b/√12. */
const spread = (blur: number): number => Math.min(blur, 4 * TILE) / Math.sqrt(12)
</script>

<template>
  <div class="tiles" data-blur-tiles>
    <figure v-for="tile in tiles" :key="tile.key">
      <svg
        :viewBox="`0 0 ${TILE} ${TILE}`"
        role="img"
        :aria-label="`${tile.name}: ${tile.blur ? `smeared over ${px(tile.blur)}` : 'sharp'}`"
      >
        <defs>
          <filter :id="`${id}-${tile.key}`" x="-50%" width="200%">
            <feGaussianBlur :stdDeviation="`${spread(tile.blur)} 0`" />
          </filter>
        </defs>
        <rect :width="TILE" :height="TILE" class="ground" />
        <g :filter="tile.blur > 0.05 ? `url(#${id}-${tile.key})` : undefined">
          <polygon v-for="wedge in wedges" :key="wedge" :points="wedge" class="detail" />
        </g>
      </svg>
      <figcaption class="small" :class="tile.over ? 'near' : 'muted'">
        {{ tile.blur ? `${tile.name} ${px(tile.blur)}` : tile.name }}
      </figcaption>
    </figure>
  </div>
  <p class="small muted">
    {{ TILE }} pixels of the camera across each, the movement from side to side.
  </p>
</template>

<style scoped>
.tiles {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
}
figure {
  width: 8.5rem;
}
svg {
  display: block;
  width: 100%;
  border: 1px solid var(--line);
}
.ground {
  fill: #0b0d0e;
}
.detail {
  fill: #9aa3a6;
}
</style>

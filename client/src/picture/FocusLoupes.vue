<script setup lang="ts">
/** The near end, the middle and the far end of the depth that must be sharp, at real pixels. */
import { pixelPitchMm } from '@core/kit/kit'
import { depthSpots, type DepthSpot } from '@core/picture/loupe'
import { endBlur } from '@core/plan/lensInUse'
import { usePlan } from '@/stores/plan'
import { mm, px } from '@/words/format'
import LoupeTile from './LoupeTile.vue'
import { LOUPE_PIXELS } from './loupes'
import { useAsked } from './useAsked'
import { useLoupes } from './useLoupes'

const store = usePlan()
const { asked, ask } = useAsked()
const { spots, shown, failure } = useLoupes(depthSpots, { asked: () => asked.value })
const NAMES = { near: 'Near end', middle: 'Middle', far: 'Far end' } as const
const blurPx = ({ depthMm }: DepthSpot): number =>
  endBlur(store.plan!, 2 * Math.abs(depthMm)).bothMm / pixelPitchMm(store.plan!.camera)
const where = ({ depthMm }: DepthSpot): string =>
  Math.abs(depthMm) < 0.005
    ? 'in the plane of focus'
    : `${mm(Math.abs(depthMm))} ${depthMm > 0 ? 'before' : 'behind'} it`
</script>

<template>
  <section class="group" aria-labelledby="loupes-title">
    <h2 id="loupes-title">At real pixels</h2>
    <p v-if="spots.length === 0" class="lead">The picture shows no subject that could be sharp.</p>
    <button v-else-if="!asked" type="button" class="push" @click="ask">Show them</button>
    <div v-else class="tiles" data-loupes>
      <LoupeTile
        v-for="spot in spots"
        :key="spot.id"
        :traced="shown.get(spot.id)"
        :name="NAMES[spot.id]"
        :note="`${where(spot)}, blur ${px(blurPx(spot))}`"
      />
    </div>
    <p class="small muted">
      {{ LOUPE_PIXELS }} pixels of the camera across each, defocus and diffraction as they come out;
      the mottle is drawn on for sharpness to show. {{ failure }}
    </p>
  </section>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 12rem));
  gap: 0.8rem;
}
.group {
  gap: 0.5rem;
}
</style>

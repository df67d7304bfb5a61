<script setup lang="ts">
/** A table that mirrors: what shows in it, and how much from which height of the camera. */
import { computed } from 'vue'
import { CAMERA_HEIGHTS, mirroredFrom, tableLook } from '@core/advise/tableLook'
import { usePlan } from '@/stores/plan'
import { mirroredWords, imageWords, shareWords, tableLampWords } from '@/words/glass'
import { stops } from '@/words/format'
import SeenList from './SeenList.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const look = computed(() => tableLook(plan.value))
const locked = computed(() => plan.value.locks.includes('view.elevationDeg'))
/** A step of its own, however quickly heights are tried. */
const raise = (elevationDeg: number): void =>
  void store.replace({ ...plan.value, view: { elevationDeg } }, `camera at ${elevationDeg}°`)
const heights = computed(() =>
  CAMERA_HEIGHTS.map((deg) => {
    const share = mirroredFrom(plan.value, deg)
    return { deg, share, stops: Math.log2(share) }
  })
)
</script>

<template>
  <section v-if="look" class="group in-table" aria-labelledby="table-title">
    <h2 id="table-title">In the table</h2>
    <SeenList :places="look.places" :shows="(each) => mirroredWords(plan, each)" />
    <p class="small" data-image>{{ imageWords(look.image) }}</p>
    <p v-for="lamp in look.lamps" :key="lamp.light" class="near small" :data-lamp="lamp.light">
      ▲ {{ tableLampWords(plan, lamp) }}
    </p>
    <div v-if="plan.table!.finish === 'gloss'" role="group" aria-label="Camera above the table">
      <p class="small muted">
        The lower the camera, the more a clear coat mirrors.
        {{ locked ? 'The camera’s height is locked.' : '' }}
      </p>
      <div class="heights">
        <button
          v-for="{ deg, share, stops: by } in heights"
          :key="deg"
          type="button"
          class="push height"
          :disabled="locked"
          :aria-pressed="plan.view.elevationDeg === deg"
          :data-height="deg"
          @click="raise(deg)"
        >
          <span class="num">{{ deg }}°</span>
          <span class="small">{{ shareWords(share) }}</span>
          <span class="small muted num">{{ stops(by) }}</span>
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.in-table {
  display: grid;
  gap: 0.5rem;
}
.heights {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.height {
  display: grid;
  justify-items: center;
  min-width: 4.4rem;
  min-height: 44px;
  padding: 0.3rem 0.5rem;
}
.height[aria-pressed='true'] {
  border-color: var(--accent);
}
</style>

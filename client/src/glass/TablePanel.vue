<script setup lang="ts">
/** A table that mirrors: what shows in it, and how much from which height of the camera. */
import { computed } from 'vue'
import { CAMERA_HEIGHTS, mirroredFrom, tableLook } from '@core/advise/tableLook'
import { usePlan } from '@/stores/plan'
import { mirroredWords, imageWords, shareWords, tableLampWords } from '@/words/glass'
import { stops } from '@/words/format'
import { placeName } from '@/words/names'

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
    <ul class="places">
      <li v-for="each in look.places" :key="each.place" :data-in-table="each.place">
        <span class="name">{{ placeName(plan, each.place) }}</span>
        <span class="num">{{ Number.isFinite(each.level) ? stops(each.level) : 'dark' }}</span>
        <span class="small muted">{{ mirroredWords(plan, each) }}</span>
      </li>
    </ul>
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
.places li {
  display: grid;
  grid-template-columns: 10rem 4rem minmax(0, 1fr);
  gap: 0.2rem 1rem;
  padding: 0.25rem 0;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
.name,
.num {
  color: var(--bright);
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
@media (max-width: 760px) {
  .places li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .places li .small {
    grid-column: 1 / -1;
  }
}
</style>

<script setup lang="ts">
/**
 * Always in sight: the settings with their locks, and the verdicts. On a phone one line that opens.
 */
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import { effectiveFNumberOf, markedFNumber } from '@core/plan/lensInUse'
import { shutterOf } from '@core/plan/shutterInUse'
import { nameOf } from '@core/scales/marks'
import { usePlan } from '@/stores/plan'
import PictureDock from '@/picture/PictureDock.vue'
import { plain, stopCount } from '@/words/format'
import StripDial from './StripDial.vue'
import StripLine from './StripLine.vue'
import VerdictLine from './VerdictLine.vue'

const store = usePlan()
const plan = computed(() => store.plan!)

const apertureNote = computed(() => {
  return plan.value.camera.showsEffective
    ? `marked f/${plain(markedFNumber(plan.value), 2)}`
    : `effective f/${plain(effectiveFNumberOf(plan.value))}`
})
const shutter = computed(() => shutterOf(plan.value))
const faster = computed(() => plan.value.settings.shutterStops - shutter.value.syncStops)
const shutterNote = computed(() => {
  if (shutter.value.curtain === 'leaf') return 'leaf, syncs always'
  if (faster.value > 1e-6) return `sync is ${nameOf('shutter', shutter.value.syncStops)}`
  return faster.value > -1e-6 ? 'at sync' : `${stopCount(faster.value)} under sync`
})
const isoNote = computed(() =>
  plan.value.settings.isoStops <= plan.value.camera.lowestIsoStops + 1e-6
    ? 'lowest ISO'
    : `ISO ${stopCount(plan.value.settings.isoStops - plan.value.camera.lowestIsoStops)} up`
)
/** Lights that are off have no place on the strip. */
const lit = computed(() => plan.value.lights.filter((light) => light.on))
const narrow = useMediaQuery('(max-width: 760px)')
const opened = ref(false)
const whole = computed(() => !narrow.value || opened.value)
</script>

<template>
  <footer class="strip" aria-label="Settings and verdicts">
    <div v-if="narrow" class="first">
      <PictureDock sparing class="thumb" />
      <StripLine v-model="opened" />
    </div>
    <div
      v-if="whole"
      class="dials"
      :class="{ many: lit.length > 1 }"
      tabindex="0"
      role="group"
      aria-label="Settings"
    >
      <StripDial
        path="settings.apertureStops"
        kind="aperture"
        label="Aperture"
        :note="apertureNote"
      />
      <StripDial
        path="settings.shutterStops"
        kind="shutter"
        label="Shutter"
        :note="shutterNote"
        :warn="faster > 1e-6 && shutter.curtain !== 'leaf'"
      />
      <StripDial path="settings.isoStops" kind="iso" label="ISO" :note="isoNote" />
      <StripDial
        v-for="light in lit"
        :key="light.id"
        :path="`lights.${light.id}.powerStops`"
        kind="power"
        :label="lit.length === 1 ? 'Power' : `Power ${light.id}`"
        :shown="light.name"
        :mark="light.id"
        :note="`${stopCount(light.powerStops)} left`"
      />
    </div>
    <VerdictLine v-if="whole" />
  </footer>
</template>

<style scoped>
.many :deep(.strip-dial input) {
  width: 6.1rem;
}
.many :deep(.strip-dial input:not(.long)) {
  font-size: 1.0625rem;
}
.many :deep(.strip-dial .value button) {
  width: 20px;
}
.strip {
  display: flex;
  background: var(--surface);
  border-top: 1px solid var(--rule);
  position: sticky;
  bottom: 0;
  z-index: 5;
  min-height: 92px;
}
.dials {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(8.2rem, auto);
  overflow-x: auto;
  position: relative;
  min-width: 0;
  flex: 0 1 auto;
}
.first {
  display: flex;
}
.thumb {
  height: 48px;
  max-width: 52px;
  flex: none;
}
.thumb :deep(canvas) {
  object-fit: cover;
}
.first :deep(.line) {
  flex: 1;
  min-width: 0;
}
@media (max-width: 1100px) {
  .strip {
    flex-direction: column;
  }
  .dials {
    grid-auto-columns: minmax(8rem, 1fr);
  }
}
@media (max-width: 760px) {
  .strip {
    min-height: 0;
  }
  .dials {
    grid-auto-flow: row;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    max-height: 58vh;
    overflow: hidden auto;
  }
  .many :deep(.strip-dial input) {
    width: 100%;
  }
}
</style>

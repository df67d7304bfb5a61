<script setup lang="ts">
/** Always in sight: the settings with their locks, and the verdicts. */
import { computed } from 'vue'
import { closeUpLoss } from '@core/optics/closeup'
import { markedFNumber } from '@core/ledger/verdicts'
import { nameOf } from '@core/scales/marks'
import { usePlan } from '@/stores/plan'
import { plain, stopCount } from '@/words/format'
import StripDial from './StripDial.vue'
import VerdictLine from './VerdictLine.vue'

const store = usePlan()
const plan = computed(() => store.plan!)

const apertureNote = computed(() => {
  const works = markedFNumber(plan.value) * 2 ** (closeUpLoss(plan.value.focus.magnification, plan.value.lens.pupilRatio) / 2)
  return plan.value.camera.showsEffective ? `effective, marked f/${plain(markedFNumber(plan.value), 2)}` : `works as f/${plain(works)}`
})
const faster = computed(() => plan.value.settings.shutterStops - plan.value.camera.syncStops)
const shutterNote = computed(() => {
  if (plan.value.camera.curtain === 'leaf') return 'leaf, syncs always'
  if (faster.value > 1e-6) return `past sync ${nameOf('shutter', plan.value.camera.syncStops)}`
  return faster.value > -1e-6 ? 'at sync' : `${stopCount(faster.value)} under sync`
})
const isoNote = computed(() => (plan.value.settings.isoStops <= plan.value.camera.lowestIsoStops + 1e-6 ? 'lowest' : `${stopCount(plan.value.settings.isoStops - plan.value.camera.lowestIsoStops)} up`))
const powerNote = computed(() => `${stopCount(plan.value.lights[0].powerStops)} left`)
</script>

<template>
  <footer class="strip" aria-label="Settings and verdicts">
    <div class="dials">
      <StripDial path="settings.apertureStops" kind="aperture" label="Aperture" :note="apertureNote" />
      <StripDial path="settings.shutterStops" kind="shutter" label="Shutter" :note="shutterNote" :warn="faster > 1e-6 && plan.camera.curtain !== 'leaf'" />
      <StripDial path="settings.isoStops" kind="iso" label="ISO" :note="isoNote" />
      <StripDial path="lights.0.powerStops" kind="power" label="Power" mark="A" :note="powerNote" />
    </div>
    <VerdictLine />
  </footer>
</template>

<style scoped>
.strip { display: flex; background: var(--surface); border-top: 1px solid var(--rule); position: sticky; bottom: 0; z-index: 5; min-height: 92px; }
.dials { display: grid; grid-template-columns: repeat(4, minmax(9rem, auto)); }
@media (max-width: 1100px) {
  .strip { flex-direction: column; }
  .dials { grid-template-columns: repeat(4, 1fr); }
}
@media (max-width: 760px) {
  .dials { grid-template-columns: minmax(0, 1fr) minmax(0, 1.12fr) minmax(0, 0.9fr) minmax(0, 1.36fr); }
}
</style>

<script setup lang="ts">
/** Daylight at the subject's depth, from what falls on the surface. */
import { computed, ref } from 'vue'
import { daylightAt, UPRIGHT_STOPS } from '@core/advise/daylightAt'
import type { Water } from '@core/medium/water'
import type { Fault } from '@core/plan/open'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { plain, stopCount } from '@/words/format'

const props = defineProps<{ water: Water }>()
const store = usePlan()
/** Sun between clouds; common practice, no source. */
const surfaceEv = ref(14)
const daylight = computed(() => daylightAt(store.plan!, props.water, surfaceEv.value, null))
const note = computed(() => {
  const { ev } = daylight.value.background.value
  return (
    `At ${plain(props.water.depthM)} m EV ${plain(ev, 3)}: ${stopCount(surfaceEv.value - ev)} taken ` +
    `on the way down. On what faces the lens about ${stopCount(-UPRIGHT_STOPS)} less.`
  )
})
const setSurface = (value: number): readonly Fault[] => {
  if (value < 0 || value > 17) return [{ path: '', message: 'EV 0 to 17: sun at noon is 15' }]
  surfaceEv.value = value
  return []
}
const take = (): void =>
  void store.update('daylight by depth', (draft) => {
    const takenAt = new Date().toISOString()
    draft.ambient.subject = { ...daylight.value.subject, takenAt }
    draft.ambient.background = { ...daylight.value.background, takenAt }
  })
</script>

<template>
  <div class="surface">
    <StepField
      kind="ev"
      label="Daylight on the surface"
      :value="surfaceEv"
      :set="setSurface"
      :note="note"
      help="As a meter reads it above water. What the surface throws back and what scatters in again are left out: a reading down there is better."
      no-lock
    />
    <button type="button" class="push" @click="take">Use it at subject and background</button>
  </div>
</template>

<style scoped>
.surface {
  display: grid;
  gap: 0.3rem;
  justify-items: start;
}
</style>

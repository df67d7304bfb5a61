<script setup lang="ts">
/** Daylight at the subject's depth, from what falls on the surface. */
import { computed, ref } from 'vue'
import { luminanceLoss } from '@core/medium/depth'
import type { Water } from '@core/medium/water'
import type { AmbientReading } from '@core/plan/plan'
import type { Fault } from '@core/plan/open'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { plain, stopCount } from '@/words/format'

const props = defineProps<{ water: Water }>()
const store = usePlan()
/** Sun between clouds; common practice, no source. */
const surfaceEv = ref(14)
const taken = computed(() => -luminanceLoss(props.water, props.water.depthM))
const ev = computed(() => Number((surfaceEv.value - taken.value).toFixed(1)))
const note = computed(
  () =>
    `At ${plain(props.water.depthM)} m EV ${plain(ev.value, 3)}: ${stopCount(taken.value)} taken on the way down.`
)
const setSurface = (value: number): readonly Fault[] => {
  if (value < 0 || value > 17) return [{ path: '', message: 'EV 0 to 17: sun at noon is 15' }]
  surfaceEv.value = value
  return []
}
const take = (): void => {
  const reading: AmbientReading = {
    value: { kind: 'ev', ev: ev.value },
    limit: 'exact',
    via: 'incident',
    atMagnification: store.plan!.focus.magnification,
    takenAt: new Date().toISOString(),
    look: store.plan!.look
  }
  store.update('daylight by depth', (draft) => {
    draft.ambient.subject = reading
    draft.ambient.background = reading
  })
}
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

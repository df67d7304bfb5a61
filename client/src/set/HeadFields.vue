<script setup lang="ts">
/** What of a light's head is chosen at the set: its zoom, how many fire as one; how evenly it falls. */
import { computed } from 'vue'
import type { Light } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'
import { zoomWords } from '@/words/evenness'
import { plain } from '@/words/format'
import { placeName } from '@/words/names'
import type { LightAnswer, SetWorker } from '@/workers/set.worker'
import { setWorker } from '@/workers/setWorker'
import { useWorkerQuery } from '@/workers/useWorkerQuery'
import EvennessView from './EvennessView.vue'

const props = defineProps<{ light: Light }>()
const store = usePlan()
const path = computed(() => `lights.${props.light.id}` as const)
const { answer, state, failure, look } = useWorkerQuery<SetWorker, LightAnswer | null>({
  host: setWorker,
  plan: () => store.plan,
  besides: () => props.light.id,
  ask: (api, change) => api.light(change, props.light.id),
  nothing: null,
  delayMs: 150
})
const zooms = computed(() => {
  const own = {
    value: 0,
    title: `its own beam, ${plain(props.light.strobe.beamDeg)}°`
  }
  return [
    own,
    ...props.light.strobe.zoom.map(({ settingMm }) => {
      const choice = answer.value?.zoom.choices.find((each) => each.settingMm === settingMm)
      return {
        value: settingMm,
        title: choice ? zoomWords(choice) : `${plain(settingMm)} mm`
      }
    })
  ]
})
const COUNTS = Array.from({ length: 8 }, (_, i) => ({
  value: i + 1,
  title: i === 0 ? 'one head' : `${i + 1} heads as one`
}))
</script>

<template>
  <div class="head">
    <v-select
      v-if="light.strobe.zoom.length"
      :model-value="light.zoomMm ?? 0"
      :items="zooms"
      item-value="value"
      item-title="title"
      label="Zoom"
      :hint="
        answer
          ? `Change at the ${placeName(store.plan!, answer.zoom.place).toLowerCase()}, brightest over darkest place of the frame`
          : ''
      "
      @update:model-value="store.set(`${path}.zoomMm`, $event || null, 'zoom')"
    />
    <v-select
      :model-value="light.units"
      :items="COUNTS"
      item-value="value"
      item-title="title"
      label="Heads"
      @update:model-value="store.set(`${path}.units`, $event, 'heads')"
    />
  </div>
  <p v-if="failure" role="alert" class="miss small">
    How evenly it falls could not be worked out: {{ failure }}
    <button type="button" class="push" @click="look()">Try again</button>
  </p>
  <EvennessView
    v-if="answer && light.on"
    :class="{ busy: state === 'looking' }"
    :frame="answer.evenness.frame"
    :background="answer.evenness.background"
  />
</template>

<style scoped>
.head {
  display: grid;
  gap: 0.5rem;
  padding: 0.3rem 0;
}
.busy {
  opacity: 0.7;
}
</style>

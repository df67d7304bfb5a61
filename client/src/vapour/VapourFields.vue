<script setup lang="ts">
/** How vapour scatters, what that amounts to from beside and behind, and what frames said of it. */
import { computed } from 'vue'
import { vapourAmounts, withMeasuredVapour } from '@core/advise/vapour'
import { THICK } from '@core/light/scatter'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { percent, stopCount } from '@/words/format'

const store = usePlan()
const vapour = computed(() => store.plan!.subject.vapour)
const amounts = computed(() => vapourAmounts(vapour.value))
const measured = computed(() => withMeasuredVapour(store.plan!))
const take = (): void => void (measured.value && store.replace(measured.value, 'measured vapour'))
</script>

<template>
  <div class="vapour">
    <StepField
      path="subject.vapour.opticalDepth"
      kind="depthOfVapour"
      label="Optical depth"
      help="How much of the light that crosses it is turned aside, looking through its middle: 0.1 is a tenth. Twice as dense or twice as deep is twice as much, a stop."
    />
    <StepField
      path="subject.vapour.asymmetry"
      kind="asymmetry"
      label="Asymmetry"
      help="How much of it goes on nearly straight: 0 alike to all sides, 0.6 steam, 0.8 fine mist. The more, the more light from behind is worth."
    />
    <p class="small" data-vapour>
      Lit from beside it is as bright as a surface of
      {{ percent(amounts.sideReflectance) }}; light from behind gives
      {{ stopCount(amounts.rearOverFrontStops) }} more than from the front.
    </p>
    <p v-if="vapour.opticalDepth > THICK" class="small near">
      ▲ So dense that light is turned more than once: the figures say too much.
    </p>
    <p v-if="vapour.uncertaintyStops === null" class="small near" data-unmeasured>
      Nobody has photographed it yet: right to about a stop. One frame of it, judged, settles that.
    </p>
    <p v-else class="small muted">
      Measured by a frame, ± {{ vapour.uncertaintyStops.toFixed(1) }}.
    </p>
    <button
      v-if="measured"
      type="button"
      class="push"
      :disabled="store.isLocked('subject.vapour.opticalDepth')"
      @click="take"
    >
      Take its density from the frames
    </button>
  </div>
</template>

<style scoped>
.vapour {
  display: grid;
  gap: 0.3rem;
  justify-items: stretch;
}
.push {
  justify-self: start;
}
</style>

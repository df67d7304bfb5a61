<script setup lang="ts">
/** The last frame that was judged: expected, found, how sure. */
import { computed } from 'vue'
import { outcomeOf } from '@core/run/outcome'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { limitSign, stopCount, stops } from '@/words/format'
import { placeName } from '@/words/names'

const store = usePlan()
const frames = useFrames()
const outcome = computed(() => {
  const index = frames.frames.findLastIndex(({ evidence }) => evidence.length > 0)
  const frame = frames.frames[index]
  const found = frame && outcomeOf(store.plan!, frame)
  return found ? { ...found, number: index + 1 } : null
})
const off = computed(() => {
  const { expectedStops, foundStops, fits } = outcome.value!
  if (expectedStops === null) return 'Nothing was known of it before.'
  if (fits) return 'As expected.'
  const by = foundStops - expectedStops
  return `${stopCount(by)} ${by > 0 ? 'over' : 'under'} what the plan said.`
})
</script>

<template>
  <p v-if="outcome" class="outcome" data-outcome :data-fits="outcome.fits">
    Frame {{ outcome.number }}, {{ placeName(store.plan!, outcome.place).toLowerCase() }}:
    <template v-if="outcome.expectedStops !== null"
      >expected
      <b class="num"
        >{{ stops(outcome.expectedStops)
        }}{{
          outcome.expectedUncertaintyStops >= 0.05
            ? ` ± ${outcome.expectedUncertaintyStops.toFixed(1)}`
            : ''
        }}</b
      >,
    </template>
    found
    <b class="num"
      >{{ limitSign(outcome.limit) }}{{ stops(outcome.foundStops) }} ±
      {{ outcome.uncertaintyStops.toFixed(1) }}</b
    >. <span :class="outcome.fits ? 'ok' : 'near'">{{ off }}</span>
  </p>
</template>

<style scoped>
.outcome {
  color: var(--text);
}
b {
  font-weight: 400;
  color: var(--bright);
  white-space: nowrap;
}
</style>

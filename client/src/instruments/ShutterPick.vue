<script setup lang="ts">
/** The body's curtains or the lens's leaf shutter, each with how far it goes and what that costs. */
import { computed } from 'vue'
import { shutterChoices, type ShutterChoice } from '@core/advise/shutterChoices'
import { nameOf } from '@core/scales/marks'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'

const store = usePlan()
const choices = computed(() => shutterChoices(store.plan!))
const NAMES = { body: 'The body’s curtains', lens: 'The lens’s leaf shutter' }
const says = (choice: ShutterChoice): string =>
  `to ${nameOf('shutter', choice.limitStops)}, ambient ${stops(choice.ambientStops)} there` +
  (choice.lossStops < -0.05 ? `, key light ${stops(choice.lossStops)}` : ', key light whole')
</script>

<template>
  <div v-if="choices.length" class="targets" role="group" aria-label="Shutter in use">
    <button
      v-for="choice in choices"
      :key="choice.shutterIn"
      type="button"
      class="push"
      :class="{ main: store.plan!.shutterIn === choice.shutterIn }"
      :aria-pressed="store.plan!.shutterIn === choice.shutterIn"
      :data-shutter-in="choice.shutterIn"
      @click="store.replace(choice.after, 'shutter in use')"
    >
      {{ NAMES[choice.shutterIn] }} <span class="small muted">{{ says(choice) }}</span>
    </button>
  </div>
</template>

<style scoped>
.targets {
  display: grid;
  gap: 0.4rem;
  padding: 0.3rem 0 0.6rem;
}
.push {
  justify-content: space-between;
  gap: 0.8rem;
  min-height: 44px;
}
</style>

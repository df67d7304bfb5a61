<script setup lang="ts">
/** The power to set, on the strobe's own dial, with the rounding error; or why no power does it. */
import { computed } from 'vue'
import { dialMarks } from '@core/scales/dial'
import { usePlan } from '@/stores/plan'
import { stopCount, stops } from '@/words/format'

const store = usePlan()
const plan = computed(() => store.plan!)
const suggestion = computed(() => store.evaluation!.suggestion)
const mark = computed(() => suggestion.value.choice?.mark ?? null)
const set = computed(() => mark.value !== null && Math.abs(mark.value.stops - plan.value.lights[0].powerStops) < 1e-6)
const right = computed(() => store.evaluation!.verdicts.find((each) => each.id === 'subject')!.state === 'ok')
const ends = computed(() => {
  const marks = dialMarks(plan.value.lights[0].strobe.dial)
  return { lowest: marks[0]!.label, full: marks.at(-1)!.label }
})
const words = computed(() => {
  const { state, missStops, choice } = suggestion.value
  switch (state) {
    case 'ok':
      return Math.abs(choice!.errorStops) < 0.05 ? 'exactly what is wanted' : `${stops(choice!.errorStops)} by rounding`
    case 'coarse':
      return `the dial’s steps are too wide: the nearest mark is ${stops(missStops)} off`
    case 'too-bright':
      return `the lowest power (${ends.value.lowest}) is still ${stopCount(missStops)} too bright`
    case 'too-dim':
      return `full power (${ends.value.full}) is still ${stopCount(missStops)} too dim`
    case 'ambient-alone':
      return `ambient alone puts the subject ${stopCount(missStops)} over: darken it first`
    default:
      return 'the beam does not reach the subject'
  }
})
</script>

<template>
  <div class="advice" :data-state="suggestion.state" role="status">
    <span class="muted">{{ suggestion.state === 'ok' ? (set ? 'Power is right at' : right ? 'Nearest to the goal' : 'Set power to') : 'Nearest power' }}</span>
    <b class="num">{{ mark?.label ?? 'none' }}</b>
    <span class="small" :class="{ near: suggestion.state !== 'ok', muted: suggestion.state === 'ok' }">{{ words }}</span>
    <button v-if="mark && !set" type="button" class="push" :class="{ main: !right }" :disabled="store.isLocked('lights.0.powerStops')" @click="store.set('lights.0.powerStops', mark.stops, 'power')">
      {{ store.isLocked('lights.0.powerStops') ? 'Power is locked' : 'Set it' }}
    </button>
  </div>
</template>

<style scoped>
.advice { display: flex; flex-wrap: wrap; align-items: baseline; gap: 0.3rem 0.8rem; padding: 0.5rem 0; }
b { font-size: 1.375rem; font-weight: 400; color: var(--bright); }
</style>

<script setup lang="ts">
/** The power to set, on the strobe's own dial, with the rounding error; or why no power does it. */
import { computed } from 'vue'
import type { LightId } from '@core/plan/plan'
import { powerMarks } from '@core/plan/sync'
import { usePlan } from '@/stores/plan'
import { stopCount, stops } from '@/words/format'
import { placeName } from '@/words/names'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const light = computed(() => store.plan!.lights.find((each) => each.id === props.id)!)
const path = computed(() => `lights.${props.id}.powerStops` as const)
const suggestion = computed(() => store.evaluation!.suggestions[light.value.id] ?? null)
const mark = computed(() => suggestion.value?.choice?.mark ?? null)
const set = computed(
  () => mark.value !== null && Math.abs(mark.value.stops - light.value.powerStops) < 1e-6
)
const right = computed(
  () =>
    suggestion.value !== null &&
    Math.abs(
      store.evaluation!.ledger.totals[suggestion.value.place]! - suggestion.value.goalStops
    ) <=
      suggestion.value.toleranceStops + 1e-9
)
const ends = computed(() => {
  const marks = powerMarks(store.plan!, light.value)
  return { lowest: marks[0]!.label, full: marks.at(-1)!.label }
})
const words = computed(() => {
  const { state, missStops, choice, place, wantedStops } = suggestion.value!
  const where = place === 'subject' ? 'subject' : placeName(store.plan!, place).toLowerCase()
  switch (state) {
    case 'ok': {
      if (wantedStops === null) return `other light alone is at the goal; this adds the least`
      const exact = Math.abs(choice!.errorStops) < 0.05
      const said = exact ? 'exactly what is wanted' : `${stops(choice!.errorStops)} by rounding`
      return place === 'subject' ? said : `${said} at the ${where}`
    }
    case 'coarse':
      return `the dial’s steps are too wide: the nearest mark is ${stops(missStops)} off`
    case 'too-bright':
      return `the lowest power (${ends.value.lowest}) is still ${stopCount(missStops)} too bright`
    case 'too-dim':
      return `full power (${ends.value.full}) is still ${stopCount(missStops)} too dim`
    case 'ambient-alone':
      return `ambient alone puts the ${where} ${stopCount(missStops)} over: darken it first`
    case 'others-alone':
      return `the other lights alone put the ${where} ${stopCount(missStops)} over`
    default:
      return `the beam does not reach the ${where}`
  }
})
</script>

<template>
  <div class="advice" :data-state="suggestion?.state ?? 'none'" role="status">
    <template v-if="suggestion">
      <span class="muted">{{
        suggestion.state === 'ok'
          ? set
            ? 'Power is right at'
            : right
              ? 'Nearest to the goal'
              : 'Set power to'
          : 'Nearest power'
      }}</span>
      <b class="num">{{ mark?.label ?? 'none' }}</b>
      <span
        class="small"
        :class="{ near: suggestion.state !== 'ok', muted: suggestion.state === 'ok' }"
        >{{ words }}</span
      >
      <button
        v-if="mark && !set"
        type="button"
        class="push"
        :class="{ main: !right }"
        :disabled="store.isLocked(path)"
        @click="store.set(path, mark.stops, 'power')"
      >
        {{ store.isLocked(path) ? 'Power is locked' : 'Set it' }}
      </button>
    </template>
    <span v-else class="small muted">{{
      light.on
        ? 'No goal at the place this light works for: set one at the head of its column in the sum.'
        : 'Switched off.'
    }}</span>
  </div>
</template>

<style scoped>
.advice {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.3rem 0.8rem;
  padding: 0.5rem 0;
}
b {
  font-size: 1.375rem;
  font-weight: 400;
  color: var(--bright);
}
</style>

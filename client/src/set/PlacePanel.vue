<script setup lang="ts">
/** A place: the goal there, and for the user's own where it is and which way its surface faces. */
import { computed } from 'vue'
import { removePlace } from '@core/plan/edit'
import type { Place } from '@core/plan/plan'
import { isClear } from '@core/set/seenPlaces'
import BackgroundGoal from '@/instruments/BackgroundGoal.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { goalWords } from '@/words/goals'
import { FINISH_NAMES, placeName } from '@/words/names'
import { useSelection } from './selection'

const props = defineProps<{ place: Place }>()
const store = usePlan()
const selection = useSelection()
const plan = computed(() => store.plan!)
const own = computed(() => plan.value.places.find((each) => each.id === props.place))
const goal = computed(() => plan.value.goals.places.find((each) => each.place === props.place))
const kind = computed(() => goal.value?.kind ?? 'none')
const fixed = computed(() => props.place === 'subject' || props.place.startsWith('background'))
const KINDS = [
  { value: 'none', title: 'No goal' },
  { value: 'about', title: 'About this level' },
  { value: 'at-most', title: 'At most this level' }
]
const FACES = [
  { value: 'lens', title: 'Toward the lens' },
  { value: 'up', title: 'Up' },
  { value: 'left', title: 'Left' },
  { value: 'right', title: 'Right' }
]
/** A zone lies on something: no light comes through it but as a facet, on a clear subject. */
const finishes = computed(() =>
  Object.entries(FINISH_NAMES)
    .filter(([value]) => value !== 'translucent')
    .map(([value, title]) => ({
      value,
      title: value === 'clear' && isClear(plan.value) ? 'Clear, a facet' : title
    }))
)
const setKind = (next: string): void =>
  void store.update('goal', (draft) => {
    const rest = draft.goals.places.filter((each) => each.place !== props.place)
    const level = store.evaluation!.ledger.totals[props.place] ?? -1
    const now = Number.isFinite(level) ? Math.max(-12, Math.min(5, Math.round(level * 3) / 3)) : -3
    draft.goals.places =
      next === 'none'
        ? rest
        : [
            ...rest,
            { place: props.place, kind: next as 'about', stops: now, toleranceStops: 1 / 3 }
          ]
  })
const remove = (): void => {
  selection.pick('light', plan.value.lights[0]!.id)
  store.replace(removePlace(plan.value, props.place), `take ${props.place} out`)
}
</script>

<template>
  <section class="group" :aria-label="`Place ${placeName(plan, place)}`">
    <h2>
      {{ placeName(plan, place) }}
      <span class="num muted">{{ stops(store.evaluation!.ledger.totals[place] ?? null) }}</span>
    </h2>
    <template v-if="place === 'subject'">
      <StepField path="goals.subjectStops" kind="stops" label="Level" /><StepField
        path="goals.toleranceStops"
        kind="tolerance"
        label="Tolerance"
      />
    </template>
    <BackgroundGoal v-else-if="fixed" />
    <template v-else>
      <v-select
        :model-value="kind"
        :items="KINDS"
        item-value="value"
        item-title="title"
        :label="`Goal: ${goalWords(plan, place)}`"
        @update:model-value="setKind"
      />
      <StepField v-if="goal" :path="`goals.places.${place}.stops`" kind="stops" label="Level" />
      <StepField
        v-if="kind === 'about'"
        :path="`goals.places.${place}.toleranceStops`"
        kind="tolerance"
        label="Tolerance"
      />
    </template>
    <template v-if="own">
      <v-text-field
        :model-value="own.name"
        label="Name"
        maxlength="40"
        @change="
          store.set(`places.${place}.name`, ($event.target as HTMLInputElement).value, 'name')
        "
      />
      <v-select
        :model-value="own.faces"
        :items="FACES"
        item-value="value"
        item-title="title"
        label="Its surface faces"
        @update:model-value="store.set(`places.${place}.faces`, $event, 'faces')"
      />
      <v-select
        :model-value="own.finish"
        :items="finishes"
        item-value="value"
        item-title="title"
        label="Finish"
        @update:model-value="store.set(`places.${place}.finish`, $event, 'finish')"
      />
      <StepField :path="`places.${place}.reflectance`" kind="reflectance" label="Reflectance" />
      <StepField :path="`places.${place}.xMm`" kind="millimetres" label="x, right" /><StepField
        :path="`places.${place}.yMm`"
        kind="millimetres"
        label="y, up"
      /><StepField :path="`places.${place}.zMm`" kind="millimetres" label="z, to the camera" />
      <div><button type="button" class="push bare" @click="remove">Remove</button></div>
    </template>
  </section>
</template>

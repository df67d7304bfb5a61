<script setup lang="ts">
/** Every goal with its tolerance, hard or wished, and those that may be asked besides. */
import { computed } from 'vue'
import { judgeGoals } from '@core/solve/goals'
import { keyLight } from '@core/set/places'
import BackgroundGoal from '@/instruments/BackgroundGoal.vue'
import GoalRow from '@/instruments/GoalRow.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'
import { goalName } from '@/words/ways'

const store = usePlan()
const plan = computed(() => store.plan!)
const goals = computed(() =>
  judgeGoals(plan.value, store.evaluation!).filter((goal) => goal.id !== 'sync')
)
/** Goals that are not asked of every plan, with what they start from. */
const EXTRA = [
  {
    id: 'keyFill',
    key: 'keyFill',
    title: 'Key : fill',
    start: { stops: 2, toleranceStops: 0.5, over: 'subject', under: 'shadow' }
  },
  { id: 'highlight', key: 'highlight8Bit', title: 'Highlight', start: 250 },
  { id: 'edge', key: 'edgeBlurPx', title: 'Blur at the ends of the depth', start: 8 },
  { id: 'recycle', key: 'recycleS', title: 'Recycle time', start: 2 },
  { id: 'flashes', key: 'flashes', title: 'Flashes per charge', start: 300 },
  { id: 'iso', key: 'isoStops', title: 'ISO ceiling', start: 2 }
] as const
const ask = (key: (typeof EXTRA)[number]['key'], value: unknown): void =>
  void store.set(`goals.${key}`, value, value === null ? 'goal dropped' : 'goal')
const hasFill = computed(
  () =>
    plan.value.cards.length > 0 ||
    plan.value.lights.some((light) => light.role === 'fill' && light !== keyLight(plan.value))
)
const free = computed(() =>
  EXTRA.filter(
    (each) => plan.value.goals[each.key] === null && (each.id !== 'keyFill' || hasFill.value)
  )
)
const zones = computed(() =>
  store
    .evaluation!.ledger.places.filter(
      (place) => place !== 'lens' && !place.startsWith('background')
    )
    .map((place) => ({ value: place, title: placeName(plan.value, place) }))
)
const extraOf = (id: string) => EXTRA.find((each) => each.id === id)
</script>

<template>
  <section class="group" aria-labelledby="goals-title">
    <h2 id="goals-title">Goals</h2>
    <p class="small muted">
      A must is always kept. A wish may be missed when nothing else fits, by as little as possible.
    </p>
    <ul>
      <GoalRow v-for="goal in goals" :key="goal.id" :goal="goal">
        <template v-if="goal.id === 'subject'"
          ><StepField
            path="goals.subjectStops"
            kind="stops"
            label="Level"
            :about="goalName(plan, goal.id)"
            no-lock /><StepField
            path="goals.toleranceStops"
            kind="tolerance"
            label="Tolerance"
            :about="goalName(plan, goal.id)"
            no-lock
        /></template>
        <BackgroundGoal v-else-if="goal.id === 'background'" no-lock />
        <StepField
          v-else-if="goal.id === 'depth'"
          path="subject.sharpDepthMm"
          kind="length"
          label="At least"
          :about="goalName(plan, goal.id)"
          no-lock
        />
        <StepField
          v-else-if="goal.id === 'blur'"
          path="goals.blurPx"
          kind="pixels"
          label="At most"
          :about="goalName(plan, goal.id)"
          no-lock
        />
        <StepField
          v-else-if="goal.id === 'ghost'"
          path="goals.ghostPx"
          kind="pixels"
          label="At most"
          :value="plan.goals.ghostPx ?? plan.goals.blurPx"
          :set="(value) => store.set('goals.ghostPx', value, 'ghost')"
          no-lock
          help="Counts only where ambient on the moving part is above −5: below that no ghost shows."
        />
        <template v-else-if="goal.place !== null"
          ><StepField
            :path="`goals.places.${goal.place}.stops`"
            kind="stops"
            :label="goal.kind === 'about' ? 'Level' : 'At most'"
            :about="goalName(plan, goal.id)"
            no-lock /><StepField
            v-if="goal.kind === 'about'"
            :path="`goals.places.${goal.place}.toleranceStops`"
            kind="tolerance"
            label="Tolerance"
            :about="goalName(plan, goal.id)"
            no-lock
        /></template>
        <StepField
          v-else-if="goal.id === 'highlight'"
          path="goals.highlight8Bit"
          kind="eightBit"
          label="At most"
          :about="goalName(plan, goal.id)"
          no-lock
          help="The brightest of the subject’s places and zones, as the file shows it. What mirrors a light may be brighter still: see the checks."
        />
        <template v-else-if="goal.id === 'keyFill'"
          ><StepField
            path="goals.keyFill.stops"
            kind="stops"
            label="Key over fill"
            :about="goalName(plan, goal.id)"
            no-lock /><StepField
            path="goals.keyFill.toleranceStops"
            kind="tolerance"
            label="Tolerance"
            :about="goalName(plan, goal.id)"
            no-lock /><v-select
            v-for="side in ['over', 'under'] as const"
            :key="side"
            :model-value="plan.goals.keyFill![side]"
            :items="zones"
            item-value="value"
            item-title="title"
            :label="side === 'over' ? 'Key taken at' : 'Fill taken at'"
            @update:model-value="store.set(`goals.keyFill.${side}`, $event, 'goal')"
        /></template>
        <StepField
          v-else-if="goal.id === 'edge'"
          path="goals.edgeBlurPx"
          kind="pixels"
          label="At most"
          :about="goalName(plan, goal.id)"
          no-lock
          help="Defocus and diffraction together at both ends of the depth."
        />
        <StepField
          v-else-if="goal.id === 'recycle'"
          path="goals.recycleS"
          kind="time"
          label="At most"
          :about="goalName(plan, goal.id)"
          no-lock
        />
        <StepField
          v-else-if="goal.id === 'flashes'"
          path="goals.flashes"
          kind="count"
          label="At least"
          :about="goalName(plan, goal.id)"
          no-lock
        />
        <StepField
          v-else-if="goal.id === 'iso'"
          path="goals.isoStops"
          kind="iso"
          label="At most"
          :about="goalName(plan, goal.id)"
          no-lock
        />
        <button
          v-if="extraOf(goal.id)"
          type="button"
          class="push bare drop"
          @click="ask(extraOf(goal.id)!.key, null)"
        >
          Remove goal
        </button>
      </GoalRow>
    </ul>
    <div v-if="free.length" class="more" role="group" aria-label="Add a goal">
      <span class="muted small">Add</span>
      <button
        v-for="each in free"
        :key="each.id"
        type="button"
        class="push bare"
        @click="ask(each.key, each.start)"
      >
        + {{ each.title }}
      </button>
    </div>
    <p class="small muted">
      Goals for other places are set under Light: pick the place in the sum.
    </p>
  </section>
</template>

<style scoped>
ul {
  display: grid;
}
.drop {
  min-height: 24px;
  font-size: 0.8125rem;
  color: var(--muted);
  justify-self: start;
}
.more {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.1rem 0.4rem;
  padding: 0.4rem 0;
}
.more .push {
  min-height: 30px;
  font-size: 0.875rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .drop,
  .more .push {
    min-height: 44px;
  }
}
</style>

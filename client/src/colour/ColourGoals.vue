<script setup lang="ts">
/** What is asked of colours, how it stands, and what may be asked besides. */
import { computed } from 'vue'
import { judgeColours, type ColourGoal, type ColourResult } from '@core/ledger/colourVerdict'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { COLOUR_GOAL_WORDS } from '@/words/colour'

const store = usePlan()
const plan = computed(() => store.plan!)
const results = computed(() => judgeColours(plan.value, store.evaluation!.ledger))
const lights = computed(() =>
  plan.value.lights.map(({ id, name }) => ({ value: id, title: `${id} ${name}` }))
)
const PATHS = {
  neutral: 'goals.neutralStops',
  cast: 'goals.cast',
  alike: 'goals.alike'
} as const
const starts = computed<Record<ColourGoal, unknown>>(() => ({
  neutral: 0.2,
  cast: { mired: 60, toleranceMired: 20 },
  alike: { a: plan.value.lights[0]!.id, b: plan.value.lights[1]?.id, toleranceStops: 0.15 }
}))
const free = computed(() =>
  (Object.keys(PATHS) as ColourGoal[]).filter(
    (id) =>
      !results.value.some((each) => each.id === id) &&
      (id !== 'alike' || plan.value.lights.length > 1)
  )
)
const ask = (id: ColourGoal, value: unknown): void =>
  void store.set(PATHS[id], value, value === null ? 'goal dropped' : 'goal')
const stands = ({ id, value }: ColourResult): string =>
  value === null
    ? 'not known'
    : id === 'cast'
      ? `${value > 0 ? '+' : ''}${Math.round(value)} mired`
      : `${value.toFixed(2)} stop off`
</script>

<template>
  <section class="group" aria-labelledby="colour-goals-title">
    <h2 id="colour-goals-title">Goals for colour</h2>
    <ul>
      <li v-for="goal in results" :key="goal.id" :data-goal="goal.id" :data-ok="goal.ok">
        <div class="head">
          <span
            :class="goal.ok ? 'ok' : goal.value === null ? 'unknown' : 'miss'"
            aria-hidden="true"
            >{{ goal.ok ? '✓' : goal.value === null ? '?' : '✕' }}</span
          >
          <span>{{ COLOUR_GOAL_WORDS[goal.id] }}</span>
          <span class="num now"
            >{{ stands(goal)
            }}<span class="hidden-label">, {{ goal.ok ? 'met' : 'missed' }}</span></span
          >
          <button type="button" class="push bare" @click="ask(goal.id, null)">Remove goal</button>
        </div>
        <StepField
          v-if="goal.id === 'neutral'"
          path="goals.neutralStops"
          kind="tolerance"
          label="Red and blue off green, at most"
          help="Of a grey card at the subject, in stops. A fifth of a stop is about what an eye lets pass."
          no-lock
        />
        <template v-else-if="goal.id === 'cast'"
          ><StepField
            path="goals.cast.mired"
            kind="mired"
            label="Than the balance"
            help="Warmer is +, cooler −. What the light on the background is to look like."
            no-lock /><StepField
            path="goals.cast.toleranceMired"
            kind="miredTolerance"
            label="Tolerance"
            no-lock
        /></template>
        <template v-else>
          <div class="pair">
            <v-select
              v-for="which in ['a', 'b'] as const"
              :key="which"
              :model-value="plan.goals.alike![which]"
              :items="lights"
              item-value="value"
              item-title="title"
              :label="which === 'a' ? 'Light' : 'like light'"
              @update:model-value="store.set(`goals.alike.${which}`, $event, 'lights alike')"
            />
          </div>
          <StepField
            path="goals.alike.toleranceStops"
            kind="tolerance"
            label="Apart in red or blue, at most"
            no-lock
          />
        </template>
      </li>
    </ul>
    <div v-if="free.length" class="more" role="group" aria-label="Add a goal for colour">
      <span class="muted small">Add</span>
      <button
        v-for="id in free"
        :key="id"
        type="button"
        class="push bare"
        @click="ask(id, starts[id])"
      >
        + {{ COLOUR_GOAL_WORDS[id] }}
      </button>
    </div>
  </section>
</template>

<style scoped>
li {
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--line);
}
.head,
.more {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.1rem 0.5rem;
}
.now {
  margin-left: auto;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.8rem;
  padding: 0.3rem 0;
}
</style>

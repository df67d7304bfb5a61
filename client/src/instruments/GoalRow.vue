<script setup lang="ts">
/** A goal on one line: how it stands, its figures, and whether it must hold or is only wished. */
import { computed } from 'vue'
import type { GoalResult } from '@core/solve/goals'
import { usePlan } from '@/stores/plan'
import { goalFigure, goalName } from '@/words/ways'

const props = defineProps<{ goal: GoalResult }>()
const store = usePlan()
const wished = computed(() => store.plan!.goals.wished.includes(props.goal.id))
const name = computed(() => goalName(store.plan!, props.goal.id))
const mark = computed(() =>
  !props.goal.ok
    ? { sign: '✕', word: 'missed', kind: 'miss' }
    : props.goal.known
      ? { sign: '✓', word: 'met', kind: 'ok' }
      : { sign: '?', word: 'not measured yet', kind: 'unknown' }
)
const toggle = (): void =>
  void store.update(wished.value ? 'must hold' : 'wished', (draft) => {
    draft.goals.wished = wished.value
      ? draft.goals.wished.filter((each) => each !== props.goal.id)
      : [...draft.goals.wished, props.goal.id]
  })
</script>

<template>
  <li :data-goal="goal.id" :data-ok="goal.ok">
    <div class="head">
      <span :class="mark.kind" class="sign" aria-hidden="true">{{ mark.sign }}</span>
      <span class="name">{{ name }}</span>
      <span class="num now" :class="{ miss: !goal.ok }"
        >{{ goalFigure(goal.id, goal.value)
        }}<span class="hidden-label">, {{ mark.word }}</span></span
      >
      <button
        type="button"
        class="weight"
        :aria-pressed="!wished"
        :aria-label="`${name} must hold`"
        :title="wished ? 'A wish: it may be missed' : 'A must: it is always kept'"
        @click="toggle"
      >
        {{ wished ? 'wish' : 'must' }}
      </button>
    </div>
    <div class="figures"><slot /></div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  padding: 0.15rem 0 0.3rem;
  border-bottom: 1px solid var(--line);
}
.head {
  display: flex;
  align-items: center;
  gap: 0.4rem;
}
.sign {
  width: 1em;
  text-align: center;
}
.name {
  color: var(--bright);
}
.now {
  margin-left: auto;
  font-size: 0.875rem;
}
.weight {
  min-height: 26px;
  min-width: 3.6rem;
  border: 1px solid var(--rule);
  border-radius: 3px;
  color: var(--muted);
  font-size: 0.8125rem;
}
.weight[aria-pressed='true'] {
  color: var(--accent);
  border-color: var(--accent);
}
.weight:hover {
  color: var(--bright);
}
.figures {
  padding-left: 1.4rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .weight {
    min-height: 44px;
    min-width: 4.2rem;
  }
}
</style>

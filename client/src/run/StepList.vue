<script setup lang="ts">
/** All steps of the run in their order: which are done, which is due; skipped, repeated, moved. */
import { mdiCheck, mdiCircleOutline, mdiCircleSlice8, mdiSkipNext } from '@mdi/js'
import { computed, ref } from 'vue'
import type { RunStep } from '@core/run/steps'
import type { StepKey } from '@core/run/tick'
import StepActions from './StepActions.vue'
import { useSteps } from './useSteps'

const props = defineProps<{ steps: readonly RunStep[]; due: StepKey | null }>()
const actions = useSteps(() => props.steps)
/** the row that is opened */
const opened = ref<StepKey | ''>('')

const rows = computed(() =>
  props.steps
    // Looking again shows once it is due, or was.
    .filter(({ key, state, tick }) => key !== 'recheck' || state !== 'done' || tick)
    .map((step) => ({
      ...step,
      step,
      name: actions.nameOf(step.key),
      now: step.key === props.due,
      icon:
        step.key === props.due
          ? mdiCircleSlice8
          : { done: mdiCheck, skipped: mdiSkipNext, open: mdiCircleOutline }[step.state],
      says:
        step.key === props.due
          ? 'now'
          : { done: 'done', skipped: 'skipped', open: 'to do' }[step.state]
    }))
)
const onKey = (event: KeyboardEvent, key: StepKey): void => {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return
  event.preventDefault()
  actions.move(key, event.key === 'ArrowUp' ? -1 : 1)
}
</script>

<template>
  <section class="group" aria-labelledby="steps-title">
    <h2 id="steps-title">Steps</h2>
    <ol>
      <li
        v-for="row in rows"
        :key="row.key"
        :class="[row.state, { now: row.now }]"
        :data-step="row.key"
        :data-state="row.now ? 'now' : row.state"
      >
        <button
          type="button"
          class="entry"
          :aria-expanded="opened === row.key"
          :aria-current="row.now ? 'step' : undefined"
          @click="opened = opened === row.key ? '' : row.key"
          @keydown="onKey($event, row.key)"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="row.icon" /></svg>
          <span class="name">{{ row.name }}</span>
          <span class="small muted">{{ row.says }}</span>
        </button>
        <StepActions
          v-if="opened === row.key"
          :step="row.step"
          :now="row.now"
          :due="due"
          :actions="actions"
        />
      </li>
    </ol>
  </section>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
}
.entry {
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  align-items: center;
  gap: 0.5rem;
  width: 100%;
  min-height: 40px;
  text-align: left;
}
.entry svg {
  width: 18px;
  fill: var(--muted);
}
.done .entry svg {
  fill: var(--ok);
}
.now .entry svg {
  fill: var(--accent);
}
.now .name {
  color: var(--bright);
  font-weight: 500;
}
.skipped .name,
.done .name {
  color: var(--muted);
}
@media (max-width: 760px) {
  .entry {
    min-height: 56px;
  }
}
</style>

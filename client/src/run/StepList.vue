<script setup lang="ts">
/** All steps of the run in their order: which are done, which is due; skipped, repeated, moved. */
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiCheck,
  mdiCircleOutline,
  mdiCircleSlice8,
  mdiRepeat,
  mdiSkipNext
} from '@mdi/js'
import { computed, ref } from 'vue'
import { lightOf, partOf, type RunStep } from '@core/run/steps'
import type { StepKey } from '@core/run/tick'
import { usePlan } from '@/stores/plan'
import { stepWhy } from '@/words/steps'
import { useSteps } from './useSteps'

const props = defineProps<{ steps: readonly RunStep[]; due: StepKey | null }>()
const store = usePlan()
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
/** A light whose modifiers could go on one at a time. */
const partsOf = (key: StepKey) => {
  const lit = store.plan!.lights.filter(({ on }) => on)
  const id = lightOf(key) ?? (key === 'together' && lit.length === 1 ? lit[0]!.id : null)
  const light = partOf(key) ? undefined : store.plan!.lights.find((each) => each.id === id)
  return light && light.modifiers.length > 0 ? light : null
}
const onKey = (event: KeyboardEvent, key: StepKey): void => {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return
  event.preventDefault()
  actions.move(key, event.key === 'ArrowUp' ? -1 : 1)
}
const sayWhy = (event: Event, step: RunStep): void => {
  const { value } = event.target as HTMLInputElement
  if (value.trim() !== (step.tick?.why ?? '')) actions.skip(step, value.trim())
}
const why = (step: RunStep): string => (step.tick?.kind === 'step' ? step.tick.why : '')
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
          class="line"
          :aria-expanded="opened === row.key"
          :aria-current="row.now ? 'step' : undefined"
          @click="opened = opened === row.key ? '' : row.key"
          @keydown="onKey($event, row.key)"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="row.icon" /></svg>
          <span class="name">{{ row.name }}</span>
          <span class="small muted">{{ row.says }}</span>
        </button>
        <div v-if="opened === row.key" class="more">
          <p class="small muted">{{ stepWhy(store.plan!, row.key) }}</p>
          <div class="acts">
            <button
              v-if="row.state === 'open' && row.key !== 'recheck'"
              type="button"
              class="push"
              @click="actions.skip(row.step)"
            >
              <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiSkipNext" /></svg>Skip
            </button>
            <button
              v-if="row.state !== 'open'"
              type="button"
              class="push"
              @click="actions.again(row.step)"
            >
              <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiRepeat" /></svg
              >{{ row.state === 'done' ? 'Once more' : 'Take it up' }}
            </button>
            <button
              v-if="row.state === 'open' && !row.now"
              type="button"
              class="push"
              @click="actions.next(row.key, due)"
            >
              Do it now
            </button>
            <template v-if="row.key !== 'recheck'">
              <button
                type="button"
                class="push bare"
                :aria-label="`${row.name} earlier`"
                @click="actions.move(row.key, -1)"
              >
                <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiArrowUp" /></svg>
              </button>
              <button
                type="button"
                class="push bare"
                :aria-label="`${row.name} later`"
                @click="actions.move(row.key, 1)"
              >
                <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiArrowDown" /></svg>
              </button>
            </template>
          </div>
          <label v-if="row.state === 'skipped'" class="small why"
            >Why <span class="muted">(if it matters later)</span
            ><input :value="why(row.step)" maxlength="200" @change="sayWhy($event, row.step)"
          /></label>
          <label v-if="partsOf(row.key)" class="small tick"
            ><input
              type="checkbox"
              :checked="actions.inParts(partsOf(row.key)!.id)"
              @change="
                actions.setParts(partsOf(row.key)!.id, ($event.target as HTMLInputElement).checked)
              "
            />Modifiers of {{ partsOf(row.key)!.id }} one at a time, a frame for each</label
          >
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
}
.line {
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  align-items: center;
  gap: 0.5rem;
  width: 100%;
  min-height: 40px;
  text-align: left;
}
.line svg {
  width: 18px;
  fill: var(--muted);
}
.done .line svg {
  fill: var(--ok);
}
.now .line svg {
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
.more {
  display: grid;
  gap: 0.6rem;
  padding: 0.1rem 0 0.8rem 1.9rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.why input {
  display: block;
  width: 100%;
  min-height: 40px;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--rule);
  color: var(--bright);
}
.tick {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 40px;
}
.tick input {
  width: 20px;
  height: 20px;
  accent-color: var(--accent);
}
@media (max-width: 760px) {
  .line {
    min-height: 52px;
  }
}
</style>

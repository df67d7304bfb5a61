<script setup lang="ts">
/** What can be done with one step of the run. */
import { mdiArrowDown, mdiArrowUp, mdiRepeat, mdiSkipNext } from '@mdi/js'
import { computed } from 'vue'
import { lightOf, partOf, type RunStep } from '@core/run/steps'
import type { StepKey } from '@core/run/tick'
import { usePlan } from '@/stores/plan'
import { stepWhy } from '@/words/steps'
import type { useSteps } from './useSteps'

const props = defineProps<{
  step: RunStep
  now: boolean
  due: StepKey | null
  actions: ReturnType<typeof useSteps>
}>()
const store = usePlan()
/** The light of the step, where its modifiers could go on one at a time. */
const parts = computed(() => {
  const { key } = props.step
  const lit = store.plan!.lights.filter(({ on }) => on)
  const id = lightOf(key) ?? (key === 'together' && lit.length === 1 ? lit[0]!.id : null)
  const light = partOf(key) ? undefined : store.plan!.lights.find((each) => each.id === id)
  return light && light.modifiers.length > 0 ? light : null
})
const sayWhy = (event: Event): void => {
  const why = (event.target as HTMLInputElement).value.trim()
  if (why !== (props.step.tick?.why ?? '')) props.actions.skip(props.step, why)
}
</script>

<template>
  <div class="more">
    <p class="small muted">{{ stepWhy(store.plan!, step.key) }}</p>
    <div class="acts">
      <button
        v-if="step.state === 'open' && step.key !== 'recheck'"
        type="button"
        class="push"
        @click="actions.skip(step)"
      >
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiSkipNext" /></svg>Skip
      </button>
      <button v-if="step.state !== 'open'" type="button" class="push" @click="actions.again(step)">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiRepeat" /></svg
        >{{ step.state === 'done' ? 'Once more' : 'Take it up' }}
      </button>
      <button
        v-if="step.state === 'open' && !now"
        type="button"
        class="push"
        @click="actions.next(step.key, due)"
      >
        Do it now
      </button>
      <template v-if="step.key !== 'recheck'">
        <button
          type="button"
          class="push bare"
          :aria-label="`${actions.nameOf(step.key)} earlier`"
          @click="actions.move(step.key, -1)"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiArrowUp" /></svg>
        </button>
        <button
          type="button"
          class="push bare"
          :aria-label="`${actions.nameOf(step.key)} later`"
          @click="actions.move(step.key, 1)"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiArrowDown" /></svg>
        </button>
      </template>
    </div>
    <label v-if="step.state === 'skipped'" class="small why"
      >Why <span class="muted">(if it matters later)</span
      ><input :value="step.tick?.why ?? ''" maxlength="200" @change="sayWhy"
    /></label>
    <label v-if="parts" class="small tick"
      ><input
        type="checkbox"
        :checked="actions.inParts(parts!.id)"
        @change="actions.setParts(parts!.id, ($event.target as HTMLInputElement).checked)"
      />Modifiers of {{ parts!.id }} one at a time, a frame for each</label
    >
  </div>
</template>

<style scoped>
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
</style>

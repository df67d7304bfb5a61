<script setup lang="ts">
/** By eye: one of a few choices, or stops typed. */
import { computed, ref, useId } from 'vue'
import { parseStops } from '@core/scales/stops'
import { judgedAt, UNCERTAINTY } from '@core/run/calibrate'
import type { Evidence, Frame } from '@core/run/frame'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'
import { asEvidence, eyeChoices, rightLevel, type EyeChoice } from './eyeChoices'

const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ judge: [evidence: Evidence] }>()
const store = usePlan()
const id = useId()
const black = computed(() => props.frame.kind === 'black')
const place = computed(() => judgedAt(props.frame)[0]!)
const choices = computed(() => eyeChoices(store.plan!, props.frame))
const pickChoice = (choice: EyeChoice): void => emit('judge', asEvidence(props.frame, choice))

const typed = ref('')
const error = ref('')
const submitTyped = (): void => {
  const value = parseStops(typed.value)
  if (value === null || Math.abs(value) > 12)
    return void (error.value = 'not understood: type stops, like −1 1/3 or +0.5')
  emit('judge', {
    kind: 'judged',
    place: place.value,
    levelStops: rightLevel(store.plan!, props.frame) + value,
    limit: 'exact'
  })
}
</script>

<template>
  <div
    class="choices"
    role="group"
    :aria-label="
      black ? 'What shows in it' : `Stops the ${placeName(store.plan!, place).toLowerCase()} is off`
    "
  >
    <button
      v-for="each in choices"
      :key="each.title"
      type="button"
      class="push"
      :class="{ num: /\d/.test(each.title), last: each.limit === 'at-least' }"
      :aria-label="each.label"
      @click="pickChoice(each)"
    >
      {{ each.title }}
    </button>
  </div>

  <form class="typed" @submit.prevent="submitTyped">
    <label :for="id">{{ black ? 'Or the background’s level' : 'Or typed, stops off' }}</label>
    <input
      :id="id"
      v-model="typed"
      class="num"
      maxlength="20"
      autocomplete="off"
      placeholder="−1 1/3"
      :aria-invalid="error !== ''"
      :aria-describedby="`${id}-says`"
      @input="error = ''"
    />
    <button type="submit" class="push">Use</button>
    <p
      :id="`${id}-says`"
      class="small"
      :class="error ? 'miss' : 'muted'"
      :role="error ? 'alert' : undefined"
    >
      {{ error || `Uncertainty ± ${UNCERTAINTY.judged} stop.` }}
    </p>
  </form>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.choices .push {
  min-height: 52px;
  min-width: 4.1rem;
  justify-content: center;
  font-size: 1.0625rem;
}
.typed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}
.typed input {
  width: 7rem;
  height: 40px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  color: var(--bright);
  font-size: 1.0625rem;
  text-align: center;
}
.typed input:focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
}
.typed input::placeholder {
  color: var(--muted);
  opacity: 1;
}
.typed p {
  flex-basis: 100%;
}
@media (max-width: 760px) {
  .choices {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
  }
  .choices .last {
    grid-column: 1 / -1;
  }
}
</style>

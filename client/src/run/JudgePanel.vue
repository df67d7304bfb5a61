<script setup lang="ts">
/**
 * What did the frame show? By eye, from the picture, or with a flash meter: each says how sure it
 * is.
 */
import { computed, ref, useId } from 'vue'
import { parseStops } from '@core/scales/stops'
import type { Place } from '@core/plan/plan'
import type { Explanation } from '@core/run/explain'
import type { Evidence, Frame, FrameMark } from '@core/run/frame'
import { judgedAt, UNCERTAINTY } from '@core/run/calibrate'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'
import { frameWords } from '@/words/run'
import { asEvidence, eyeChoices, rightLevel, type EyeChoice } from './eyeChoices'
import MeterReading from './MeterReading.vue'
import PictureMark from './PictureMark.vue'

const props = defineProps<{ frame: Frame; number: number }>()
const emit = defineEmits<{
  judge: [frame: Frame, evidence: Evidence]
  keepMarks: [frame: Frame, marks: FrameMark[]]
  explain: [frame: Frame, explanation: Explanation, evidence: Evidence | null]
  close: []
}>()
const store = usePlan()
const frames = useFrames()
const id = useId()

const black = computed(() => props.frame.kind === 'black')
const hasImage = computed(
  () => frames.records.find((record) => record.frame.id === props.frame.id)?.hasImage ?? false
)
const place = computed<Place>(() => judgedAt(props.frame)[0]!)
const ways = computed(() => [
  { value: 'eye', title: 'By eye' },
  ...(hasImage.value ? [{ value: 'picture', title: 'In the picture' }] : []),
  ...(black.value ? [] : [{ value: 'meter', title: 'Flash meter' }])
])
const chosenWay = ref<string | null>(null)
const way = computed(() => chosenWay.value ?? (hasImage.value ? 'picture' : 'eye'))

const choices = computed(() => eyeChoices(store.plan!, props.frame))
const pickChoice = (choice: EyeChoice): void =>
  emit('judge', props.frame, asEvidence(props.frame, choice))

const choose = (value: string): void => {
  chosenWay.value = value
  error.value = ''
}

const typed = ref('')
const error = ref('')
const submitTyped = (): void => {
  const value = parseStops(typed.value)
  if (value === null || Math.abs(value) > 12)
    return void (error.value = 'not understood: type stops, like −1 1/3 or +0.5')
  emit('judge', props.frame, {
    kind: 'judged',
    place: place.value,
    levelStops: rightLevel(store.plan!, props.frame) + value,
    limit: 'exact'
  })
}
</script>

<template>
  <section class="judge" :aria-label="`Judge frame ${number}`">
    <div class="top">
      <h2>Frame {{ number }}, {{ frameWords(store.plan!, frame) }}</h2>
      <div v-if="ways.length > 1" class="ways" role="group" aria-label="How to judge">
        <button
          v-for="each in ways"
          :key="each.value"
          type="button"
          class="push"
          :class="{ main: way === each.value }"
          :aria-pressed="way === each.value"
          @click="choose(each.value)"
        >
          {{ each.title }}
        </button>
      </div>
      <button type="button" class="push bare" @click="emit('close')">Later</button>
    </div>

    <div
      v-if="way === 'eye'"
      class="choices"
      role="group"
      :aria-label="
        black
          ? 'What shows in it'
          : `Stops the ${placeName(store.plan!, place).toLowerCase()} is off`
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

    <PictureMark
      v-if="way === 'picture'"
      :frame="frame"
      @mark="(evidence) => emit('judge', frame, evidence)"
      @keep-marks="(marks) => emit('keepMarks', frame, marks)"
      @explain="(...args) => emit('explain', frame, ...args)"
    />
    <MeterReading
      v-else-if="way === 'meter'"
      :frame="frame"
      @read="(evidence) => emit('judge', frame, evidence)"
    />
    <form v-else class="typed" @submit.prevent="submitTyped">
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
  </section>
</template>

<style scoped>
.judge {
  display: grid;
  gap: 0.8rem;
  border-top: 1px solid var(--line);
  padding-top: 0.9rem;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1rem;
  align-items: center;
}
.top .bare {
  margin-left: auto;
}
.ways,
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

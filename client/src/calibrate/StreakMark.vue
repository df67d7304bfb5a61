<script setup lang="ts">
/** The length of a streak, by marks on a picture of it. */
import { useObjectUrl } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { DurationCalibration } from '@core/calibration/calibration'
import { radiiApart, streakByScale, streakOnDisc } from '@core/calibration/streak'
import { parseLength } from '@core/scales/parse'
import MarksPicture from '@/instruments/MarksPicture.vue'
import type { PicturePoint } from '@/instruments/picturePoint'
import { mm, plain } from '@/words/format'
import FigureField from './FigureField.vue'

const props = defineProps<{ run: DurationCalibration }>()
const emit = defineEmits<{ measured: [streakMm: number] }>()

const file = ref<Blob>()
const url = useObjectUrl(file)
const failure = ref('')
const aspect = ref(1.5)
const turning = computed(() => props.run.way === 'turning')
const names = computed(() => [
  'One end of the streak',
  'Its other end',
  ...(turning.value
    ? ['The middle of the disc']
    : ['One end of the known length', 'Its other end, of the known length'])
])
/** Streak to the right, what it is measured by to the left: apart, so that each can be taken up. */
const START: readonly PicturePoint[] = [
  { x: 0.7, y: 0.3 },
  { x: 0.7, y: 0.7 },
  { x: 0.3, y: 0.3 },
  { x: 0.3, y: 0.7 }
]
const marks = ref<readonly PicturePoint[]>(
  turning.value ? [...START.slice(0, 2), { x: 0.4, y: 0.5 }] : START
)
const lines = computed<readonly (readonly [number, number])[]>(() =>
  turning.value
    ? [
        [2, 0],
        [2, 1]
      ]
    : [
        [0, 1],
        [2, 3]
      ]
)
const knownMm = ref(100)
const ends = computed(
  () => marks.value.slice(0, 2) as unknown as readonly [PicturePoint, PicturePoint]
)
const streakMm = computed(() => {
  const [, , third, fourth] = marks.value
  return turning.value
    ? streakOnDisc(third!, ends.value, aspect.value, props.run.radiusMm)
    : streakByScale(ends.value, [third!, fourth!], aspect.value, knownMm.value)
})
/** A tenth apart, and one of the marks is not where it should be. */
const uneven = computed(
  () => turning.value && radiiApart(marks.value[2]!, ends.value, aspect.value) > 0.1
)
const choose = (event: Event): void => {
  failure.value = ''
  file.value = (event.target as HTMLInputElement).files?.[0] ?? undefined
}
</script>

<template>
  <div class="streak">
    <label class="push"
      >Picture of the streak …<input
        type="file"
        accept="image/jpeg,image/png"
        class="hidden-label"
        @change="choose"
    /></label>
    <template v-if="url && !failure">
      <MarksPicture
        v-model="marks"
        :url="url"
        alt="The streak"
        :names="names"
        :lines="lines"
        @aspect="aspect = $event"
        @unreadable="failure = 'This file is no picture the browser can show.'"
      />
      <div class="line">
        <FigureField
          v-if="!turning"
          label="The known length"
          unit="mm"
          :value="knownMm"
          :parse="parseLength"
          :show="(v) => plain(v, 4)"
          :least="0.1"
          :most="10000"
          @change="knownMm = $event"
        />
        <span v-if="streakMm" data-streak
          >Streak <b class="num">{{ mm(streakMm) }}</b></span
        >
        <button
          type="button"
          class="push main"
          :disabled="!streakMm || streakMm > 10000"
          @click="emit('measured', Number(streakMm!.toPrecision(4)))"
        >
          Use it
        </button>
      </div>
      <p class="small muted">
        {{
          turning
            ? 'Ends where the streak has faded to a tenth, and the middle the disc turns about.'
            : 'Ends where the streak has faded to a tenth, beside a length that is known.'
        }}
      </p>
      <p v-if="uneven" class="small near">
        Both ends should lie as far from the middle: look at the marks again.
      </p>
    </template>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
  </div>
</template>

<style scoped>
.streak {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  flex-basis: 100%;
  max-width: 34rem;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1rem;
}
b {
  font-weight: 400;
  color: var(--bright);
}
label:focus-within {
  outline: 2px solid var(--accent);
}
</style>

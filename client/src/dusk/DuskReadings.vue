<script setup lang="ts">
/** What was read of the background, each held against the course; a cloud can be dropped. */
import { nanoid } from 'nanoid'
import { computed, ref } from 'vue'
import { parseAperture, parseIso, parseNumber, parseShutter } from '@core/scales/parse'
import { nameOf } from '@core/scales/marks'
import type { AmbientReading } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'
import { minuteOf, offsetWords, readingWords } from '@/words/dusk'
import { plain } from '@/words/format'
import type { CourseInHand } from './useCourse'

const props = defineProps<{ inHand: CourseInHand }>()
const store = usePlan()
const plan = computed(() => store.plan!)
const course = computed(() => props.inHand.course.value!)
const kind = ref<'camera' | 'ev' | 'lux'>('camera')
const KINDS = [
  { value: 'camera', title: 'Camera settings, called right' },
  { value: 'ev', title: 'EV at ISO 100, through the lens' },
  { value: 'lux', title: 'Lux falling on it' }
]
const { apertureStops, shutterStops, isoStops } = plan.value.settings
const text = ref({
  aperture: nameOf('aperture', apertureStops),
  shutter: nameOf('shutter', shutterStops),
  iso: nameOf('iso', isoStops),
  figure: '',
  time: ''
})
const failure = ref('')

function valueTyped(): AmbientReading['value'] | string {
  const { aperture, shutter, iso, figure } = text.value
  if (kind.value === 'camera') {
    const [a, s, i] = [parseAperture(aperture), parseShutter(shutter), parseIso(iso)]
    if (a === null) return 'The aperture is not understood: f/8 or 8.'
    if (s === null) return 'The shutter is not understood: 1/15 or 2 s.'
    if (i === null) return 'The ISO is not understood: 100.'
    return { kind: 'camera', apertureStops: a, shutterStops: s, isoStops: i, scaleStops: 0 }
  }
  const value = parseNumber(figure.replace(/^ev\s*/i, ''))
  if (value === null) return 'The figure is not understood.'
  return kind.value === 'ev' ? { kind: 'ev', ev: value } : { kind: 'lux', lux: value }
}
/** Now, or at a time of the course's own day. */
function timeTyped(): number | null {
  const typed = text.value.time
  if (!typed) return Date.now()
  const day = new Date(course.value.points[0]!.at)
  const match = typed.match(/^(\d{1,2}):(\d{2})$/)
  if (!match) return null
  day.setHours(Number(match[1]), Number(match[2]), 0, 0)
  return day.getTime()
}
const add = (): void => {
  const value = valueTyped()
  const at = timeTyped()
  failure.value =
    typeof value === 'string' ? value : at === null ? 'The time is not understood: 16:40.' : ''
  if (failure.value || typeof value === 'string' || at === null) return
  const reading: AmbientReading = {
    value,
    limit: 'exact',
    via: value.kind === 'lux' ? 'incident' : 'lens',
    atMagnification: plan.value.focus.magnification,
    takenAt: new Date(at).toISOString(),
    look: plan.value.look
  }
  const faults = store.update(
    'reading of the background',
    (draft) => void draft.falling!.readings.push({ id: nanoid(), reading })
  )
  failure.value = faults[0]?.message ?? ''
  text.value = { ...text.value, figure: '', time: '' }
}
const toggle = (id: string, on: boolean): void =>
  void store.update(on ? 'reading counts' : 'reading dropped', (draft) => {
    const { falling } = draft
    falling!.dropped = on
      ? falling!.dropped.filter((each) => each !== id)
      : [...falling!.dropped, id]
  })
const isTyped = (id: string): boolean => plan.value.falling!.readings.some((each) => each.id === id)
const remove = (id: string): void =>
  void store.update('reading removed', (draft) => {
    draft.falling!.readings = draft.falling!.readings.filter((each) => each.id !== id)
  })
const from = (id: string): string =>
  id === 'plan' ? 'the plan’s own' : isTyped(id) ? 'typed' : 'a frame'
</script>

<template>
  <section class="group" aria-labelledby="read-title">
    <h2 id="read-title">Readings of the background</h2>
    <p class="small muted" data-offset>
      {{ offsetWords(course.offsetStops, course.offsetUncertainty)
      }}<template v-if="course.readings.some(({ on }) => on)"
        >; {{ plain(100 * course.slope) }} % as steep, ±
        {{ plain(100 * course.slopeUncertainty) }}</template
      >.
    </p>
    <ul>
      <li
        v-for="reading in course.readings"
        :key="reading.id"
        :data-reading="reading.id"
        :class="{ out: !reading.on }"
      >
        <label
          ><input
            type="checkbox"
            :checked="reading.on"
            :aria-label="`Reading of ${minuteOf(reading.at)} counts`"
            @change="toggle(reading.id, ($event.target as HTMLInputElement).checked)"
          />
          <span class="num">{{ minuteOf(reading.at) }}</span>
          <span class="num">EV {{ plain(reading.ev, 3) }}</span>
          <small class="muted"
            >{{ from(reading.id) }};
            <span :class="{ near: reading.strays }">{{ readingWords(reading) }}</span></small
          ></label
        >
        <button
          v-if="isTyped(reading.id)"
          type="button"
          class="push bare"
          :aria-label="`Remove the reading of ${minuteOf(reading.at)}`"
          @click="remove(reading.id)"
        >
          ✕
        </button>
      </li>
    </ul>
    <p v-if="!course.readings.length" class="small near">
      Nothing read yet: the course is a clear sky, right to a stop and a half. One reading settles
      most of it; frames of this shoot read at the background count too.
    </p>
    <form novalidate @submit.prevent="add">
      <v-select
        v-model="kind"
        :items="KINDS"
        item-value="value"
        item-title="title"
        label="Read by"
      />
      <div class="row">
        <template v-if="kind === 'camera'">
          <v-text-field v-model="text.aperture" label="Aperture read" maxlength="12" />
          <v-text-field v-model="text.shutter" label="Shutter read" maxlength="12" />
          <v-text-field v-model="text.iso" label="ISO read" maxlength="12" />
        </template>
        <v-text-field
          v-else
          v-model="text.figure"
          :label="kind === 'ev' ? 'EV' : 'Lux'"
          maxlength="12"
        />
        <v-text-field v-model="text.time" label="Time" placeholder="now" maxlength="5" />
      </div>
      <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
      <button type="submit" class="push">Add the reading</button>
    </form>
  </section>
</template>

<style scoped>
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--line);
  min-height: 44px;
}
li label {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.8rem;
  align-items: center;
}
.out {
  opacity: 0.6;
}
form {
  display: grid;
  gap: 0.5rem;
  padding-top: 0.5rem;
  justify-items: start;
}
form > :deep(.v-input),
.row {
  width: 100%;
}
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(4.5rem, 1fr));
  gap: 0.8rem;
}
</style>

<script setup lang="ts">
/** Every shutter with its time, from first to last; it leaves as a calendar or a table. */
import { computed } from 'vue'
import { evAt } from '@core/advise/course'
import { bracketOf } from '@core/advise/courseSteps'
import { saveText } from '@/api/saveFile'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { csvOf } from '@/words/csv'
import { beyondWords, minuteOf, shutterName } from '@/words/dusk'
import type { CourseInHand } from './useCourse'

const props = defineProps<{ inHand: CourseInHand }>()
const store = usePlan()
const notices = useNotices()
const steps = computed(() => props.inHand.steps.value)
const within = computed(() => steps.value.filter(({ beyond }) => beyond === null))
const ends = computed(() => {
  const [first, last] = [within.value[0], within.value.at(-1)]
  if (!first || !last) return 'No shutter of this camera keeps the background at its level.'
  const [longest, shortest] = last.shutterStops < first.shutterStops ? [last, first] : [first, last]
  return (
    `Shortest ${shutterName(shortest.shutterStops)} at ${minuteOf(shortest.from)}, longest ` +
    `${shutterName(longest.shutterStops)} at ${minuteOf(longest.from)}.`
  )
})
const bracket = (shutterStops: number): string =>
  bracketOf(props.inHand.falling.value!, shutterStops).map(shutterName).join(' · ')
const title = computed(() => store.plan!.title)
const saveCsv = (): void =>
  saveText(
    csvOf([
      ['from', 'to', 'shutter', 'frames', 'EV', 'note'],
      ...steps.value.map((step) => [
        new Date(step.from).toISOString(),
        new Date(step.to).toISOString(),
        shutterName(step.shutterStops),
        bracket(step.shutterStops),
        Number((evAt(props.inHand.course.value!, step.from) ?? 0).toFixed(2)),
        beyondWords(step)
      ])
    ]),
    'text/csv',
    `${title.value} falling light.csv`
  )
const saveCalendar = async (): Promise<void> => {
  const { createEvents } = await import('ics')
  const { error, value } = createEvents(
    within.value.map((step) => ({
      title: `${shutterName(step.shutterStops)} · ${title.value}`,
      description: `Frames at ${bracket(step.shutterStops)}`,
      start: step.from,
      startInputType: 'utc',
      startOutputType: 'utc',
      end: step.to,
      endInputType: 'utc',
      endOutputType: 'utc',
      alarms: [
        { action: 'display', description: 'Next shutter', trigger: { seconds: 0, before: true } }
      ]
    }))
  )
  if (error || !value) notices.say('The calendar could not be written.')
  else saveText(value, 'text/calendar', `${title.value} falling light.ics`)
}
</script>

<template>
  <section class="group" aria-labelledby="steps-title">
    <h2 id="steps-title">Shutter by time</h2>
    <p class="bright" data-ends>{{ ends }}</p>
    <div class="acts">
      <button type="button" class="push bare" :disabled="!within.length" @click="saveCalendar">
        Calendar file
      </button>
      <button type="button" class="push bare" @click="saveCsv">CSV</button>
    </div>
    <ol>
      <li
        v-for="step in steps"
        :key="step.from"
        :class="{ now: inHand.due.value.step?.from === step.from, muted: step.beyond !== null }"
      >
        <span class="num">{{ minuteOf(step.from) }}</span>
        <span class="num bright">{{ bracket(step.shutterStops) }}</span>
        <small v-if="step.beyond" class="near">{{ beyondWords(step) }}</small>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  columns: 13rem auto;
  column-gap: 1.6rem;
}
li {
  display: flex;
  gap: 1rem;
  padding: 0.2rem 0.3rem;
  border-bottom: 1px solid var(--line);
  break-inside: avoid;
}
.now {
  background: var(--raised);
  border-left: 3px solid var(--accent);
}
.acts {
  display: flex;
  gap: 0.5rem;
}
</style>

<script setup lang="ts">
/** The plan on paper: settings, what stands where, the checklist with boxes, cautions. */
import { computed, onMounted, onBeforeUnmount } from 'vue'
import { formatPower } from '@core/scales/dial'
import type { Caution } from '@core/prepare/cautions'
import type { ListedItem } from '@core/prepare/listed'
import type { Light } from '@core/plan/plan'
import { poseOf } from '@core/set/camera'
import { usePlan } from '@/stores/plan'
import { thingWords } from '@/set/words'
import { mm, ratio } from '@/words/format'
import { firedByWords } from '@/words/links'
import { checkItemWords } from '@/words/prepare'
import { settingsWords } from '@/words/ways'
import CautionText from './CautionText.vue'

const props = defineProps<{
  items: readonly ListedItem[]
  cautions: readonly Caution[]
  nowMs: number
}>()
const store = usePlan()
const plan = computed(() => store.plan!)
const framing = computed(() => {
  const { frontMm } = poseOf(plan.value)
  const front = plan.value.medium.kind === 'air' || !plan.value.housing ? 'lens front' : 'port'
  return `${plan.value.lens.name} at ${ratio(plan.value.focus.magnification)}, ${front} ${mm(frontMm)} from the subject`
})
const lightLine = (light: Light): string =>
  [
    thingWords(plan.value, { kind: 'light', id: light.id }),
    `${light.strobe.name} at ${formatPower(light.strobe.dial, light.powerStops)}`,
    ...light.modifiers.map(({ name }) => name),
    firedByWords(light)
  ]
    .filter(Boolean)
    .join('; ')
const PARTS = [
  { when: 'before', title: 'Before' },
  { when: 'after', title: 'Afterwards' }
] as const
const of = (when: ListedItem['when']): ListedItem[] =>
  props.items.filter((item) => item.when === when)
const BOXES = { done: '☑', skipped: '–', open: '☐' } as const

// Paper takes what is marked so, and nothing of the screen.
onMounted(() => document.body.classList.add('prints-card'))
onBeforeUnmount(() => document.body.classList.remove('prints-card'))
</script>

<template>
  <Teleport to="body">
    <article class="printed-card" aria-hidden="true">
      <h1>{{ plan.title }}</h1>
      <p>
        <b>{{ settingsWords(plan) }}</b>
      </p>
      <p>{{ framing }}</p>
      <h2>What stands where, from the subject’s middle</h2>
      <ul>
        <li v-for="light in plan.lights" :key="light.id">{{ lightLine(light) }}</li>
        <li v-for="{ id } in plan.cards" :key="id">{{ thingWords(plan, { kind: 'card', id }) }}</li>
        <li v-for="{ id } in plan.props" :key="id">{{ thingWords(plan, { kind: 'prop', id }) }}</li>
      </ul>
      <template v-for="{ when, title } in PARTS" :key="when">
        <h2>{{ title }}</h2>
        <ul>
          <li v-for="item in of(when)" :key="item.key">
            {{ BOXES[item.state] }} {{ checkItemWords(item, nowMs).what }}
            <small>{{ checkItemWords(item, nowMs).why }}</small>
          </li>
        </ul>
      </template>
      <template v-if="cautions.length">
        <h2>Cautions</h2>
        <CautionText v-for="each in cautions" :key="each" :caution="each" />
      </template>
    </article>
  </Teleport>
</template>

<style>
.printed-card {
  display: none;
}
@media print {
  body.prints-card,
  body.prints-card .printed-card * {
    background: #fff;
    color: #000;
  }
  body.prints-card > :not(.printed-card) {
    display: none !important;
  }
  body.prints-card .printed-card {
    display: block;
    font: 10.5pt/1.35 var(--sans);
  }
  .printed-card h1 {
    font: 600 16pt var(--sans);
  }
  .printed-card h2 {
    font: 600 11pt var(--sans);
    margin: 8pt 0 2pt;
    break-after: avoid;
  }
  .printed-card p,
  .printed-card li {
    max-width: none;
    margin: 0 0 2pt;
    break-inside: avoid;
  }
  .printed-card small {
    display: block;
    padding-left: 1.3em;
  }
}
</style>

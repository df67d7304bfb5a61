<script setup lang="ts">
/** The water measured: a card near and far in one frame, marked, and what that says of the water. */
import { computed, ref, watch } from 'vue'
import { waterByCard } from '@core/advise/waterByCard'
import type { Water } from '@core/medium/water'
import type { Fault } from '@core/plan/open'
import { poseOf } from '@core/set/camera'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import StepField from '@/instruments/StepField.vue'
import { aspectOf } from '@/run/frameView'
import PatchPicture from '@/run/PatchPicture.vue'
import SpotDots from '@/run/SpotDots.vue'
import { usePicturedFrame } from '@/run/usePicturedFrame'
import { usePlan } from '@/stores/plan'
import { CARD_TROUBLE_WORDS, waterByCardWords, litByWords } from '@/words/waterByCard'
import { CARD_MARKS, CARD_MARK_NAMES, useCardMarks, type CardMark } from './useCardMarks'

const props = defineProps<{ water: Water }>()
const store = usePlan()
const open = ref(false)
const { id, record, choices } = usePicturedFrame(open)
const { mark, spot, places, read, at, drop, url, failure } = useCardMarks(record, open)

const nearMm = ref(300)
const farMm = ref(1300)
// The near one stands where the subject does, until it is said otherwise.
watch(
  () => record.value?.frame.plan,
  (plan) => {
    if (!plan) return
    nearMm.value = Math.round(poseOf(plan).frontMm)
    farMm.value = nearMm.value + 1000
  },
  { immediate: true }
)
const grey = ref(0.18)
const black = ref(0.04)
const setter =
  (into: typeof nearMm, least: number, most: number, says: string) =>
  (value: number): readonly Fault[] => {
    if (!(value >= least && value <= most)) return [{ path: '', message: says }]
    into.value = value
    return []
  }
const LENGTH = [20, 20_000, '2 cm to 20 m'] as const
const setNear = setter(nearMm, ...LENGTH)
const setFar = setter(farMm, ...LENGTH)
const setGrey = setter(grey, 0.02, 1, '2 % to 100 %')
const setBlack = setter(black, 0, 0.5, '0 to 50 %')

const marks = CARD_MARKS.map((value) => ({ value, title: CARD_MARK_NAMES[value] }))
const state = (which: CardMark): string => {
  if (!places[which]) return 'not marked'
  const found = read[which]
  if (!found) return 'measuring …'
  if (found.trouble === 'clipped') return 'clipped, it says nothing'
  return found.trouble === 'dark' ? 'read, a colour of it is too dark to count' : 'read'
}
/** Where the other patches lie. */
const others = computed(() =>
  CARD_MARKS.flatMap((each) => {
    const place = places[each]
    return place && each !== mark.value ? [{ name: CARD_MARK_NAMES[each], ...place }] : []
  })
)
/** The frame’s lights where they stood, in the water this plan is in. */
const shotIn = computed(() => record.value && { ...record.value.frame.plan, medium: props.water })
const result = computed(() => {
  const [nearGrey, farGrey] = [at('near-grey'), at('far-grey')]
  if (!shotIn.value || !nearGrey || !farGrey || grey.value <= black.value) return null
  return waterByCard(shotIn.value, {
    near: { portMm: nearMm.value, grey: nearGrey, black: at('near-black') },
    far: { portMm: farMm.value, grey: farGrey, black: at('far-black') },
    greyReflectance: grey.value,
    blackReflectance: black.value
  })
})
const found = computed(() => (typeof result.value === 'string' ? null : result.value))
/** A JPEG tells how much darker the far card is only by its camera’s tone curve. */
const uncurved = computed(
  () =>
    record.value?.frame.plan.camera.files.toneCurve.length === 0 &&
    CARD_MARKS.some((each) => read[each]?.by === 'jpeg')
)
const trouble = computed(() =>
  grey.value <= black.value
    ? 'Grey has to be lighter than black.'
    : typeof result.value === 'string'
      ? CARD_TROUBLE_WORDS[result.value]
      : ''
)
const take = (): void => {
  if (!found.value) return
  const { water, extraPerM, scatterPerM } = found.value
  const round = (value: number): number => Number(value.toFixed(3))
  store.set(
    'medium',
    {
      ...props.water,
      water,
      extraPerM: round(extraPerM),
      ...(scatterPerM !== null && { scatterPerM: round(Math.min(20, scatterPerM)) })
    },
    'water by a card in a frame'
  )
}
</script>

<template>
  <details class="by-card" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Measure this water: a card at two distances</summary>
    <div class="inside">
      <p class="small muted">
        One frame with a grey card near the port and one far from it, both near the middle, both
        facing the port, lit by one strobe alone or by daylight alone. A black field on each card
        tells what the water scatters too.
      </p>
      <p v-if="!choices.length" class="small muted">
        No frame with a picture yet. Take one under
        <router-link :to="{ name: 'run', params: $route.params }">Run</router-link>.
      </p>
      <template v-else-if="open">
        <v-select
          v-model="id"
          :items="choices"
          item-value="value"
          item-title="title"
          label="Frame"
        />
        <p v-if="record" class="small" data-lit-by>{{ litByWords(record.frame.plan) }}</p>
        <ChoiceChips v-model="mark" label="What the patch lies on" :options="marks" />
        <PatchPicture
          v-if="url && record"
          v-model="spot"
          :url="url"
          :says="state(mark)"
          :aspect="aspectOf(record.frame)"
        >
          <SpotDots :spots="[]" :marks="others" chosen="subject" />
        </PatchPicture>
        <ul class="marks small" aria-label="Patches">
          <li v-for="each in marks" :key="each.value">
            {{ each.title }}: {{ state(each.value) }}
            <button
              v-if="read[each.value]"
              type="button"
              class="push bare"
              :aria-label="`Take the patch off: ${each.title}`"
              @click="drop(each.value)"
            >
              take off
            </button>
          </li>
        </ul>
        <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
        <StepField kind="length" label="Port to near card" :value="nearMm" :set="setNear" no-lock />
        <StepField kind="length" label="Port to far card" :value="farMm" :set="setFar" no-lock />
        <StepField kind="reflectance" label="Grey reflects" :value="grey" :set="setGrey" no-lock />
        <StepField
          kind="reflectance"
          label="Black reflects"
          :value="black"
          :set="setBlack"
          no-lock
        />
        <p role="status" class="small" data-water-found>
          <span v-if="trouble" class="near">{{ trouble }}</span>
          <template v-else-if="found">{{ waterByCardWords(found) }}</template>
          <template v-else>Mark the grey of both cards.</template>
        </p>
        <p v-if="uncurved" class="small near" data-uncurved>
          Read in a JPEG of a camera whose tone curve is not known: it may be far off. Put the raw
          file beside it, or let the curve be found by frames under Run.
        </p>
        <button type="button" class="push" :disabled="!found" @click="take">
          Use it as the water
        </button>
      </template>
    </div>
  </details>
</template>

<style scoped>
.by-card {
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  padding: 0.4rem 0;
  margin-bottom: 0.8rem;
}
.inside {
  display: grid;
  gap: 0.7rem;
  justify-items: stretch;
}
.inside > .push {
  justify-self: start;
}
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
}
.marks {
  list-style: none;
  margin: 0;
  padding: 0.3rem 0;
  display: grid;
  gap: 0.1rem;
}
</style>

<script setup lang="ts">
/**
 * What the frame showed, by whichever way is nearest to hand: read from its own file, by eye, or with
 * a flash meter. What would be noted is offered to the big button.
 */
import { computed, ref, watch } from 'vue'
import { judgedAt } from '@core/run/calibrate'
import { expectedLevels } from '@core/run/expected'
import type { Evidence, Frame } from '@core/run/frame'
import { aspectOf } from '@/run/frameView'
import { asEvidence, eyeChoices } from '@/run/eyeChoices'
import AutomaticReading from '@/run/AutomaticReading.vue'
import MeterReading from '@/run/MeterReading.vue'
import PatchPicture from '@/run/PatchPicture.vue'
import { PATCH_RADIUS, usePatch } from '@/run/usePatch'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { placeName } from '@/words/names'
import { patchWords } from '@/words/readings'
import { useRemote } from './useRemote'

const props = defineProps<{
  frame: Frame
  hasImage: boolean
  /** what the file shows is taken without a tap, where nothing speaks against it */
  auto: boolean
}>()
const emit = defineEmits<{ judge: [evidence: Evidence] }>()
/** what the big button would note, and how it says so */
const offer = defineModel<{ label: string; evidence: Evidence } | null>('offer', { required: true })

type Way = 'picture' | 'eye' | 'meter' | 'automatic'
const store = usePlan()
const chosen = ref<Way | null>(null)
const way = computed<Way>(() => chosen.value ?? (props.hasImage ? 'picture' : 'eye'))
const ways = computed<readonly { value: Way; title: string }[]>(() => [
  ...(props.hasImage ? [{ value: 'picture' as const, title: 'Its file' }] : []),
  { value: 'eye', title: 'By eye' },
  ...(props.frame.kind === 'lit'
    ? [
        { value: 'meter' as const, title: 'Flash meter' },
        { value: 'automatic' as const, title: 'Automatic flash' }
      ]
    : [])
])
const patch = usePatch(
  () => props.frame,
  judgedAt(props.frame)[0]!,
  PATCH_RADIUS,
  () => props.hasImage
)
const { place, reading, spot, level, failure, evidence: byFile } = patch
const expected = computed(() => expectedLevels(props.frame, store.plan!).get(place.value) ?? null)
const says = computed(() =>
  level.value ? `${patch.says.value} ± ${level.value.uncertaintyStops.toFixed(1)}` : 'reading …'
)
watch(byFile, (evidence) => {
  // A patch that is clipped or doubtful is for the user to move first.
  const plain = level.value?.doubt === null && level.value.limit !== 'at-least'
  if (props.auto && evidence && plain && way.value === 'picture') emit('judge', evidence)
})

const choices = computed(() => eyeChoices(store.plan!, props.frame))
const at = ref(
  Math.max(
    0,
    choices.value.findIndex(({ title }) => title === 'right')
  )
)
const step = (by: number): void =>
  void (at.value = (at.value + by + choices.value.length) % choices.value.length)
useRemote(() => (way.value === 'eye' ? { up: () => step(1), down: () => step(-1) } : {}))

watch(
  [way, byFile, at],
  () => {
    const choice = choices.value[at.value]
    if (way.value === 'picture')
      offer.value = byFile.value && { label: `Use ${says.value}`, evidence: byFile.value }
    else if (way.value === 'eye' && choice)
      offer.value = {
        label: choice.title === 'right' ? 'It is right' : choice.label,
        evidence: asEvidence(props.frame, choice)
      }
    else offer.value = null
  },
  { immediate: true }
)
</script>

<template>
  <section class="judge" aria-label="What it showed">
    <ChoiceChips
      class="ways"
      :model-value="way"
      label="How to judge"
      :options="ways"
      @update:model-value="chosen = $event"
    />
    <p class="figures">
      {{ placeName(store.plan!, place) }}
      <span v-if="expected !== null"
        >expected <b class="num">{{ stops(expected) }}</b></span
      >
      <span v-if="way === 'picture'"
        >found <b class="num" data-found-here>{{ says }}</b></span
      >
    </p>
    <template v-if="way === 'picture'">
      <PatchPicture
        v-model="spot"
        :url="reading.url.value"
        :says="says"
        :aspect="aspectOf(frame)"
      />
      <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
      <p v-else-if="level" class="small muted">{{ patchWords(level, reading.grey.value) }}</p>
    </template>
    <div v-else-if="way === 'eye'" class="choices" role="group" aria-label="By eye">
      <button
        v-for="(each, i) in choices"
        :key="each.title"
        type="button"
        class="push num"
        :class="{ main: i === at }"
        :aria-label="each.label"
        @click="emit('judge', asEvidence(frame, each))"
      >
        {{ each.title }}
      </button>
    </div>
    <AutomaticReading
      v-else-if="way === 'automatic'"
      :frame="frame"
      @read="(evidence) => emit('judge', evidence)"
    />
    <MeterReading v-else :frame="frame" @read="(evidence) => emit('judge', evidence)" />
  </section>
</template>

<style scoped>
.judge {
  display: grid;
  gap: 0.7rem;
}
.ways :deep(.push) {
  flex: 1 0 auto;
  justify-content: center;
  min-height: 56px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  font-size: 1.0625rem;
}
b {
  font-weight: 400;
  font-size: 1.25rem;
  color: var(--bright);
}
.choices {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0.4rem;
}
.choices .push {
  min-height: 56px;
  justify-content: center;
  white-space: normal;
}
.judge :deep(.stand img),
.judge :deep(.picture) {
  max-height: 38vh;
}
</style>

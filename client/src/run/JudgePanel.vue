<script setup lang="ts">
/**
 * What did the frame show? By eye, from the picture, with a flash meter or by what an automatic
 * flash chose: each says how sure it is.
 */
import { computed, ref } from 'vue'
import type { Explanation } from '@core/run/explain'
import type { Evidence, Frame, FrameMark } from '@core/run/frame'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { frameWords } from '@/words/run'
import AutomaticReading from './AutomaticReading.vue'
import EyeReading from './EyeReading.vue'
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

const black = computed(() => props.frame.kind === 'black')
const hasImage = computed(
  () => frames.records.find((record) => record.frame.id === props.frame.id)?.hasImage ?? false
)
const ways = computed(() => [
  { value: 'eye', title: 'By eye' },
  ...(hasImage.value ? [{ value: 'picture', title: 'In the picture' }] : []),
  ...(black.value
    ? []
    : [
        { value: 'meter', title: 'Flash meter' },
        { value: 'automatic', title: 'Automatic flash' }
      ])
])
const chosenWay = ref<string | null>(null)
const way = computed(() => chosenWay.value ?? (hasImage.value ? 'picture' : 'eye'))
</script>

<template>
  <section class="judge" :aria-label="`Judge frame ${number}`">
    <div class="top">
      <h2>Frame {{ number }}, {{ frameWords(store.plan!, frame) }}</h2>
      <ChoiceChips
        v-if="ways.length > 1"
        :model-value="way"
        label="How to judge"
        :options="ways"
        @update:model-value="chosenWay = $event"
      />
      <button type="button" class="push bare" @click="emit('close')">Later</button>
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
    <AutomaticReading
      v-else-if="way === 'automatic'"
      :frame="frame"
      @read="(evidence) => emit('judge', frame, evidence)"
    />
    <EyeReading v-else :frame="frame" @judge="(evidence) => emit('judge', frame, evidence)" />
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
</style>

<script setup lang="ts">
/**
 * A reading in the picture: a round patch on an even part of subject or background, measured from
 * the frame's own files.
 */
import { computed } from 'vue'
import type { Explanation } from '@core/run/explain'
import type { Evidence, Frame, FrameMark } from '@core/run/frame'
import { judgedAt } from '@core/run/calibrate'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'
import { followedWords, patchWords } from '@/words/readings'
import CameraFiles from './CameraFiles.vue'
import Explanations from './Explanations.vue'
import FoundPlaces from './FoundPlaces.vue'
import NamedMarks from './NamedMarks.vue'
import PatchPicture from './PatchPicture.vue'
import { aspectOf } from './frameView'
import SpotDots from './SpotDots.vue'
import { useFoundPlaces } from './useFoundPlaces'
import { usePatch } from './usePatch'

const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{
  mark: [evidence: Evidence]
  keepMarks: [marks: FrameMark[]]
  explain: [explanation: Explanation, evidence: Evidence | null]
}>()

const known = props.frame.evidence.find((each) => each.kind === 'patch')
const plan = usePlan().plan!
const choices = judgedAt(props.frame)
const patch = usePatch(() => props.frame, known?.place ?? choices[0]!, known?.radius)
const { followed, spots, marks, place, reading, spot, moveTo, pick, level, failure, evidence } =
  patch
const says = computed(() => patch.says.value || 'measuring …')
const at = useFoundPlaces(
  () => props.frame,
  reading,
  () => spots.value,
  () => ({ place: place.value, level: level.value, radius: spot.value.radius })
)
const use = (): void => void (evidence.value && emit('mark', evidence.value))
</script>

<template>
  <div class="mark">
    <div class="row">
      <div class="places" role="group" aria-label="What the patch lies on">
        <button
          v-for="each in choices"
          :key="each"
          type="button"
          class="push"
          :class="{ main: place === each }"
          :aria-pressed="place === each"
          @click="pick(each)"
        >
          {{ each === 'subject' ? 'Subject' : placeName(plan, each) }}
        </button>
      </div>
      <span
        >level <b class="num" data-patch>{{ says }}</b></span
      >
      <button type="button" class="push main" :disabled="!level" @click="use">
        Use this reading
      </button>
    </div>
    <PatchPicture v-model="spot" :url="reading.url.value" :says="says" :aspect="aspectOf(frame)">
      <SpotDots :spots="spots" :marks="marks" :chosen="place" />
    </PatchPicture>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <p v-else-if="level" class="small muted" data-worth>
      {{ patchWords(level, reading.grey.value) }}
    </p>
    <p v-if="followed" class="small muted" data-followed>{{ followedWords(followed) }}</p>
    <p v-if="reading.rawFailure.value" class="near small">{{ reading.rawFailure.value }}</p>
    <FoundPlaces :places="at.places.value" :chosen="place" @pick="pick" />
    <NamedMarks
      :marks="marks"
      :spot="spot"
      :reading="reading"
      @keep="(kept) => emit('keepMarks', kept)"
      @pick="moveTo"
    />
    <Explanations
      :frame="frame"
      :found="at.found.value"
      @accept="(each) => emit('explain', each, evidence)"
    />
    <CameraFiles :frame="frame" :reading="reading" :spot="spot" />
  </div>
</template>

<style scoped>
.mark {
  display: grid;
  gap: 0.6rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1rem;
  align-items: center;
}
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
b {
  font-weight: 400;
  font-size: 1.25rem;
  color: var(--bright);
}
</style>

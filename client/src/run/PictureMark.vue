<script setup lang="ts">
/**
 * A reading in the picture: a round patch on an even part of subject or background, measured from
 * the frame's own files.
 */
import { computed, ref, shallowRef, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import type { Place } from '@core/plan/plan'
import type { Explanation } from '@core/run/explain'
import type { Evidence, Frame, FrameMark } from '@core/run/frame'
import { judgedAt } from '@core/run/calibrate'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { placeName } from '@/words/names'
import { followedWords, patchWords } from '@/words/readings'
import CameraFiles from './CameraFiles.vue'
import Explanations from './Explanations.vue'
import FoundPlaces from './FoundPlaces.vue'
import NamedMarks from './NamedMarks.vue'
import PatchPicture, { type PatchSpot } from './PatchPicture.vue'
import type { PicturePoint } from './picturePoint'
import { aspectOf } from './frameView'
import SpotDots from './SpotDots.vue'
import { useFollowed } from './useFollowed'
import { useFoundPlaces } from './useFoundPlaces'
import { useReading } from './useReading'

const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{
  mark: [evidence: Evidence]
  keepMarks: [marks: FrameMark[]]
  explain: [explanation: Explanation, evidence: Evidence | null]
}>()

const known = props.frame.evidence.find((each) => each.kind === 'patch')
const plan = usePlan().plan!
const choices = judgedAt(props.frame)
const place = ref<Place>(known?.place ?? choices[0]!)
const reading = useReading(() => props.frame)
const { followed, startOf, spots, marks } = useFollowed(() => props.frame, reading)
const spot = shallowRef<PatchSpot>({ ...startOf(place.value), radius: known?.radius ?? 0.025 })
const moveTo = ({ x, y }: PicturePoint): void => void (spot.value = { ...spot.value, x, y })
const pick = (at: Place): void => {
  place.value = at
  moveTo(startOf(at))
}
/** Where the user put it, it stays. */
let start = spot.value
watch(followed, () => {
  if (spot.value !== start) return
  moveTo(startOf(place.value))
  start = spot.value
})
const level = ref<PatchLevel | null>(null)
const failure = ref('')
const measure = async (): Promise<void> => {
  failure.value = ''
  const at = spot.value
  try {
    const [result] = await reading.levels([at])
    if (at === spot.value) level.value = result!
  } catch (error) {
    failure.value = (error as Error).message
  }
}
watch([spot, reading.means], () => void measure(), { immediate: true })

const says = computed(() => {
  if (!level.value) return 'measuring …'
  const sign = limitSign(level.value.limit)
  return `${sign}${stops(level.value.level)}`
})
const at = useFoundPlaces(
  () => props.frame,
  reading,
  () => spots.value,
  () => ({ place: place.value, level: level.value, radius: spot.value.radius })
)
/** What the patch says, as it would be noted. */
const evidence = computed<Evidence | null>(
  () =>
    level.value && {
      kind: 'patch',
      place: place.value,
      ...spot.value,
      levelStops: level.value.level,
      limit: level.value.limit,
      uncertaintyStops: level.value.uncertaintyStops
    }
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

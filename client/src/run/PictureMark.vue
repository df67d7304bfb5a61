<script setup lang="ts">
/**
 * The picture with a round patch to place on an even part of subject or background; its level is
 * measured from the file itself.
 */
import { computed, ref, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import type { Place } from '@core/plan/plan'
import type { Evidence, Frame } from '@core/run/frame'
import { judgedAt } from '@core/run/calibrate'
import { placeInPicture } from '@core/set/placeInPicture'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { placeName } from '@/words/names'
import FoundPlaces from './FoundPlaces.vue'
import { readPatches } from './frameReader'
import { clampPoint, nudged, pointerPoint } from './picturePoint'
import { useFrameFile } from './useFrameFile'

const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ mark: [evidence: Evidence] }>()

const known = props.frame.evidence.find((each) => each.kind === 'patch')
const plan = usePlan().plan!
const choices = judgedAt(props.frame)
const place = ref<Place>(known?.place ?? choices[0]!)
/** The patch starts where the plan's geometry says the place lies. */
const startOf = (at: Place) => placeInPicture(props.frame.plan, at) ?? { x: 0.5, y: 0.5 }
const spot = ref({
  ...(known ? { x: known.x, y: known.y } : startOf(place.value)),
  radius: known?.radius ?? 0.025
})
const pick = (at: Place): void => {
  place.value = at
  spot.value = { ...spot.value, ...startOf(at) }
}
const level = ref<PatchLevel | null>(null)
const failure = ref('')
const { url, file } = useFrameFile(() => props.frame)

const measure = async (): Promise<void> => {
  failure.value = ''
  const at = { ...spot.value }
  try {
    const [result] = await readPatches(await file(), [at])
    if (at.x === spot.value.x && at.y === spot.value.y && at.radius === spot.value.radius)
      level.value = result!
  } catch (error) {
    failure.value = (error as Error).message
  }
}
watch(spot, () => void measure(), { immediate: true })

const onPointer = (event: PointerEvent): void => {
  const to = pointerPoint(event)
  if (to) spot.value = { ...spot.value, ...clampPoint(to) }
}
const onKey = (event: KeyboardEvent): void => {
  const to = nudged(spot.value, event.key, event.shiftKey ? 0.05 : 0.01)
  const size = { '+': 1.25, '=': 1.25, '-': 0.8 }[event.key]
  if (!to && !size) return
  event.preventDefault()
  if (to) spot.value = { ...spot.value, ...to }
  if (size)
    spot.value = { ...spot.value, radius: Math.min(0.2, Math.max(0.004, spot.value.radius * size)) }
}
const says = computed(() => {
  if (!level.value) return 'measuring …'
  const sign = limitSign(level.value.limit)
  return `${sign}${stops(level.value.level)}`
})
const use = (): void => {
  if (level.value)
    emit('mark', {
      kind: 'patch',
      place: place.value,
      ...spot.value,
      levelStops: level.value.level,
      limit: level.value.limit,
      uncertaintyStops: level.value.uncertaintyStops
    })
}
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
    <div
      class="picture"
      tabindex="0"
      role="application"
      :aria-label="`Picture of the frame. Arrow keys move the patch, plus and minus size it. Patch at ${Math.round(spot.x * 100)} % across, ${Math.round(spot.y * 100)} % down, level ${says}`"
      @pointerdown="onPointer"
      @pointermove="onPointer"
      @keydown="onKey"
    >
      <img :src="url" alt="" draggable="false" />
      <i
        :style="{
          left: `${spot.x * 100}%`,
          top: `${spot.y * 100}%`,
          width: `${spot.radius * 200}%`
        }"
      />
    </div>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <p v-else class="small muted">
      <template v-if="level?.limit === 'at-least'"
        >The patch is clipped: it is at least this bright. Less light, then measure again.</template
      >
      <template v-else-if="level?.limit === 'at-most'">As black as an 8-bit file can say.</template>
      <template v-else-if="level?.doubt === 'saturated'"
        >Uncertainty ± {{ level.uncertaintyStops }} stop: the colour here is purer than the file can
        hold. A greyer spot tells more.</template
      >
      <template v-else-if="level?.doubt === 'not-stated'"
        >Uncertainty ± {{ level.uncertaintyStops }} stop: the file says its colours are not sRGB,
        and not what else. Save with a colour profile.</template
      >
      <template v-else
        >Uncertainty ± {{ level?.uncertaintyStops }} stop: the camera’s tone curve bends what lies
        far from mid-grey.</template
      >
    </p>
    <FoundPlaces
      :frame="frame"
      :file="file"
      :chosen="place"
      :level="level"
      :radius="spot.radius"
      @pick="pick"
    />
  </div>
</template>

<style scoped>
.mark {
  display: grid;
  gap: 0.6rem;
}
.picture {
  position: relative;
  touch-action: none;
  cursor: crosshair;
  border: 1px solid var(--line);
  max-width: 520px;
}
.picture img {
  width: 100%;
  display: block;
  user-select: none;
}
.picture i {
  position: absolute;
  aspect-ratio: 1;
  transform: translate(-50%, -50%);
  border: 2px solid var(--accent);
  border-radius: 50%;
  box-shadow: 0 0 0 1px #000;
  pointer-events: none;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1rem;
  align-items: center;
}
.places {
  display: flex;
  gap: 0.4rem;
}
b {
  font-weight: 400;
  font-size: 1.25rem;
  color: var(--bright);
}
</style>

<script setup lang="ts">
/**
 * Where a light or card stands, both ways: distance, azimuth and elevation from the subject, or x,
 * y, z. The two say the same.
 */
import { computed, ref } from 'vue'
import { faultsOf } from '@core/plan/open'
import { ownerOf, valueAt, type PlacedPath } from '@core/plan/path'
import { positionSchema, type Position } from '@core/plan/plan'
import { pointOf, positionOf, type Vec } from '@core/set/vec'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'

const props = defineProps<{ path: PlacedPath }>()
const store = usePlan()
const spot = computed(() => valueAt(store.plan!, `${props.path}.at`) as Position)
const point = computed<Vec>(() => pointOf(spot.value))
const byPoint = ref(false)
const tidy = (value: number): number => Number(value.toFixed(3))
const setAxis = (axis: 0 | 1 | 2) => (value: number) => {
  const next = [...point.value] as [number, number, number]
  next[axis] = value
  const at = positionOf(next)
  const checked = positionSchema.safeParse(at)
  if (!checked.success) return faultsOf(checked.error)
  return store.set(
    `${props.path}.at`,
    {
      distanceMm: tidy(at.distanceMm),
      azimuthDeg: tidy(at.azimuthDeg),
      elevationDeg: tidy(at.elevationDeg)
    },
    'position'
  )
}
</script>

<template>
  <div>
    <div class="how" role="group" aria-label="Placed by">
      <button
        type="button"
        class="push bare"
        :class="{ main: !byPoint }"
        :aria-pressed="!byPoint"
        @click="byPoint = false"
      >
        From the subject
      </button>
      <button
        type="button"
        class="push bare"
        :class="{ main: byPoint }"
        :aria-pressed="byPoint"
        @click="byPoint = true"
      >
        x, y, z
      </button>
    </div>
    <template v-if="!byPoint">
      <StepField
        :path="`${path}.at.distanceMm`"
        kind="length"
        label="Distance"
        :what-if="ownerOf(path)?.kind === 'light'"
        help="From the focus point. One step is a third of a stop of light: half the distance is two stops more, not one."
      />
      <StepField
        :path="`${path}.at.azimuthDeg`"
        kind="angle"
        label="Round the subject"
        help="Azimuth seen from the subject: 0° toward the camera, plus to the camera’s right, 180° straight behind."
      />
      <StepField
        :path="`${path}.at.elevationDeg`"
        kind="angle"
        label="Above"
        help="Elevation seen from the subject: plus is above it, minus below."
      />
    </template>
    <template v-else>
      <StepField kind="millimetres" label="x, right" :value="point[0]" :set="setAxis(0)" no-lock />
      <StepField kind="millimetres" label="y, up" :value="point[1]" :set="setAxis(1)" no-lock />
      <StepField
        kind="millimetres"
        label="z, to the camera"
        :value="point[2]"
        :set="setAxis(2)"
        no-lock
      />
    </template>
  </div>
</template>

<style scoped>
/* Angles and lengths are short: the room goes to their names. */
:deep(.step-field input) {
  width: 5.3rem;
}
:deep(.step-field label) {
  display: block;
  line-height: 1.15;
}
.how {
  display: flex;
  gap: 0.2rem;
  padding-bottom: 0.15rem;
}
.how .push {
  min-height: 30px;
  font-size: 0.8125rem;
  border-color: transparent;
}
@media (pointer: coarse), (max-width: 760px) {
  .how .push {
    min-height: 44px;
  }
}
</style>

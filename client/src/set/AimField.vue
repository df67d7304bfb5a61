<script setup lang="ts">
/** What a light or card looks at: the focus point, a place, or any direction. */
import { computed } from 'vue'
import { valueAt, type AimedPath } from '@core/plan/path'
import type { Aim } from '@core/plan/plan'
import { transportOf } from '@core/set/remembered'
import { anglesOf, pointOf, scale } from '@core/set/vec'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'

const props = defineProps<{ path: AimedPath; label: string }>()
const store = usePlan()
const aim = computed(() => valueAt(store.plan!, `${props.path}.aim`) as Aim)
interface Item {
  readonly value: string
  readonly title: string
}
/** The same list while the names stay the same: a light on the move leaves the choice alone. */
const items = computed<readonly Item[]>((before) => {
  const next = [
    { value: 'focus', title: 'Focus point' },
    ...transportOf(store.plan!).scene.places.map((place) => ({
      value: place.id,
      title: placeName(store.plan!, place.id)
    })),
    { value: 'free', title: 'Free direction' }
  ]
  return before?.length === next.length &&
    next.every((item, i) => item.title === before[i]!.title && item.value === before[i]!.value)
    ? before
    : next
})
const choose = (value: string): void => {
  if (value !== 'free')
    return void store.set(`${props.path}.aim`, { kind: 'place', place: value }, 'aim')
  const { azimuthDeg, elevationDeg } = anglesOf(
    scale(pointOf(valueAt(store.plan!, `${props.path}.at`) as never), -1)
  )
  store.set(
    `${props.path}.aim`,
    {
      kind: 'free',
      azimuthDeg: Number(azimuthDeg.toFixed(1)),
      elevationDeg: Number(elevationDeg.toFixed(1))
    },
    'aim'
  )
}
</script>

<template>
  <v-select
    :model-value="aim.kind === 'free' ? 'free' : aim.place"
    :items="items"
    item-value="value"
    item-title="title"
    :label="label"
    @update:model-value="choose"
  />
  <template v-if="aim.kind === 'free'">
    <StepField
      :path="`${path}.aim.azimuthDeg`"
      kind="angle"
      label="Aimed to the right"
      help="The direction it faces: 180° is away from the camera."
    />
    <StepField :path="`${path}.aim.elevationDeg`" kind="angle" label="Aimed up" />
  </template>
</template>

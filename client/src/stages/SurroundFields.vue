<script setup lang="ts">
/** What the set stands in: the camera's height, a table, a small room that throws light back. */
import { computed } from 'vue'
import { TABLE_FINISHES } from '@core/plan/plan'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { FINISH_NAMES } from '@/words/names'

const store = usePlan()
const plan = computed(() => store.plan!)
const putTable = (on: boolean): void =>
  void store.set(
    'table',
    on
      ? {
          belowMm: Number((plan.value.subject.heightMm / 2 + 0.1).toFixed(2)),
          widthMm: 600,
          depthMm: 500,
          reflectance: 0.1,
          finish: 'matt',
          roughness: 0
        }
      : null,
    'table'
  )
type TableFinish = (typeof TABLE_FINISHES)[number]
const finishes = TABLE_FINISHES.map((value) => ({ value, title: FINISH_NAMES[value] }))
/** Metal starts with a polish, glass smooth. */
const setFinish = (finish: TableFinish): void =>
  void store.update('table finish', ({ table }) => {
    if (!table || table.finish === finish) return
    table.roughness = finish === 'metal' ? 0.05 : 0
    table.finish = finish
  })
const putRoom = (on: boolean): void =>
  void store.set(
    'room',
    on
      ? {
          widthMm: 3000,
          depthMm: 3500,
          leftMm: 1500,
          behindMm: 1750,
          ceilingMm: 1500,
          floorMm: 900,
          wallReflectance: 0.6,
          ceilingReflectance: 0.8,
          floorReflectance: 0.2
        }
      : null,
    'room'
  )
</script>

<template>
  <h2>Surroundings</h2>
  <StepField
    path="view.elevationDeg"
    kind="angle"
    label="Camera above"
    help="Elevation of the camera seen from the subject: 0° level, plus from above, 90° straight down. The background stays behind the subject as the lens sees it."
  />
  <v-switch
    :model-value="plan.table !== null"
    label="Table under the subject"
    @update:model-value="putTable(Boolean($event))"
  />
  <template v-if="plan.table">
    <StepField path="table.belowMm" kind="length" label="Below the focus point" /><StepField
      path="table.widthMm"
      kind="length"
      label="Table width"
    /><StepField path="table.depthMm" kind="length" label="Table depth" />
    <StepField path="table.reflectance" kind="reflectance" label="Table reflectance" />
    <v-select
      :model-value="plan.table.finish"
      :items="finishes"
      item-value="value"
      item-title="title"
      label="Table finish"
      messages="Gloss, as glass or acrylic, and metal mirror what stands on it."
      @update:model-value="setFinish($event as TableFinish)"
    />
    <StepField
      v-if="plan.table.finish !== 'matt'"
      path="table.roughness"
      kind="share"
      label="Table roughness"
      help="How blurred its mirror image is: 0 % mirrors sharply, 10 % is polished, 30 % satin."
    />
  </template>
  <v-switch
    :model-value="plan.room !== null"
    label="Small room"
    messages="Walls, ceiling and floor throw light back, again and again."
    @update:model-value="putRoom(Boolean($event))"
  />
  <template v-if="plan.room">
    <StepField path="room.widthMm" kind="length" label="Room width" /><StepField
      path="room.depthMm"
      kind="length"
      label="Room depth"
    />
    <StepField
      path="room.leftMm"
      kind="length"
      label="Wall on the left"
      help="From the focus point to the wall on the left, as the camera sees it."
    /><StepField
      path="room.behindMm"
      kind="length"
      label="Wall behind"
      help="From the focus point to the wall behind the subject."
    />
    <StepField path="room.ceilingMm" kind="length" label="Ceiling above" /><StepField
      path="room.floorMm"
      kind="length"
      label="Floor below"
    />
    <StepField path="room.wallReflectance" kind="reflectance" label="Wall reflectance" /><StepField
      path="room.ceilingReflectance"
      kind="reflectance"
      label="Ceiling reflectance"
    /><StepField path="room.floorReflectance" kind="reflectance" label="Floor reflectance" />
  </template>
</template>

<style scoped>
h2 {
  margin-top: 1.1rem;
}
</style>

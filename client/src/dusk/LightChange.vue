<script setup lang="ts">
/** By how much the light behind has changed since it was read, by its course. */
import { computed } from 'vue'
import { asByCourse, lightChanges, type LightChange } from '@core/run/lightChange'
import { usePlan } from '@/stores/plan'
import { changeOfLight, minuteOf } from '@/words/dusk'
import { useCourse } from './useCourse'

const store = usePlan()
const { course, at } = useCourse(10_000)
const changes = computed(() =>
  course.value ? lightChanges(store.plan!, course.value, at.value) : []
)
const nameOf = ({ of }: LightChange): string =>
  store.plan!.ambient.sources.find(({ id }) => id === of)?.name ?? 'the light behind'
const words = computed(() =>
  changes.value
    .map(
      (each) =>
        `${nameOf(each)} has ${changeOfLight(each.by)} since it was read at ${minuteOf(each.since)}`
    )
    .join(', ')
)
/** What the course says of this moment, in place of the readings. */
const take = (): void =>
  void store.replace(
    asByCourse(store.plan!, course.value!, at.value),
    'ambient by the course of the light'
  )
</script>

<template>
  <p v-if="changes.length" class="near small" role="status" data-light-change>
    ▲ By its course {{ words }}.
    <button type="button" class="push bare" @click="take">Take what the course says now</button>
  </p>
</template>

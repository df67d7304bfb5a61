<script setup lang="ts">
/** The place a light's power is set by. */
import { computed } from 'vue'
import { isClear } from '@core/set/seenPlaces'
import type { Light } from '@core/plan/plan'
import { mirrors } from '@core/set/optics'
import { usePlan } from '@/stores/plan'
import { placeName } from '@/words/names'

const props = defineProps<{ light: Light }>()
const store = usePlan()
/** By the user's own places alone: a light that moves makes no new list. */
const own = computed(() => store.plan!.places)
const LIT_PLACES = ['subject', 'shadow', 'top', 'front']
const CLEAR_PLACES = ['subject', 'rimLeft', 'rimRight']
const offered = computed(() => {
  const plan = store.plan!
  const seen = mirrors(plan) ? ['mirrored'] : []
  return [...(isClear(plan) ? CLEAR_PLACES : LIT_PLACES), 'background', 'foreground', ...seen]
})
/** What it serves stays in the list when the subject or the table is none of that kind any more. */
const served = computed(() => {
  const place = props.light.serves
  const known = place === null || offered.value.includes(place)
  return known || own.value.some(({ id }) => id === place) ? [] : [place]
})
const places = computed(() => [
  { value: '', title: 'the place of its role' },
  ...[...offered.value, ...served.value].map((place) => ({
    value: place,
    title: placeName(store.plan!, place)
  })),
  ...own.value.map(({ id, name }) => ({ value: id, title: name }))
])
</script>

<template>
  <v-select
    :model-value="light.serves ?? ''"
    :items="places"
    item-value="value"
    item-title="title"
    label="Its power serves"
    @update:model-value="store.set(`lights.${light.id}.serves`, $event || null, 'serves')"
  />
</template>

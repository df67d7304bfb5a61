<script setup lang="ts">
/** The moving subject at real pixels: each flash's own duration, and the ambient's ghost. */
import { movingSpot } from '@core/picture/loupe'
import LoupeTile from './LoupeTile.vue'
import { useAsked } from './useAsked'
import { useLoupes } from './useLoupes'

defineProps<{ note: string; warn: boolean }>()
const { asked, ask } = useAsked()
const { shown } = useLoupes((world) => [{ id: 'moving', ...movingSpot(world) }], {
  moving: () => true,
  asked: () => asked.value
})
</script>

<template>
  <button v-if="!asked" type="button" class="push" @click="ask">Show it at real pixels</button>
  <LoupeTile
    v-else
    :traced="shown.get('moving')"
    name="All light together"
    :note="note"
    :warn="warn"
  />
</template>

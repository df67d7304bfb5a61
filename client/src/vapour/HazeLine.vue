<script setup lang="ts">
/** Vapour that has gathered in the room: when to air it, and what it has done to the background. */
import { computed } from 'vue'
import { hazeOf } from '@core/run/haze'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { hazeWords } from '@/words/vapour'

const store = usePlan()
const frames = useFrames()
const words = computed(() => {
  const haze = hazeOf(store.plan!, frames.frames)
  return haze ? hazeWords(haze) : ''
})
</script>

<template>
  <p v-if="words" class="near small" role="status" data-haze>▲ {{ words }}</p>
</template>

<script setup lang="ts">
/** A frame's picture: the server's, or the one that still waits here to be sent. */
import { useObjectUrl } from '@vueuse/core'
import { computed } from 'vue'
import type { Frame } from '@core/run/frame'
import { api } from '@/api/client'
import { useFrames } from '@/stores/frames'

const props = defineProps<{ frame: Frame; alt: string; small?: boolean }>()
const frames = useFrames()
const waiting = useObjectUrl(() => frames.imageOf(props.frame.id) ?? undefined)
const url = computed(
  () =>
    waiting.value ??
    api.imageUrl(frames.shootId, props.frame.id, ...(props.small ? (['small'] as const) : []))
)
</script>

<template>
  <img :src="url" :alt="alt" />
</template>

<style scoped>
img {
  display: block;
  border: 1px solid var(--line);
}
</style>

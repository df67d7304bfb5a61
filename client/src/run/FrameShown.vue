<script setup lang="ts">
/** One frame's picture, with its map of stops or what is black and clipped over it. */
import type { Shot } from '@core/picture/compare'
import type { Frame } from '@core/run/frame'
import FramePicture from './FramePicture.vue'
import type { FrameView } from './frameView'
import ShotCanvas from './ShotCanvas.vue'

defineProps<{ frame: Frame; name: string; shot: Shot | null; view: FrameView }>()
</script>

<template>
  <FramePicture :frame="frame" :alt="name" class="whole" draggable="false" />
  <ShotCanvas
    v-if="shot && (view.drawn === 'map' || view.marks)"
    class="over"
    :shot="shot"
    :drawn="view.drawn === 'map' ? 'map' : 'none'"
    :marks="view.marks"
    :label="view.drawn === 'map' ? `Map of stops of ${name}` : `Black and clipped in ${name}`"
  />
</template>

<style scoped>
.whole {
  width: 100%;
  border: 0;
  user-select: none;
}
.over {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
</style>

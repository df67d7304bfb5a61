<script setup lang="ts">
/** A frame's picture, large, with the one it is held against. */
import { computed } from 'vue'
import type { Frame } from '@core/run/frame'
import FramePicture from './FramePicture.vue'
import FrameShown from './FrameShown.vue'
import { aspectOf, type FrameView } from './frameView'
import { clampPoint, nudged, pointerPoint, type PicturePoint } from '@/instruments/picturePoint'
import ShotCanvas from './ShotCanvas.vue'
import type { useShots } from './useShots'

const props = defineProps<{
  frame: Frame
  other: Frame | null
  name: string
  otherName: string
  shots: ReturnType<typeof useShots>
}>()
const view = defineModel<FrameView>('view', { required: true })
const loupe = defineModel<PicturePoint>('loupe', { required: true })

const flipped = computed(() => view.value.how === 'flip' && view.value.flipped && props.other)
/** How much of the other covers this one, from the left; %. */
const covered = computed(() =>
  flipped.value ? 100 : view.value.how === 'wipe' ? 100 * view.value.wipe : 0
)

const onPointer = (event: PointerEvent): void => {
  const to = pointerPoint(event)
  if (!to) return
  if (view.value.how === 'wipe') view.value = { ...view.value, wipe: clampPoint(to).x }
  else if (view.value.loupe) loupe.value = clampPoint(to)
}
const onKey = (event: KeyboardEvent): void => {
  const to = nudged(loupe.value, event.key, event.shiftKey ? 0.05 : 0.01)
  if (!to) return
  event.preventDefault()
  if (view.value.how === 'wipe') {
    const wipe = nudged({ x: view.value.wipe, y: 0 }, event.key, 0.02)!.x
    view.value = { ...view.value, wipe }
  } else loupe.value = to
}
</script>

<template>
  <div
    class="stand"
    :class="{ two: view.how === 'beside' && other }"
    :style="{ '--aspect': aspectOf(frame) }"
  >
    <figure>
      <div
        class="frame"
        tabindex="0"
        role="application"
        :aria-label="`${name}. Arrow keys move ${view.how === 'wipe' ? 'the edge' : 'the loupe'}`"
        data-stand
        @pointerdown="onPointer"
        @pointermove="onPointer"
        @keydown="onKey"
      >
        <FrameShown
          v-if="view.how !== 'change'"
          :frame="frame"
          :name="name"
          :shot="shots.shot.value"
          :view="view"
        />
        <FramePicture v-else :frame="frame" :alt="name" class="whole" />
        <ShotCanvas
          v-if="view.how === 'change' && shots.shot.value && shots.stops.value"
          class="over"
          :shot="shots.shot.value"
          drawn="change"
          :marks="false"
          :change="shots.stops.value"
          :label="`Change from ${otherName} to ${name}, in stops`"
        />
        <div
          v-if="other && covered > 0"
          class="over"
          :style="{ clipPath: `inset(0 ${100 - covered}% 0 0)` }"
          data-over
        >
          <FrameShown :frame="other" :name="otherName" :shot="shots.otherShot.value" :view="view" />
        </div>
        <i v-if="view.how === 'wipe'" class="edge" :style="{ left: `${covered}%` }" />
        <i
          v-if="view.loupe"
          class="spot"
          :style="{ left: `${loupe.x * 100}%`, top: `${loupe.y * 100}%` }"
        />
      </div>
      <figcaption class="small muted">{{ flipped ? otherName : name }}</figcaption>
    </figure>
    <figure v-if="view.how === 'beside' && other">
      <div class="frame">
        <FrameShown :frame="other" :name="otherName" :shot="shots.otherShot.value" :view="view" />
      </div>
      <figcaption class="small muted">{{ otherName }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.stand {
  display: grid;
  gap: 0.6rem;
}
.two {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.frame {
  position: relative;
  background: #000;
  width: min(100%, calc(72vh * var(--aspect)));
  touch-action: none;
  cursor: crosshair;
}
.whole {
  width: 100%;
  border: 0;
}
.over {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.edge,
.spot {
  position: absolute;
  pointer-events: none;
}
.edge {
  top: 0;
  bottom: 0;
  width: 2px;
  margin-left: -1px;
  background: var(--accent);
}
.spot {
  width: 26px;
  height: 26px;
  margin: -13px;
  border: 2px solid var(--accent);
  box-shadow: 0 0 0 1px #000;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<script setup lang="ts">
/** Marks on a picture, put by pointer (the nearest one goes) and by arrow keys; some joined by lines. */
import { clampPoint, nudged, pointerPoint, type PicturePoint } from './picturePoint'

const props = defineProps<{
  url: string
  alt: string
  /** what each mark is called */
  names: readonly string[]
  /** which marks are joined, two by two */
  lines: readonly (readonly [number, number])[]
}>()
const marks = defineModel<readonly PicturePoint[]>({ required: true })
const emit = defineEmits<{ unreadable: []; aspect: [widthOverHeight: number] }>()

const put = (index: number, to: PicturePoint): void => {
  marks.value = marks.value.map((mark, i) => (i === index ? clampPoint(to) : mark))
}
/** The mark that was taken up stays in hand until it is let go. */
let held = 0
const onPointer = (event: PointerEvent): void => {
  const to = pointerPoint(event)
  if (!to) return
  if (event.type === 'pointerdown') {
    const far = marks.value.map(({ x, y }) =>
      Math.hypot((x - to.x) * to.box.width, (y - to.y) * to.box.height)
    )
    held = far.indexOf(Math.min(...far))
  }
  put(held, { x: to.x, y: to.y })
}
const onKey = (index: number, event: KeyboardEvent): void => {
  const to = nudged(marks.value[index]!, event.key, event.shiftKey ? 0.02 : 0.002)
  if (!to) return
  event.preventDefault()
  put(index, to)
}
const onLoad = (event: Event): void => {
  const { naturalWidth, naturalHeight } = event.target as HTMLImageElement
  emit('aspect', naturalWidth / naturalHeight)
}
const tenth = (share: number): number => Math.round(share * 1000) / 10
const says = (i: number): string => {
  const { x, y } = marks.value[i]!
  return `${props.names[i]}, ${tenth(x)} % across, ${tenth(y)} % down. Arrow keys move it.`
}
</script>

<template>
  <div class="picture" @pointerdown="onPointer" @pointermove="onPointer">
    <img :src="url" :alt="alt" draggable="false" @load="onLoad" @error="emit('unreadable')" />
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      <line
        v-for="[a, b] in lines"
        :key="`${a} ${b}`"
        :x1="marks[a]!.x * 100"
        :y1="marks[a]!.y * 100"
        :x2="marks[b]!.x * 100"
        :y2="marks[b]!.y * 100"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <button
      v-for="(mark, i) in marks"
      :key="i"
      type="button"
      :style="{ left: `${mark.x * 100}%`, top: `${mark.y * 100}%` }"
      :aria-label="says(i)"
      @keydown="onKey(i, $event)"
    />
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  touch-action: none;
  cursor: crosshair;
  border: 1px solid var(--line);
}
img {
  width: 100%;
  display: block;
  user-select: none;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
line {
  stroke: var(--accent);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
button {
  position: absolute;
  width: 22px;
  height: 22px;
  transform: translate(-50%, -50%);
  border: 2px solid var(--accent);
  border-radius: 50%;
  box-shadow: 0 0 0 1px #000;
  cursor: grab;
}
</style>

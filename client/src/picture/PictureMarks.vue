<script setup lang="ts">
/**
 * Over the picture: the places of the ledger, and a probe that reads the level under the pointer or
 * wherever the arrow keys bring it.
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { luminanceOf } from '@core/picture/facts'
import type { Place } from '@core/plan/plan'
import { useSelection } from '@/set/selection'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { placeName } from '@/words/names'
import { shownLevel } from '@/words/picture'
import type { Mix } from './useMix'
import type { PlaceShown } from './usePlacesShown'
import { usePictureView } from './view'

const props = defineProps<{ mix: Mix | null; places: readonly PlaceShown[] }>()
const emit = defineEmits<{ open: [place: Place]; put: [x: number, y: number] }>()
const store = usePlan()
const view = usePictureView()
const selection = useSelection()
const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
/** −1 to 1, + right and up */
const probe = ref<{ readonly x: number; readonly y: number } | null>(null)

const level = (x: number, y: number): number | null => {
  if (!props.mix) return null
  const { picture, linear } = props.mix
  const column = Math.min(picture.width - 1, Math.max(0, Math.floor(((x + 1) / 2) * picture.width)))
  const row = Math.min(picture.height - 1, Math.max(0, Math.floor(((1 - y) / 2) * picture.height)))
  return Math.log2(luminanceOf(linear, row * picture.width + column))
}
const read = computed(() => (probe.value ? level(probe.value.x, probe.value.y) : null))
const shown = computed(() =>
  props.places.map((place) => ({
    ...place,
    name: placeName(store.plan!, place.id),
    level: shownLevel(store.evaluation!.ledger, place.id, view.shown),
    left: ((place.x + 1) / 2) * 100,
    top: ((1 - place.y) / 2) * 100
  }))
)
const at = (event: MouseEvent): { readonly x: number; readonly y: number } => {
  const area = box.value!.getBoundingClientRect()
  return {
    x: (2 * (event.clientX - area.left)) / area.width - 1,
    y: 1 - (2 * (event.clientY - area.top)) / area.height
  }
}
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1]
}
const onKey = (event: KeyboardEvent): void => {
  const step = STEPS[event.key]
  const from = probe.value ?? { x: 0, y: 0 }
  if (step) {
    const by = event.shiftKey ? 20 : 4
    const inside = (value: number): number => Math.max(-1, Math.min(1, value))
    probe.value = {
      x: inside(from.x + (step[0] * by) / Math.max(1, width.value / 2)),
      y: inside(from.y + (step[1] * by) / Math.max(1, height.value / 2))
    }
  } else if (event.key === 'Enter' && probe.value) emit('put', probe.value.x, probe.value.y)
  else if (event.key.toLowerCase() === 'l' && probe.value) view.loupe = probe.value
  else if (event.key === 'Escape' && (probe.value || view.loupe)) probe.value = view.loupe = null
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div
    ref="box"
    class="marks"
    tabindex="0"
    role="group"
    aria-label="Level anywhere in the picture: arrow keys move the probe, with shift by more, Enter puts a place there, L the loupe. Tab reaches the places."
    @pointermove="probe = at($event)"
    @pointerleave="probe = null"
    @click="view.loupe = view.loupe && at($event)"
    @dblclick="view.loupe || emit('put', at($event).x, at($event).y)"
    @keydown="onKey"
  >
    <button
      v-for="place in shown"
      :key="place.id"
      type="button"
      class="place"
      :class="{ picked: selection.is('place', place.id) }"
      :style="{ left: `${place.left}%`, top: `${place.top}%` }"
      :aria-label="`${place.name}, ${stops(place.level)}: open its sum`"
      :title="`${place.name} ${stops(place.level)}`"
      @click.stop="emit('open', place.id)"
      @dblclick.stop
      @keydown.enter.stop
    >
      <span class="dot" />
    </button>
    <div
      v-if="probe && read !== null"
      class="probe num"
      :class="{ left: probe.x > 0.6, above: probe.y < -0.7 }"
      :style="{ left: `${((probe.x + 1) / 2) * 100}%`, top: `${((1 - probe.y) / 2) * 100}%` }"
      data-probe
    >
      {{ stops(read) }}
    </div>
  </div>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  cursor: crosshair;
}
.place {
  position: absolute;
  width: 24px;
  height: 24px;
  margin: -12px 0 0 -12px;
  display: grid;
  place-items: center;
}
.dot {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 1.5px solid #f6f0e3;
  box-shadow: 0 0 0 1px #0009;
  opacity: 0.55;
}
.place:hover .dot,
.place:focus-visible .dot,
.place.picked .dot {
  opacity: 1;
  border-color: var(--accent);
}
.probe {
  position: absolute;
  transform: translate(10px, 10px);
  padding: 0 0.35rem;
  background: #0b0d0ee0;
  color: #f6f0e3;
  font-size: 0.8125rem;
  pointer-events: none;
  white-space: nowrap;
}
.probe.left {
  transform: translate(calc(-100% - 10px), 10px);
}
.probe.above {
  transform: translate(10px, calc(-100% - 10px));
}
.probe.left.above {
  transform: translate(calc(-100% - 10px), calc(-100% - 10px));
}
</style>

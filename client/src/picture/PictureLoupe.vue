<script setup lang="ts">
/** A loupe over the picture: a part of it at the camera's own pixels, or as it will print. */
import { computed } from 'vue'
import { loupeWindow, pixelsPerDot, PRINT_DPI, printedMm, type Spot } from '@core/picture/loupe'
import { groupsOfWhole } from '@core/picture/moment'
import type { Fault } from '@core/plan/open'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { mm } from '@/words/format'
import LoupeTile from './LoupeTile.vue'
import { LOUPE_PIXELS } from './loupes'
import { useLoupes } from './useLoupes'
import { usePictureView } from './view'

const props = defineProps<{ at: Spot }>()
const store = usePlan()
const view = usePictureView()
/** Width of a print where none is asked for by the focus, mm. */
const PRINT_MM = 300

const per = computed(() => (view.printMm === null ? 1 : pixelsPerDot(store.plan!, view.printMm)))
const { shown, failure } = useLoupes(() => [{ id: 'any', ...props.at }], {
  // As the whole picture shows it.
  moving: () => groupsOfWhole(store.plan!).length > 1,
  per: () => per.value
})
const part = computed(() => loupeWindow(store.plan!, props.at, LOUPE_PIXELS * per.value))
const note = computed(() =>
  view.printMm === null
    ? `${LOUPE_PIXELS} of the camera’s pixels across`
    : `${mm(printedMm(LOUPE_PIXELS))} of a print ${mm(view.printMm)} wide, ` +
      `${PRINT_DPI} dots an inch`
)
const print = (): void => {
  const { blur } = store.plan!.focus
  view.printMm =
    view.printMm === null ? (blur.kind === 'print' ? blur.printWidthMm : PRINT_MM) : null
}
const setPrint = (value: number): readonly Fault[] => {
  if (!(value >= 10 && value <= 10000))
    return [{ path: 'printMm', message: 'a print is 10 mm to 10 m wide' }]
  view.printMm = value
  return []
}
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1]
}
/** By a fifth of what it shows, with shift by all of it. */
const onKey = (event: KeyboardEvent): void => {
  const step = STEPS[event.key]
  if (step) {
    const by = event.shiftKey ? 1 : 0.2
    const { left, right, top, bottom } = part.value
    const inside = (value: number): number => Math.max(-1, Math.min(1, value))
    view.loupe = {
      x: inside(props.at.x + step[0] * by * (right - left)),
      y: inside(props.at.y + step[1] * by * (top - bottom))
    }
  } else if (event.key === 'Escape') view.loupe = null
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div
    class="loupe"
    :class="{ left: at.x > 0 }"
    tabindex="0"
    role="group"
    aria-label="Loupe: arrow keys move it, with shift by more, Escape puts it away"
    data-loupe
    @keydown.self="onKey"
  >
    <LoupeTile
      :traced="shown.get('any')"
      name="Loupe"
      :note="failure || note"
      :unit="view.printMm === null ? undefined : 'dots of the print'"
    />
    <div class="acts">
      <button type="button" class="tool" :aria-pressed="view.printMm !== null" @click="print">
        As printed
      </button>
      <StepField
        v-if="view.printMm !== null"
        kind="length"
        label="Print width"
        :value="view.printMm"
        :set="setPrint"
        no-lock
      />
    </div>
  </div>
</template>

<style scoped>
.loupe {
  position: absolute;
  right: 0.5rem;
  bottom: 0.5rem;
  width: min(44%, 17rem);
  padding: 0.4rem;
  background: var(--background);
  border: 1px solid var(--line);
}
.loupe.left {
  right: auto;
  left: 0.5rem;
}
.acts {
  display: grid;
  gap: 0.2rem;
  justify-items: start;
  align-content: start;
  padding-top: 0.3rem;
}
@media (max-width: 760px) {
  .loupe,
  .loupe.left {
    position: static;
    width: 100%;
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 0.7rem;
    margin-top: 0.4rem;
  }
}
</style>

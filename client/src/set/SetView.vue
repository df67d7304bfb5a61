<script setup lang="ts">
/** One drawing of the set, to scale: zoomed and panned, its things dragged, turned and nudged. */
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { transportOf } from '@core/set/remembered'
import { usePlan } from '@/stores/plan'
import { mm } from '@/words/format'
import { fitOf, type View } from './drawing'
import SetStage from './SetStage.vue'
import SetThings from './SetThings.vue'
import SourceShapes from './SourceShapes.vue'
import { useGestures } from './useGestures'
import { useScreen } from './useScreen'
import { useStageShapes } from './useStageShapes'
import { useThingShapes } from './useThingShapes'
import { useViewport } from './useViewport'
import { VIEW_NAMES } from './words'

const props = defineProps<{ view: View; height: number }>()
const store = usePlan()
const plan = computed(() => store.plan!)
const scene = computed(() => transportOf(plan.value).scene)
const box = useTemplateRef<HTMLElement>('box')
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(box, { width: 480, height: 240 })
const size = { width, height: computed(() => props.height) }
const port = useViewport(svg, size, () => fitOf(props.view, plan.value, scene.value))
const screen = useScreen(props.view, port, size)
const stage = useStageShapes(props.view, plan, scene, screen)
const things = useThingShapes(props.view, plan, scene, screen)
const gestures = useGestures(props.view, svg, screen, things.heads)
const { heads } = things
const { grid } = stage
defineExpose({ svg, refit: port.refit, zoomBy: port.zoomBy })
</script>

<template>
  <figure ref="box">
    <figcaption class="small muted">
      <slot /><span class="num" title="Side of one square of the grid">□ {{ mm(grid) }}</span>
    </figcaption>
    <svg
      ref="svg"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      tabindex="0"
      role="group"
      :data-view="view"
      :aria-label="`The set ${VIEW_NAMES[view].toLowerCase()}. Plus, minus and 0 zoom, arrow keys pan; Tab reaches its things, arrow keys nudge them by 1 mm, with shift by 10.`"
      @keydown="gestures.onKey"
      @dblclick="gestures.placeHere"
    >
      <SetStage :view="view" :screen="screen" :shapes="stage" :heads="heads" />
      <SourceShapes :view="view" :plan="plan" :scene="scene" :screen="screen" />
      <SetThings :plan="plan" :shapes="things" :gestures="gestures" />
    </svg>
  </figure>
</template>

<style scoped>
figure {
  contain: layout paint;
  display: grid;
  gap: 0.3rem;
  min-width: 0;
}
figcaption .num {
  white-space: nowrap;
}
figcaption {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
  min-height: 28px;
}
svg {
  background: var(--well);
  width: 100%;
  display: block;
  touch-action: pan-y;
  cursor: grab;
}
svg:active {
  cursor: grabbing;
}
</style>

<script setup lang="ts">
/**
 * A chart by Plotly, loaded when first shown. It can be read by pointer or arrow keys: the line
 * beneath says the figures there.
 */
import { useDebounceFn, useResizeObserver } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useTheme } from 'vuetify'
import type Plotly from 'plotly.js-basic-dist-min'
import { dataOf, layoutOf, shapesOf, type PlotSpec } from './plot'

const props = defineProps<{
  spec: PlotSpec
  label: string
  readings: readonly string[]
  start: number
}>()
const emit = defineEmits<{ read: [index: number | null] }>()
const root = useTemplateRef<HTMLElement>('root')
const host = useTemplateRef<HTMLElement>('host')
const theme = useTheme()
const failure = ref('')
const index = ref<number | null>(null)
const says = computed(() => props.readings[index.value ?? props.start] ?? '')
let plotly: typeof Plotly | null = null

const color = (name: string): string => {
  const style = getComputedStyle(host.value!)
  const value = style.getPropertyValue(name).trim()
  return value || '#888'
}
const cursor = computed(() => (index.value === null ? null : (props.spec.x[index.value] ?? null)))
const draw = async (): Promise<void> => {
  if (!plotly || !root.value || !host.value) return
  await plotly.react(
    root.value,
    dataOf(props.spec, color),
    layoutOf(props.spec, color, cursor.value, host.value.clientWidth < 520),
    { displayModeBar: false, responsive: false, staticPlot: true }
  )
}
/**
 * Plotly keeps its rules in an inline style; under the page's policy it must carry the page's
 * nonce.
 */
const allowStyle = (): void => {
  const id = 'plotly.js-style-global'
  if (document.getElementById(id)) return
  const style = document.createElement('style')
  style.id = id
  style.nonce =
    document.querySelector<HTMLStyleElement>('style[nonce]')?.nonce ??
    document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ??
    ''
  document.head.append(style)
}
onMounted(async () => {
  try {
    allowStyle()
    plotly = (await import('plotly.js-basic-dist-min')).default
    await draw()
  } catch {
    failure.value = 'The chart could not be loaded; the figures are in the line below.'
  }
})
const redraw = useDebounceFn(draw, 40)
watch(
  () => [props.spec, theme.name.value],
  () => void redraw()
)
useResizeObserver(host, () => void redraw())
watch(cursor, () => {
  if (plotly && root.value)
    void plotly.relayout(root.value, { shapes: shapesOf(props.spec, color, cursor.value) })
  emit('read', index.value)
})
onBeforeUnmount(() => root.value && plotly?.purge(root.value))

const onKey = (event: KeyboardEvent): void => {
  const now = index.value ?? props.start
  const last = props.spec.x.length - 1
  const to = {
    ArrowRight: now + 1,
    ArrowUp: now + 1,
    ArrowLeft: now - 1,
    ArrowDown: now - 1,
    Home: 0,
    End: last,
    PageUp: now + 3,
    PageDown: now - 3,
    Escape: -9
  }[event.key]
  if (to === undefined) return
  event.preventDefault()
  index.value = to === -9 ? null : Math.min(last, Math.max(0, to))
}
const onPointer = (event: PointerEvent): void => {
  const plot = root.value
    ?.querySelector('.plot, .nsewdrag, .cartesianlayer')
    ?.getBoundingClientRect()
  const area = host.value!.getBoundingClientRect()
  const left = plot && plot.width > 40 ? plot.left : area.left + 52
  const right = plot && plot.width > 40 ? plot.right : area.right - 14
  const { x } = props.spec
  const at = x[0]! + ((event.clientX - left) / (right - left)) * (x.at(-1)! - x[0]!)
  index.value = x.reduce(
    (best, each, i) => (Math.abs(each - at) < Math.abs(x[best]! - at) ? i : best),
    0
  )
}
</script>

<template>
  <div class="chart">
    <div
      ref="host"
      class="host"
      tabindex="0"
      role="slider"
      :aria-label="label"
      aria-orientation="horizontal"
      :aria-valuemin="0"
      :aria-valuemax="spec.x.length - 1"
      :aria-valuenow="index ?? start"
      :aria-valuetext="says"
      @keydown="onKey"
      @pointermove="onPointer"
      @pointerdown="onPointer"
      @pointerleave="index = null"
    >
      <div ref="root" class="root" aria-hidden="true" />
    </div>
    <p v-if="failure" class="small miss">{{ failure }}</p>
    <p class="says small" data-reading>{{ says }}</p>
  </div>
</template>

<style scoped>
.chart {
  display: grid;
  gap: 0.2rem;
  min-width: 0;
}
.host {
  height: 17rem;
  min-width: 0;
  touch-action: pan-y;
}
.root {
  height: 100%;
  pointer-events: none;
}
.says {
  color: var(--text);
  min-height: 1.2em;
}
@media (max-width: 760px) {
  .host {
    height: 15rem;
  }
}
</style>

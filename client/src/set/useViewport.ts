/**
 * Zoom and pan of a drawing by wheel, pinch and keys, over a scale that first takes everything in.
 */
import { select } from 'd3-selection'
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from 'd3-zoom'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, type Ref } from 'vue'
import type { Flat, Viewport } from './drawing'

export function useViewport(
  svg: Ref<SVGSVGElement | null>,
  size: { readonly width: Readonly<Ref<number>>; readonly height: Readonly<Ref<number>> },
  fit: () => Viewport
) {
  const whole = shallowRef<Viewport>(fit())
  const moved = ref({ k: 1, x: 0, y: 0 })
  const base = computed(() => {
    const { left, right, top, bottom } = whole.value
    const k = Math.min(size.width.value / (right - left), size.height.value / (bottom - top))
    return {
      k,
      x: size.width.value / 2 - (k * (left + right)) / 2,
      y: size.height.value / 2 - (k * (top + bottom)) / 2
    }
  })
  /** pixels per millimetre */
  const scale = computed(() => base.value.k * moved.value.k)
  const toScreen = ([h, v]: Flat): Flat => [
    (h * base.value.k + base.value.x) * moved.value.k + moved.value.x,
    (v * base.value.k + base.value.y) * moved.value.k + moved.value.y
  ]
  const toPlane = ([x, y]: Flat): Flat => [
    ((x - moved.value.x) / moved.value.k - base.value.x) / base.value.k,
    ((y - moved.value.y) / moved.value.k - base.value.y) / base.value.k
  ]

  let behaviour: ZoomBehavior<SVGSVGElement, unknown> | null = null
  onMounted(() => {
    behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.2, 40])
      // One finger scrolls the page past the drawing; two zoom and pan it. Things of the set have
      // their own gesture.
      .filter((event: Event) => {
        if ((event.target as Element).closest('[data-thing]') && event.type !== 'wheel')
          return false
        return event.type.startsWith('touch')
          ? (event as TouchEvent).touches.length > 1
          : !(event as MouseEvent).button
      })
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => (moved.value = event.transform))
    select(svg.value!).call(behaviour).on('dblclick.zoom', null)
  })
  onBeforeUnmount(() => svg.value && select(svg.value).on('.zoom', null))

  const on = () => select(svg.value!)
  return {
    scale,
    toScreen,
    toPlane,
    zoomBy: (factor: number) => on().call(behaviour!.scaleBy, factor),
    panBy: (dx: number, dy: number) =>
      on().call(behaviour!.translateBy, dx / moved.value.k, dy / moved.value.k),
    /** Takes everything in again, as it stands now. */
    refit: () => {
      whole.value = fit()
      on().call(behaviour!.transform, zoomIdentity)
    }
  }
}

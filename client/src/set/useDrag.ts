/**
 * Dragging with d3-drag, mouse and touch alike; at most one step for each drawn frame, and one undo
 * for each drag.
 */
import { drag, type D3DragEvent } from 'd3-drag'
import { select } from 'd3-selection'
import type { Directive } from 'vue'

export interface DragHandlers {
  /** where the thing stands on the drawing, pixels: it keeps its distance to the finger */
  at(): readonly [number, number]
  /** pixels of the drawing, and whether Alt is held */
  move(x: number, y: number, free: boolean, key: string): void
}

let count = 0
function attach(element: SVGElement, handlers: () => DragHandlers): void {
  let key = ''
  let queued: { x: number; y: number; free: boolean } | null = null
  const flush = (): void => {
    const now = queued
    queued = null
    if (now) handlers().move(now.x, now.y, now.free, key)
  }
  select(element).call(
    drag<SVGElement, unknown>()
      .container(function () {
        return this.ownerSVGElement!
      })
      .subject(() => {
        const [x, y] = handlers().at()
        return { x, y }
      })
      .on('start', () => {
        key = `drag:${++count}`
      })
      .on('drag', (event: D3DragEvent<SVGElement, unknown, unknown>) => {
        if (!queued) requestAnimationFrame(flush)
        queued = { x: event.x, y: event.y, free: Boolean((event.sourceEvent as MouseEvent).altKey) }
      })
      .on('end', flush)
  )
}

const current = new WeakMap<Element, DragHandlers>()
/** v-drag="{ at, move }" */
export const vDrag: Directive<SVGElement, DragHandlers> = {
  mounted: (element, { value }) => {
    current.set(element, value)
    attach(element, () => current.get(element)!)
  },
  updated: (element, { value }) => void current.set(element, value),
  unmounted: (element) => void select(element).on('.drag', null)
}

/**
 * What hands do in a drawing of the set: dragging, turning and nudging its things, panning and
 * zooming by keys.
 */
import type { Ref } from 'vue'
import { addPlace } from '@core/plan/edit'
import { usePlan } from '@/stores/plan'
import { flatten, snapped, unflatten, type Flat, type View } from './drawing'
import { positionOfThing, useMoving } from './moving'
import { useSelection, type Picked } from './selection'
import type { Screen } from './useScreen'
import type { ThingShapes } from './useThingShapes'

export const useGestures = (
  view: View,
  svg: Ref<SVGSVGElement | null>,
  { port, at }: Screen,
  heads: ThingShapes['heads']
) => {
  const store = usePlan()
  const selection = useSelection()
  const { moveTo, aimAt } = useMoving()

  const drag = (thing: Picked) => ({
    at: () => at(positionOfThing(store.plan!, thing) ?? [0, 0, 0]),
    move: (x: number, y: number, free: boolean, key: string) => {
      const now = positionOfThing(store.plan!, thing)
      if (!now) return
      const to = unflatten(view, port.toPlane([x, y]), now)
      moveTo(
        thing,
        free || thing.kind === 'place' || thing.kind === 'prop' ? to : snapped(to, 1.5),
        key
      )
    }
  })
  const turn = (id: string) => ({
    at: () => heads.value.find((each) => each.light.id === id)!.look,
    move: (x: number, y: number, _free: boolean, key: string) =>
      aimAt(
        { kind: 'light', id },
        unflatten(
          view,
          port.toPlane([x, y]),
          heads.value.find((each) => each.light.id === id)!.lookAt
        ),
        key
      )
  })
  const NUDGES: Record<string, Flat> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1]
  }
  const nudge = (event: KeyboardEvent, thing: Picked): void => {
    const by = NUDGES[event.key]
    const now = by && positionOfThing(store.plan!, thing)
    if (!by || !now) return
    event.preventDefault()
    event.stopPropagation()
    const size = event.shiftKey ? 10 : 1
    const [h, v] = flatten(view, now)
    moveTo(thing, unflatten(view, [h + by[0] * size, v + by[1] * size], now), `nudge ${thing.id}`)
  }
  /**
   * A double click on an empty spot puts a place there; what the view does not show stays level
   * with the focus point.
   */
  const placeHere = (event: MouseEvent): void => {
    if ((event.target as Element).closest('[data-thing]')) return
    const area = svg.value!.getBoundingClientRect()
    const [x, y, z] = unflatten(
      view,
      port.toPlane([event.clientX - area.left, event.clientY - area.top]),
      [0, 0, 0]
    )
    const next = addPlace(store.plan!, Math.round(x), Math.round(y), Math.round(z))
    if (next === store.plan!) return
    store.replace(next, 'add a place')
    selection.pick('place', next.places[next.places.length - 1]!.id)
  }
  const onKey = (event: KeyboardEvent): void => {
    const by = NUDGES[event.key]
    if (event.key === '+' || event.key === '=') port.zoomBy(1.25)
    else if (event.key === '-') port.zoomBy(0.8)
    else if (event.key === '0') port.refit()
    else if (by) port.panBy(-by[0] * 40, -by[1] * 40)
    else return
    event.preventDefault()
  }

  return { drag, turn, nudge, placeHere, onKey }
}
export type Gestures = ReturnType<typeof useGestures>

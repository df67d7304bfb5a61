/** Moving what stands in the set, each movement one undoable step. Locked figures stay. */
import type { AimedPath } from '@core/plan/path'
import type { LightId, Plan, Position } from '@core/plan/plan'
import { anglesOf, pointOf, positionOf, sub, unit, type Vec } from '@core/set/vec'
import { propStanding } from '@core/set/props'
import { transportOf } from '@core/set/remembered'
import { usePlan } from '@/stores/plan'
import type { Picked } from './selection'

const tidy = (value: number): number => Number(value.toFixed(3))
const tidyPosition = (at: Position): Position => ({
  distanceMm: Math.max(5, tidy(at.distanceMm)),
  azimuthDeg: tidy(at.azimuthDeg),
  elevationDeg: tidy(at.elevationDeg)
})

/** Path of a light or card, which are placed by distance, azimuth and elevation. */
const placedPath = ({ kind, id }: Picked): AimedPath =>
  kind === 'light' ? `lights.${id as LightId}` : `cards.${id}`

export function positionOfThing(plan: Plan, { kind, id }: Picked): Vec | null {
  if (kind === 'place') {
    const place = plan.places.find((each) => each.id === id)
    return place ? [place.xMm, place.yMm, place.zMm] : null
  }
  if (kind === 'prop') {
    const prop = plan.props.find((each) => each.id === id)
    return prop ? propStanding(plan, prop).at : null
  }
  if (kind === 'card') {
    const card = plan.cards.find((each) => each.id === id)
    return card ? pointOf(card.at) : null
  }
  const index = plan.lights.findIndex((each) => each.id === id)
  return index < 0 ? null : transportOf(plan).scene.heads[index]!.at
}

export function useMoving() {
  const store = usePlan()

  /** What rests on something keeps its height. */
  const moveProp = (draft: Plan, id: string, to: Vec): void => {
    const prop = draft.props.find((each) => each.id === id)
    if (!prop) return
    const fixed = (part: 'xMm' | 'yMm' | 'zMm') => store.isLocked(`props.${id}.${part}`)
    if (!fixed('xMm')) prop.xMm = tidy(to[0])
    if (!fixed('yMm') && prop.rests === 'free') prop.yMm = tidy(to[1])
    if (!fixed('zMm')) prop.zMm = tidy(to[2])
  }

  /** @param mergeKey movements with the same key are one undo step */
  const moveTo = (thing: Picked, to: Vec, mergeKey: string): void => {
    const path = placedPath(thing)
    const fixed = (part: keyof Position) => store.isLocked(`${path}.at.${part}`)
    store.update(
      `move ${thing.id}`,
      (draft) => {
        if (thing.kind === 'place') {
          const place = draft.places.find((each) => each.id === thing.id)
          if (place) Object.assign(place, { xMm: tidy(to[0]), yMm: tidy(to[1]), zMm: tidy(to[2]) })
          return
        }
        if (thing.kind === 'prop') {
          moveProp(draft, thing.id, to)
          return
        }
        const owner =
          thing.kind === 'light'
            ? draft.lights.find((each) => each.id === thing.id)
            : draft.cards.find((each) => each.id === thing.id)
        if (!owner || ('mount' in owner && owner.mount === 'lens')) return
        const next = tidyPosition(positionOf(to))
        owner.at = {
          distanceMm: fixed('distanceMm') ? owner.at.distanceMm : next.distanceMm,
          azimuthDeg: fixed('azimuthDeg') ? owner.at.azimuthDeg : next.azimuthDeg,
          elevationDeg: fixed('elevationDeg') ? owner.at.elevationDeg : next.elevationDeg
        }
      },
      mergeKey
    )
  }

  /** Turns a light or card to look at a point; at the focus point when that is within 3°. */
  const aimAt = (thing: Picked, point: Vec, mergeKey: string): void => {
    const from = positionOfThing(store.plan!, thing)
    if (!from) return
    const look = unit(sub(point, from))
    const home = unit(sub([0, 0, 0], from))
    const off =
      (Math.acos(Math.min(1, look[0] * home[0] + look[1] * home[1] + look[2] * home[2])) * 180) /
      Math.PI
    store.update(
      `aim ${thing.id}`,
      (draft) => {
        const owner =
          thing.kind === 'light'
            ? draft.lights.find((each) => each.id === thing.id)
            : draft.cards.find((each) => each.id === thing.id)
        if (!owner) return
        const { azimuthDeg, elevationDeg } = anglesOf(look)
        owner.aim =
          off < 3
            ? { kind: 'place', place: 'focus' }
            : { kind: 'free', azimuthDeg: tidy(azimuthDeg), elevationDeg: tidy(elevationDeg) }
      },
      mergeKey
    )
  }
  return { moveTo, aimAt }
}

/** Moving what stands in the set, each movement one undoable step. Locked figures stay. */
import type { Plan, Spot } from '@core/plan/plan'
import { anglesOf, pointOf, spotOf, sub, unit, type Vec } from '@core/set/vec'
import { transportOf } from '@core/set/transport'
import { usePlan } from '@/stores/plan'
import type { Picked } from './selection'

const tidy = (value: number): number => Number(value.toFixed(3))
const tidySpot = (spot: Spot): Spot => ({
  distanceMm: Math.max(5, tidy(spot.distanceMm)),
  turnDeg: tidy(spot.turnDeg),
  heightDeg: tidy(spot.heightDeg)
})

export const pathOf = (plan: Plan, { kind, id }: Picked): string => {
  const list = kind === 'light' ? plan.lights : kind === 'card' ? plan.cards : plan.places
  return `${kind}s.${list.findIndex((each) => each.id === id)}`
}

export const positionOfThing = (plan: Plan, { kind, id }: Picked): Vec | null => {
  if (kind === 'place') {
    const place = plan.places.find((each) => each.id === id)
    return place ? [place.xMm, place.yMm, place.zMm] : null
  }
  if (kind === 'card') {
    const card = plan.cards.find((each) => each.id === id)
    return card ? pointOf(card.at) : null
  }
  const index = plan.lights.findIndex((each) => each.id === id)
  return index < 0 ? null : transportOf(plan).scene.heads[index]!.at
}

export const useMoving = () => {
  const store = usePlan()

  /** @param mergeKey movements with the same key are one undo step */
  const moveTo = (thing: Picked, to: Vec, mergeKey: string): void => {
    const plan = store.plan!
    const path = pathOf(plan, thing)
    const fixed = (part: string) => store.isLocked(`${path}.at.${part}`)
    store.update(
      `move ${thing.id}`,
      (draft) => {
        if (thing.kind === 'place') {
          const place = draft.places.find((each) => each.id === thing.id)
          if (place) Object.assign(place, { xMm: tidy(to[0]), yMm: tidy(to[1]), zMm: tidy(to[2]) })
          return
        }
        const owner =
          thing.kind === 'light'
            ? draft.lights.find((each) => each.id === thing.id)
            : draft.cards.find((each) => each.id === thing.id)
        if (!owner || ('mount' in owner && owner.mount === 'lens')) return
        const next = tidySpot(spotOf(to))
        owner.at = {
          distanceMm: fixed('distanceMm') ? owner.at.distanceMm : next.distanceMm,
          turnDeg: fixed('turnDeg') ? owner.at.turnDeg : next.turnDeg,
          heightDeg: fixed('heightDeg') ? owner.at.heightDeg : next.heightDeg
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
        const { turnDeg, heightDeg } = anglesOf(look)
        owner.aim =
          off < 3
            ? { kind: 'place', place: 'focus' }
            : { kind: 'free', turnDeg: tidy(turnDeg), heightDeg: tidy(heightDeg) }
      },
      mergeKey
    )
  }
  return { moveTo, aimAt }
}

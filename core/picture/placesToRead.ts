/** Where in the file of a frame each place of the ledger can be read. */
import type { Place, Plan } from '../plan/plan'
import { placeShown } from './atPlace'
import { worldOf } from './world'

export interface PlaceToRead {
  readonly place: Place
  /** shares of the file's width from the left, and of its height from the top */
  readonly x: number
  readonly y: number
}

/**
 * Places that show in the picture, in the ledger's order; none that is hidden, faces away or lies
 * outside. The file shows the whole sensor, whatever part of it is in use.
 */
export function placesToRead(plan: Plan): PlaceToRead[] {
  const world = worldOf(plan)
  const { crop } = plan.focus
  return world.scene.places.flatMap((place) => {
    const shown = placeShown(world, place)
    return shown
      ? [{ place: place.id, x: 0.5 + shown.x / 2 / crop, y: 0.5 - shown.y / 2 / crop }]
      : []
  })
}

/** Where a place lies in the file of a frame. */
import type { Place, Plan } from '../plan/plan'
import { project } from './camera'
import { sceneOf } from './scene'

/**
 * A place as shares of the file's width (from the left) and height (from the top). The file shows
 * the whole sensor, whatever part of it is in use.
 * @returns null where the place is not there, lies outside the picture, or beside the lens
 */
export function placeInPicture(
  plan: Plan,
  place: Place
): { readonly x: number; readonly y: number } | null {
  const { places, pose } = sceneOf(plan)
  const spot = places.find((each) => each.id === place)
  const seen = spot && project(pose, spot.at)
  if (!seen) return null
  const x = 0.5 + seen.x / 2 / plan.focus.crop
  const y = 0.5 - seen.y / 2 / plan.focus.crop
  return x < 0 || x > 1 || y < 0 || y > 1 ? null : { x, y }
}

/** What the picture shows of a place of the ledger. */
import { projectInFrame } from '../set/camera'
import type { PlacePoint } from '../set/places'
import type { World } from './world'

/** A place is what the lens sees there when nothing lies nearer by more than this share. */
const SAME = 2e-4

/**
 * Where a place shows in the picture.
 * @returns x and y from −1 to 1, + right and up; null where it is hidden, faces away or lies outside
 */
export function placeShown(
  { scene, seen }: World,
  place: PlacePoint
): { readonly x: number; readonly y: number } | null {
  const spot = projectInFrame(scene.pose, place.at)
  if (!spot) return null
  const { pupil, frontMm, pupilMm } = scene.pose
  const ray = new Float64Array(8)
  for (let k = 0; k < 3; k++) {
    ray[k] = pupil[k]!
    ray[3 + k] = place.at[k]! - pupil[k]!
  }
  ray[6] = Math.max(0, 1 - frontMm / pupilMm)
  ray[7] = 1 - SAME
  return seen.nearest(ray, new Float64Array(7)) < 0 ? spot : null
}

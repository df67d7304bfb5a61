/** What the picture shows of a place of the ledger, and what it shows at a spot. */
import { HIT } from '../set/surface'
import { projectInFrame, rayThrough } from '../set/camera'
import type { PlacePoint } from '../set/places'
import { isClear } from '../set/seenPlaces'
import { distance, unit, type Vec } from '../set/vec'
import type { World } from './world'

/** A place is what the lens sees there when nothing lies nearer by more than this share. */
const SAME = 2e-4

const rayFrom = ({ scene }: World, way: Vec, most: number): Float64Array => {
  const { pupil, frontMm, pupilMm } = scene.pose
  return Float64Array.of(...pupil, ...way, Math.max(0, 1 - frontMm / pupilMm), most)
}

/**
 * Where a place shows in the picture.
 * @returns x and y from −1 to 1, + right and up; null where it is hidden, faces away or lies outside
 */
export function placeShown(
  world: World,
  place: PlacePoint
): { readonly x: number; readonly y: number } | null {
  const { pose } = world.scene
  const spot = place.id === 'lens' ? null : projectInFrame(pose, place.at)
  if (!spot) return null
  const way: Vec = [
    place.at[0] - pose.pupil[0],
    place.at[1] - pose.pupil[1],
    place.at[2] - pose.pupil[2]
  ]
  const facing =
    place.normal === null
      ? -1
      : way[0] * place.normal[0] + way[1] * place.normal[1] + way[2] * place.normal[2]
  if (facing >= 0) return null
  return world.seen.nearest(rayFrom(world, way, 1 - SAME), new Float64Array(HIT)) < 0 ? spot : null
}

export interface SurfaceShown {
  /** name of the surface in the set */
  readonly id: string
  readonly at: Vec
  /** unit, towards the lens */
  readonly normal: Vec
}

/**
 * What the middle of the lens sees at a spot of the frame.
 * @param x,y −1 to 1, + right and up
 */
export function surfaceShown(world: World, x: number, y: number): SurfaceShown | null {
  const hit = new Float64Array(HIT)
  const way = rayThrough(world.scene.pose, x, y)
  const index = world.seen.nearest(rayFrom(world, way, Infinity), hit)
  if (index < 0) return null
  return {
    id: world.seen.list[index]!.id,
    at: [hit[1]!, hit[2]!, hit[3]!],
    normal: unit([hit[4]!, hit[5]!, hit[6]!])
  }
}

/**
 * The same where the subject is clear: the subject itself, not what shows through it.
 * @param x,y −1 to 1, + right and up
 */
export function touched(world: World, x: number, y: number): SurfaceShown | null {
  const shown = surfaceShown(world, x, y)
  const { plan, clear, scene } = world
  if (!clear || !isClear(plan)) return shown
  const hit = new Float64Array(HIT)
  const way = rayThrough(scene.pose, x, y)
  const index = clear.faces.nearest(rayFrom(world, way, Infinity), hit)
  if (index < 0 || clear.faces.list[index]!.id !== 'subject') return shown
  const at: Vec = [hit[1]!, hit[2]!, hit[3]!]
  if (shown && distance(scene.pose.pupil, shown.at) < distance(scene.pose.pupil, at)) return shown
  return { id: 'subject', at, normal: unit([hit[4]!, hit[5]!, hit[6]!]) }
}

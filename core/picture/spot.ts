/**
 * A light moved by its spot on the subject: where it shows, and where it must stand to show elsewhere.
 * Source: law of reflection.
 */
import { project } from '../set/camera'
import { highlightOn } from '../set/highlight'
import { isCurved } from '../set/mirror'
import { pointFacing } from '../set/subjectBody'
import { add, dot, scale, sub, unit, type Vec } from '../set/vec'
import { surfaceShown } from './atPlace'
import type { World } from './world'

export interface SpotShown {
  /** −1 to 1, + right and up */
  readonly x: number
  readonly y: number
}

/**
 * Where in the picture a light lights the subject most as the lens sees it: at its highlight, or where
 * the surface looks half toward the light and half toward the lens.
 * @param index of the light
 */
export function spotOf({ plan, scene }: World, index: number): SpotShown | null {
  const { pose, heads } = scene
  const { at } = heads[index]!
  const highlight = isCurved(plan.subject) ? highlightOn(plan.subject, pose.pupil, at) : null
  const half = unit(add(unit(at, pose.toCamera), pose.toCamera), pose.toCamera)
  const spot = project(pose, (highlight ?? pointFacing(plan.subject, half)).at)
  if (!spot) return null
  const within = (value: number): number => Math.max(-0.98, Math.min(0.98, value))
  return { x: within(spot.x), y: within(spot.y) }
}

/**
 * Where a light must stand, as far from the focus point as it does, to be mirrored at a spot of the
 * subject.
 * @param x,y −1 to 1, + right and up
 * @returns null where the picture does not show the subject there
 */
export function standingFor(world: World, x: number, y: number, distanceMm: number): Vec | null {
  const met = surfaceShown(world, x, y)
  if (met?.id !== 'subject') return null
  const way = unit(sub(met.at, world.scene.pose.pupil))
  const back = sub(way, scale(met.normal, 2 * dot(way, met.normal)))
  // Along the mirrored ray to the ball of that distance round the focus point.
  const along = dot(met.at, back)
  const under = along * along + distanceMm * distanceMm - dot(met.at, met.at)
  return under < 0 ? null : add(met.at, scale(back, Math.sqrt(under) - along))
}

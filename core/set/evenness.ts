/**
 * How evenly a light falls: over the picture, on a flat held in the plane of focus, facing the lens;
 * and over what the lens sees of the background. Straight light alone, without the subject, which
 * has its own places, nor the table under it; flags, cards and bodies count.
 */
import type { Plan } from '../plan/plan'
import { rayThrough } from './camera'
import { gather, newGathered } from './gather'
import { alongToPlane } from './onSheet'
import { sceneOf, type Scene } from './scene'
import { surfacesOf, type Surfaces } from './surface'
import { add, dot, scale, sub, type Vec } from './vec'

/** Places looked at across and down the frame. */
export const [COLUMNS, ROWS] = [11, 7]

/** A spot of the frame, −1 to 1 each way, + right and up, and its light against the brightest. */
export interface Spot {
  readonly x: number
  readonly y: number
  /** stops, ≤ 0; −Infinity where none falls */
  readonly stops: number
}
export interface Evenness {
  /** row by row from the top left; null where the background does not reach */
  readonly spots: readonly (Spot | null)[]
  readonly best: Spot
  readonly worst: Spot
}

interface Surface {
  readonly at: Vec
  readonly normal: Vec
}

/** @returns null where no light falls anywhere, or nothing is there */
function over(
  { heads }: Scene,
  index: number,
  things: Surfaces,
  surfaceAt: (x: number, y: number) => Surface | null
): Evenness | null {
  const into = newGathered()
  const found = Array.from({ length: COLUMNS * ROWS }, (_, k) => {
    const x = ((k % COLUMNS) / (COLUMNS - 1)) * 2 - 1
    const y = 1 - (Math.floor(k / COLUMNS) / (ROWS - 1)) * 2
    const surface = surfaceAt(x, y)
    if (!surface) return null
    gather(heads[index]!, things, surface.at, surface.normal, -1, into)
    return { x, y, light: into.direct }
  })
  const most = Math.max(0, ...found.map((each) => each?.light ?? 0))
  if (!(most > 0)) return null
  const spots = found.map(
    (each): Spot | null => each && { x: each.x, y: each.y, stops: Math.log2(each.light / most) }
  )
  const there = spots.filter((each) => each !== null)
  const by = (better: (a: Spot, b: Spot) => boolean): Spot =>
    there.reduce((best, each) => (better(each, best) ? each : best))
  return {
    spots,
    best: by((a, b) => a.stops > b.stops),
    worst: by((a, b) => a.stops < b.stops)
  }
}

/** Evenness of one light, by its index. */
export function evennessOf(
  plan: Plan,
  index: number
): { readonly frame: Evenness | null; readonly background: Evenness | null } {
  const scene = sceneOf(plan)
  const { pose, background, standing } = scene
  const things = (without: readonly string[]): Surfaces =>
    surfacesOf(standing.list.filter(({ id }) => !without.includes(id)))
  const inFocus = (x: number, y: number): Surface => ({
    at: add(pose.pupil, rayThrough(pose, x, y)),
    normal: pose.toCamera
  })
  const behind = (x: number, y: number): Surface | null => {
    const ray = rayThrough(pose, x, y)
    const k = alongToPlane(background, pose.pupil, ray)
    if (k === null || k <= 0) return null
    const at = add(pose.pupil, scale(ray, k))
    const off = sub(at, background.at)
    return Math.abs(dot(off, background.across)) <= background.halfAcross &&
      Math.abs(dot(off, background.upward)) <= background.halfUpward
      ? { at, normal: background.normal }
      : null
  }
  return {
    frame: over(scene, index, things(['subject', 'table']), inFocus),
    background: over(scene, index, things(['subject', 'background']), behind)
  }
}

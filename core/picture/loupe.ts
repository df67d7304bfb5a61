/** Parts of the picture at the camera's own pixels: where to look, and how light spreads there. */
import { pixelPitchMm } from '../kit/kit'
import { airyDiscOf, neededDepthMm } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import { dot } from '../set/vec'
import { diffracted } from './airy'
import { surfaceShown } from './atPlace'
import type { Window } from './film'
import { grainOf } from './grain'
import { momentGroups } from './moment'
import type { Picture } from './picture'
import type { Extras } from './trace'
import type { World } from './world'

/** A spot of the frame, −1 to 1, + right and up. */
export interface Spot {
  readonly x: number
  readonly y: number
}

/** Pixels of the camera across the frame in use. */
const pixelsAcross = ({ camera, focus }: Plan): number => camera.pixelsWide / focus.crop
const pixelsUp = ({ camera, focus }: Plan): number => camera.pixelsHigh / focus.crop

/** The part of the frame round a spot that so many pixels of the camera take in, square. */
export function loupeWindow(plan: Plan, { x, y }: Spot, pixels: number): Window {
  const across = pixels / pixelsAcross(plan)
  const up = pixels / pixelsUp(plan)
  return { left: x - across, right: x + across, top: y + up, bottom: y - up }
}

/** Fine detail on the subject as a loupe draws it. */
export const loupeLook = (plan: Plan, moving: boolean): Extras => ({
  ...(moving && { moments: momentGroups(plan, 0) }),
  grain: grainOf(pixelPitchMm(plan.camera) / plan.focus.magnification)
})

/** Dots a print has to an inch. Source: common practice, no source. */
export const PRINT_DPI = 300
const MM_PER_INCH = 25.4

/** How long so many dots of a print are, mm. */
export const printedMm = (dots: number): number => (dots / PRINT_DPI) * MM_PER_INCH

/** Pixels of the camera that each dot of a print of the whole frame stands for. */
export const pixelsPerDot = (plan: Plan, printWidthMm: number): number =>
  pixelsAcross(plan) / ((printWidthMm / MM_PER_INCH) * PRINT_DPI)

/**
 * The light of every source spread by the lens's aperture, as pixels of the camera take it.
 * @param per pixels of the camera that each of the picture stands for
 */
export function withDiffraction(picture: Picture, plan: Plan, per = 1): Picture {
  const disc = airyDiscOf(plan) / pixelPitchMm(plan.camera) / per
  const { width, height, sources } = picture
  const size = width * height * 3
  const light = new Float32Array(picture.light.length)
  for (let s = 0; s < sources; s++)
    light.set(
      diffracted(picture.light.subarray(s * size, (s + 1) * size), width, height, disc),
      s * size
    )
  return { ...picture, light }
}

export interface DepthSpot extends Spot {
  readonly id: 'near' | 'middle' | 'far'
  /** toward the lens from the plane of focus, mm */
  readonly depthMm: number
}

/** Lines a side over which the picture is searched. */
const LINES = 61

/**
 * Where the subject shows nearest to the near end, the middle and the far end of the depth that must
 * be sharp; none where the picture shows no subject.
 */
export function depthSpots(world: World): DepthSpot[] {
  const { plan, scene } = world
  const half = neededDepthMm(plan) / 2
  const found: { readonly x: number; readonly y: number; readonly depthMm: number }[] = []
  for (let i = 0; i < LINES; i++)
    for (let k = 0; k < LINES; k++) {
      const [x, y] = [(1.96 * i) / (LINES - 1) - 0.98, (1.96 * k) / (LINES - 1) - 0.98]
      const met = surfaceShown(world, x, y)
      if (met?.id === 'subject') found.push({ x, y, depthMm: dot(met.at, scene.pose.toCamera) })
    }
  if (found.length === 0) return []
  const nearest = (wanted: number): { x: number; y: number; depthMm: number } =>
    found.reduce((best, each) => {
      const [a, b] = [Math.abs(each.depthMm - wanted), Math.abs(best.depthMm - wanted)]
      // Of those as deep, the one nearest to the middle.
      const closer = Math.hypot(each.x, each.y) < Math.hypot(best.x, best.y)
      return a < b - 1e-3 || (a < b + 1e-3 && closer) ? each : best
    })
  return [
    { id: 'near', ...nearest(half) },
    { id: 'middle', ...nearest(0) },
    { id: 'far', ...nearest(-half) }
  ]
}

/** Steps of a search for an edge, halving what is left of the frame. */
const HALVINGS = 14

/**
 * Where to look at what moves: its foremost edge, across the frame through its middle; the middle
 * where no edge is in the frame.
 */
export function movingSpot(world: World): Spot {
  const seen = (x: number): boolean => surfaceShown(world, x, 0)?.id === 'subject'
  if (!seen(0) || seen(0.98)) return { x: 0, y: 0 }
  let [inside, outside] = [0, 0.98]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (inside + outside) / 2
    if (seen(middle)) inside = middle
    else outside = middle
  }
  return { x: inside, y: 0 }
}

/**
 * Shadows that things cast on a face's plane, seen from a point before it: a line from the point to
 * a spot of that plane is straight in the spot's two coordinates, so each thing is turned into its
 * own axes once and then asked for many spots. Round each shadow a rectangle is known, so that most
 * spots need not be asked for. One point and one face at a time; nothing is allocated. Source: math,
 * central projection.
 */
import type { Emitter } from './emitter'
import { EXTENT, MESH, RECTANGLE, RING, ROW } from './packed'
import { BOX, EPS, passesThrough } from './solid'
import type { Surfaces } from './surface'
import type { Vec } from './vec'

const MOST = 64
/** Numbers of a thing in its own axes: the point, the way to the face's middle, per mm across and up. */
const STEPS = 12
const steps = new Float64Array(MOST * STEPS)
/** Least and most across and up of a shadow; infinite where the thing reaches beside the point. */
const boxes = new Float64Array(MOST * 4)
const things = new Int32Array(MOST)
const holes = new Float64Array(MOST)
let surfaces!: Surfaces
const ray = new Float64Array(8)

/** A thing nearer to the point's own plane than this, against the face's distance, reaches past it. */
const BESIDE = 1e-6

/** A thing over the face: its middle against the point, and its half axes: across, up, away from it. */
const reaches = new Float64Array(EXTENT)

/** Puts the rectangle round the shadow of thing `k`, by the corners of the box round the thing. */
function putBox(k: number, { at, axis, across, upward }: Emitter, over: Vec): void {
  const { extents } = surfaces.packed
  const from = things[k]! * EXTENT
  for (let i = 0; i < EXTENT; i += 3) {
    // The middle is a point, the rest are ways.
    const x = extents[from + i]! - (i === 0 ? at[0] : 0)
    const y = extents[from + i + 1]! - (i === 0 ? at[1] : 0)
    const z = extents[from + i + 2]! - (i === 0 ? at[2] : 0)
    reaches[i] = x * across[0] + y * across[1] + z * across[2] - (i === 0 ? over[0] : 0)
    reaches[i + 1] = x * upward[0] + y * upward[1] + z * upward[2] - (i === 0 ? over[1] : 0)
    reaches[i + 2] = (i === 0 ? over[2] : 0) - (x * axis[0] + y * axis[1] + z * axis[2])
  }
  const o = 4 * k
  boxes[o] = boxes[o + 2] = Infinity
  boxes[o + 1] = boxes[o + 3] = -Infinity
  for (let corner = 0; corner < 8; corner++) {
    const a = corner & 1 ? 1 : -1
    const b = corner & 2 ? 1 : -1
    const c = corner & 4 ? 1 : -1
    const far = reaches[2]! + a * reaches[5]! + b * reaches[8]! + c * reaches[11]!
    if (far <= BESIDE * over[2]) {
      boxes[o] = boxes[o + 2] = -Infinity
      boxes[o + 1] = boxes[o + 3] = Infinity
      return
    }
    const stretch = over[2] / far
    const u = reaches[0]! + a * reaches[3]! + b * reaches[6]! + c * reaches[9]!
    const v = reaches[1]! + a * reaches[4]! + b * reaches[7]! + c * reaches[10]!
    boxes[o] = Math.min(boxes[o]!, over[0] + u * stretch)
    boxes[o + 1] = Math.max(boxes[o + 1]!, over[0] + u * stretch)
    boxes[o + 2] = Math.min(boxes[o + 2]!, over[1] + v * stretch)
    boxes[o + 3] = Math.max(boxes[o + 3]!, over[1] + v * stretch)
  }
}

/**
 * Takes a point and a face in hand.
 * @param over where the point lies over the face: across, up and before it, mm; before it > 0
 * @param some indices of the things that may stand in the way
 * @param count how many of them, MOST at most
 */
export function castShadows(
  emitter: Emitter,
  inSurfaces: Surfaces,
  at: Vec,
  over: Vec,
  some: Int32Array,
  count: number
): void {
  surfaces = inSurfaces
  const { data } = surfaces.packed
  const { across, upward } = emitter
  const dx = emitter.at[0] - at[0]
  const dy = emitter.at[1] - at[1]
  const dz = emitter.at[2] - at[2]
  for (let k = 0; k < count; k++) {
    const i = (things[k] = some[k]!)
    holes[k] = data[i * ROW + 12]!
    for (let axis = 0; axis < 3; axis++) {
      const r = i * ROW + 4 * axis
      const x = data[r]!
      const y = data[r + 1]!
      const z = data[r + 2]!
      const to = k * STEPS + axis
      steps[to] = at[0] * x + at[1] * y + at[2] * z - data[r + 3]!
      steps[to + 3] = dx * x + dy * y + dz * z
      steps[to + 6] = across[0] * x + across[1] * y + across[2] * z
      steps[to + 9] = upward[0] * x + upward[1] * y + upward[2] * z
    }
    putBox(k, emitter, over)
  }
}

/**
 * Whether thing `k` of those in hand may hide a spot of a rectangle of the plane.
 * @param within [4] its least and most across, its least and most up. Rows of numbers here and
 *   below: one by one each would be allocated.
 */
export const mayHide = (k: number, within: Float64Array): boolean =>
  within[0]! < boxes[4 * k + 1]! &&
  within[1]! > boxes[4 * k]! &&
  within[2]! < boxes[4 * k + 3]! &&
  within[3]! > boxes[4 * k + 2]!

/** Whether the shadow of thing `k` is convex. */
export const convexShadow = (k: number): boolean => surfaces.convex(things[k]!)

/** Whether the edge of the shadow of thing `k` is curved; else it is of straight lines. */
export const curvedShadow = (k: number): boolean => {
  const kind = surfaces.packed.kinds[things[k]!]!
  return kind !== RECTANGLE && kind !== BOX
}

/** Whether thing `k` of those in hand hides a spot of the plane: across and up, mm, at `at` of a row. */
export function hides(k: number, spots: Float64Array, at: number): boolean {
  const u = spots[at]!
  const v = spots[at + 1]!
  const o = k * STEPS
  const kind = surfaces.packed.kinds[things[k]!]!
  const dx = steps[o + 3]! + u * steps[o + 6]! + v * steps[o + 9]!
  const px = steps[o]!
  // Of a flat thing the first axis is its normal: most lines have both ends on one side.
  if (kind <= RING && px * (px + dx) >= 0) return false
  const dy = steps[o + 4]! + u * steps[o + 7]! + v * steps[o + 10]!
  const dz = steps[o + 5]! + u * steps[o + 8]! + v * steps[o + 11]!
  if (kind <= RING) {
    const t = -px / dx
    if (t <= EPS || t >= 1 - EPS) return false
    const x = steps[o + 1]! + dy * t
    const y = steps[o + 2]! + dz * t
    if (kind === RECTANGLE) return x <= 1 && x >= -1 && y <= 1 && y >= -1
    const r2 = x * x + y * y
    return r2 <= 1 && r2 >= holes[k]!
  }
  ray[0] = px
  ray[1] = steps[o + 1]!
  ray[2] = steps[o + 2]!
  ray[3] = dx
  ray[4] = dy
  ray[5] = dz
  if (kind === MESH) {
    ray[6] = EPS
    ray[7] = 1 - EPS
    return surfaces.packed.meshes[things[k]!]!.any(ray)
  }
  return passesThrough(kind, ray)
}

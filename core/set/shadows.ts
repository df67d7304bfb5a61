/**
 * Shadows that things cast on a face's plane, seen from a point before it: a line from the point to
 * a spot of that plane is straight in the spot's two coordinates, so each thing is turned into its
 * own axes once and then asked for many spots. Round each shadow a rectangle is known, so that most
 * spots need not be asked for. One point and one face at a time; nothing is allocated. Source: math,
 * central projection.
 */
import type { Emitter } from './emitter'
import { EPS, MESH, RECTANGLE, RING, ROW } from './packed'
import { isSheet } from './shapes'
import { BOX, throughSolid } from './solid'
import type { Surfaces } from './surface'
import { dot, type Vec } from './vec'

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

/** Puts the rectangle round the shadow of thing `k`. */
function putBox(k: number, emitter: Emitter, over: Vec): void {
  const each = surfaces.list[things[k]!]!
  const { at, axis, across, upward } = emitter
  const o = 4 * k
  boxes[o] = boxes[o + 2] = Infinity
  boxes[o + 1] = boxes[o + 3] = -Infinity
  const dx = each.at[0] - at[0]
  const dy = each.at[1] - at[1]
  const dz = each.at[2] - at[2]
  const ahead = over[2]
  const u = dx * across[0] + dy * across[1] + dz * across[2] - over[0]
  const v = dx * upward[0] + dy * upward[1] + dz * upward[2] - over[1]
  const w = ahead - (dx * axis[0] + dy * axis[1] + dz * axis[2])
  const flat = isSheet(each)
  const [a, b] = flat ? [each.across, each.upward] : each.axes
  const c = flat ? null : each.axes[2]
  const [ha, hb] = flat ? [each.halfAcross, each.halfUpward] : each.half
  const hc = flat ? 0 : each.half[2]
  const [au, av, aw] = [ha * dot(a, across), ha * dot(a, upward), -ha * dot(a, axis)]
  const [bu, bv, bw] = [hb * dot(b, across), hb * dot(b, upward), -hb * dot(b, axis)]
  const [cu, cv, cw] = c
    ? [hc * dot(c, across), hc * dot(c, upward), -hc * dot(c, axis)]
    : [0, 0, 0]
  for (let corner = c ? 7 : 3; corner >= 0; corner--) {
    const i = corner & 1 ? 1 : -1
    const j = corner & 2 ? 1 : -1
    const m = corner & 4 ? 1 : -1
    const far = w + i * aw + j * bw + m * cw
    if (far <= BESIDE * ahead) {
      boxes[o] = boxes[o + 2] = -Infinity
      boxes[o + 1] = boxes[o + 3] = Infinity
      return
    }
    const onU = over[0] + ((u + i * au + j * bu + m * cu) * ahead) / far
    const onV = over[1] + ((v + i * av + j * bv + m * cv) * ahead) / far
    if (onU < boxes[o]!) boxes[o] = onU
    if (onU > boxes[o + 1]!) boxes[o + 1] = onU
    if (onV < boxes[o + 2]!) boxes[o + 2] = onV
    if (onV > boxes[o + 3]!) boxes[o + 3] = onV
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
  if (!throughSolid(kind, ray)) return false
  const near = ray[6]! > 0 ? ray[6]! : 0
  const far = ray[7]! < 1 ? ray[7]! : 1
  return far - near > EPS && far > EPS && near < 1 - EPS
}

/**
 * Light of a head summed over its face: near sources, the cosines at both ends, the beam, and what
 * stands in the way. Where no edge runs across the face (of a shadow, of the beam, of the surface's
 * horizon) a few Gauss–Legendre nodes do; where one does, the face is cut into cells
 * (faceCells.ts). Source: radiometry of extended sources: Lambert's cosine law, inverse square for
 * each sample.
 */
import { putBall } from './between'
import type { Emitter } from './emitter'
import { COARSE, faceCells, FINE } from './faceCells'
import { fromFacePoint } from './faceLight'
import { isClose, spotsNear, turnedSpots } from './faceSpots'
import type { Head } from './heads'
import { levelFor, samplesOf } from './samples'
import type { Scene } from './scene'
import type { Surfaces } from './surface'
import { dot, type Vec } from './vec'

/** Light gathered at a point: straight light with and without what stands in the way. */
export interface Gathered {
  direct: number
  open: number
}
export const newGathered = (): Gathered => ({ direct: 0, open: 0 })

/** From a point the way to another, as for Surfaces.stops. */
const line = new Float64Array(6)

/**
 * Light of a face's sample points at a point with nothing in the way.
 * @param samples x, y, z, weight each
 */
function smooth(emitter: Emitter, samples: Float64Array, at: Vec, normal: Vec | null): number {
  let sum = 0
  for (let i = 0; i < samples.length; i += 4) {
    for (let k = 0; k < 3; k++) line[3 + k] = samples[i + k]! - at[k]!
    sum += samples[i + 3]! * fromFacePoint(emitter, line, normal)
  }
  return sum
}

const near = new Int32Array(64)
const balls = new Float64Array(8)
/**
 * Puts into `into` what may stand between a face and a ball; returns how many. What lies wholly
 * behind the mouth its light comes out of cannot: a head's own body.
 */
export function mayStandBetween(
  emitter: Emitter,
  surfaces: Surfaces,
  at: Vec,
  radiusMm: number,
  on: number,
  into: Int32Array
): number {
  putBall(balls, 0, at, radiusMm)
  putBall(balls, 1, emitter.at, emitter.radiusMm)
  const found = surfaces.between(balls, on, into)
  let count = 0
  for (let k = 0; k < found; k++)
    if (surfaces.reaches(into[k]!, emitter.axis, emitter.mouth)) into[count++] = into[k]!
  return count
}
/**
 * Light of one head at one point.
 * @param normal of the surface there, unit; null: light counts from every side alike
 * @param on index of the surface the point lies on: if convex, it does not shade what it faces; −1:
 *   none
 * @param into filled with what is found
 */
export function gather(
  head: Head,
  surfaces: Surfaces,
  at: Vec,
  normal: Vec | null,
  on: number,
  into: Gathered
): void {
  into.direct = into.open = 0
  for (const emitter of head.emitters) add(emitter, surfaces, at, normal, on, into)
}

/** Adds the light of one face. */
function add(
  emitter: Emitter,
  surfaces: Surfaces,
  at: Vec,
  normal: Vec | null,
  on: number,
  into: Gathered
): void {
  const { axis, limitTan, share } = emitter
  const dx = emitter.at[0] - at[0]
  const dy = emitter.at[1] - at[1]
  const dz = emitter.at[2] - at[2]
  // How far in front of the face's plane the point lies: the same for all of the face.
  const ahead = -(dx * axis[0] + dy * axis[1] + dz * axis[2])
  if (ahead <= 0) return
  const radius = emitter.radiusMm
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
  // Off the axis, against the spot the beam lights at that depth.
  const off = Math.sqrt(Math.max(0, d * d - ahead * ahead))
  const spot = ahead * limitTan
  if (off - radius >= spot) return
  const above = normal === null ? Infinity : dx * normal[0] + dy * normal[1] + dz * normal[2]
  // How far the face's edge lies over and under its middle, seen along the normal.
  const lean = normal === null ? 0 : radius * Math.sqrt(Math.max(0, 1 - dot(normal, axis) ** 2))
  if (above + lean <= 0) return
  const edge = emitter.tube !== null || off + radius > spot || above < 1.3 * lean
  const open = edge
    ? faceCells(emitter, surfaces, at, normal, near, 0, FINE)
    : smooth(
        emitter,
        samplesOf(emitter, levelFor(emitter, Math.min(d, 2 * ahead * emitter.smoothTan))),
        at,
        normal
      )
  if (open <= 0) return
  // What is not convex may shade itself.
  const own = normal !== null && on >= 0 && surfaces.convex(on) ? on : -1
  const count = mayStandBetween(emitter, surfaces, at, 0, own, near)
  into.open += share * open
  into.direct +=
    share *
    (count === 0
      ? open
      : Math.min(open, faceCells(emitter, surfaces, at, normal, near, count, FINE)))
}

/**
 * Whether a beam is narrower than its face, or out of a tube: few samples of the face would miss the
 * part its light comes from.
 * @param spotMm radius of what it lights at a point's depth
 */
export const narrowBeam = (emitter: Emitter, spotMm: number): boolean =>
  emitter.tube !== null || spotMm < 0.6 * emitter.radiusMm

/** Points in a row may take turns with the halves of a face's spots; null: all of them for each. */
export type Half = 0 | 1 | null

/**
 * Straight light of one face at one of many points, by few samples: their errors even out.
 * @param normal of the patch there; null: light counts from every side alike
 * @param things indices of the surfaces that may stand in the way
 * @param many how many of them; −1: to be found
 * @param half of the spots looked at where things are in the way; null: all
 */
export function glance(
  emitter: Emitter,
  surfaces: Surfaces,
  at: Vec,
  normal: Vec | null,
  on: number,
  distanceMm: number,
  things: Int32Array,
  many: number,
  half: Half = null
): number {
  const { axis, limitTan } = emitter
  const dx = emitter.at[0] - at[0]
  const dy = emitter.at[1] - at[1]
  const dz = emitter.at[2] - at[2]
  const ahead = -(dx * axis[0] + dy * axis[1] + dz * axis[2])
  const above = normal === null ? Infinity : dx * normal[0] + dy * normal[1] + dz * normal[2]
  const off = Math.sqrt(Math.max(0, distanceMm * distanceMm - ahead * ahead))
  const spot = ahead * limitTan
  if (off - emitter.radiusMm >= spot) return 0
  const lean =
    normal === null ? 0 : emitter.radiusMm * Math.sqrt(Math.max(0, 1 - dot(normal, axis) ** 2))
  if (above <= -lean) return 0
  const edge = off + emitter.radiusMm > spot || above < lean
  const count = many >= 0 ? many : mayStandBetween(emitter, surfaces, at, 0, on, things)
  const close = isClose(emitter, ahead, off)
  if (emitter.tube !== null || (edge && !close && narrowBeam(emitter, spot)))
    return faceCells(emitter, surfaces, at, normal, things, count, COARSE)
  const few = count > 0 || close
  const spots = close
    ? spotsNear(emitter, at)
    : few
      ? turnedSpots(emitter)
      : samplesOf(emitter, edge ? 2 : 2 * emitter.radiusMm > 0.3 * distanceMm ? 1 : 0)
  const middle = spots.length / 2
  const from = few && half === 1 ? middle : 0
  const to = few && half === 0 ? middle : spots.length
  for (let k = 0; k < 3; k++) line[k] = at[k]!
  let sum = 0
  for (let i = from; i < to; i += 4) {
    const weight = spots[i + 3]!
    if (weight === 0) continue
    for (let k = 0; k < 3; k++) line[3 + k] = spots[i + k]! - at[k]!
    const e = fromFacePoint(emitter, line, normal)
    if (e > 0 && !surfaces.stopped(things, count, line)) sum += weight * e
  }
  return few && half !== null ? 2 * sum : sum
}

/**
 * Straight light of a head at one of many points whose errors even out, by few samples of its faces.
 * @param normal of the surface there, unit; null: light counts from every side alike
 * @param on index of the surface the point lies on; −1: none
 * @param half of the spots, as for glance
 */
export function headGlance(
  head: Head,
  surfaces: Surfaces,
  at: Vec,
  normal: Vec | null,
  on: number,
  half: Half = null
): number {
  const own = on >= 0 && surfaces.convex(on) ? on : -1
  let sum = 0
  for (const emitter of head.emitters) {
    const dx = emitter.at[0] - at[0]
    const dy = emitter.at[1] - at[1]
    const dz = emitter.at[2] - at[2]
    const { axis } = emitter
    if (dx * axis[0] + dy * axis[1] + dz * axis[2] >= 0) continue
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
    sum += emitter.share * glance(emitter, surfaces, at, normal, own, d, near, -1, half)
  }
  return sum
}

/**
 * Straight light of a head at any point of the set, relative as the transport's own.
 * @param index of the light
 * @param normal of the surface there, unit
 */
export function lightAt({ heads, standing }: Scene, index: number, at: Vec, normal: Vec): number {
  const into = newGathered()
  gather(heads[index]!, standing, at, normal, -1, into)
  return into.direct
}

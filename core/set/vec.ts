/**
 * Points and directions of the set, millimetres. One frame for everything: origin at the subject's
 * focus point, x to the right, y up, z level toward the camera's side.
 */
import type { Position } from '../plan/plan'

export type Vec = readonly [number, number, number]

export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const scale = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k]
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
/** Whether two points or directions are one, or neither is there. */
export const sameVec = (a: Vec | null, b: Vec | null): boolean =>
  a === b || (a !== null && b !== null && a[0] === b[0] && a[1] === b[1] && a[2] === b[2])
/** Quicker by far than Math.hypot, and lengths here are nowhere near what overflows. */
const length = (a: Vec): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2])
export const distance = (a: Vec, b: Vec): number => {
  const x = a[0] - b[0]
  const y = a[1] - b[1]
  const z = a[2] - b[2]
  return Math.sqrt(x * x + y * y + z * z)
}
/** Length of a flat vector. */
export const length2 = (u: number, v: number): number => Math.sqrt(u * u + v * v)
/** The same direction with length 1; `otherwise` for a vector of no length. */
export function unit(a: Vec, otherwise: Vec = [0, 0, 1]): Vec {
  const size = length(a)
  return size > 1e-12 ? scale(a, 1 / size) : otherwise
}

const RAD = Math.PI / 180
export const toRad = (deg: number): number => deg * RAD
export const toDeg = (rad: number): number => rad / RAD

/**
 * Unit direction of an azimuth (0 toward the camera's side, + right) and an elevation (+ up),
 * degrees.
 */
export const direction = (azimuthDeg: number, elevationDeg: number): Vec => [
  Math.cos(elevationDeg * RAD) * Math.sin(azimuthDeg * RAD),
  Math.sin(elevationDeg * RAD),
  Math.cos(elevationDeg * RAD) * Math.cos(azimuthDeg * RAD)
]
/** The angle between two unit directions, degrees. */
export const angleDeg = (a: Vec, b: Vec): number =>
  toDeg(Math.acos(Math.max(-1, Math.min(1, dot(a, b)))))
/** Azimuth and elevation of a direction, degrees. */
export const anglesOf = (
  v: Vec
): { readonly azimuthDeg: number; readonly elevationDeg: number } => ({
  azimuthDeg: Math.hypot(v[0], v[2]) < 1e-9 ? 0 : Math.atan2(v[0], v[2]) / RAD,
  elevationDeg: Math.atan2(v[1], Math.hypot(v[0], v[2])) / RAD
})
export const pointOf = (spot: Position): Vec =>
  scale(direction(spot.azimuthDeg, spot.elevationDeg), spot.distanceMm)
/**
 * The spot of a point; the direction of the old one is kept for a point at the origin, which has
 * none.
 */
export const positionOf = (p: Vec): Position => ({ distanceMm: length(p), ...anglesOf(p) })

/** A position with so many digits after the point. */
export const tidyPosition = (
  { distanceMm, azimuthDeg, elevationDeg }: Position,
  digits: number
): Position => ({
  distanceMm: Number(distanceMm.toFixed(digits)),
  azimuthDeg: Number(azimuthDeg.toFixed(digits)),
  elevationDeg: Number(elevationDeg.toFixed(digits))
})

/** An angle of one turn too many or too few, −180 to 180 degrees. */
export const wrappedDeg = (deg: number): number =>
  deg > 180 ? deg - 360 : deg < -180 ? deg + 360 : deg

/**
 * Two unit directions square to a unit normal and to each other: `across` level where that is
 * possible, `upward` the other.
 */
export function basisOf(normal: Vec, rollDeg = 0): { readonly across: Vec; readonly upward: Vec } {
  const level = Math.abs(normal[1]) > 0.999999 ? ([1, 0, 0] as Vec) : unit(cross([0, 1, 0], normal))
  const up = cross(normal, level)
  if (rollDeg === 0) return { across: level, upward: up }
  const c = Math.cos(rollDeg * RAD)
  const s = Math.sin(rollDeg * RAD)
  return { across: add(scale(level, c), scale(up, s)), upward: add(scale(up, c), scale(level, -s)) }
}

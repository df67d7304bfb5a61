/**
 * Between which points of a ray the beam of a face may light it: a cone round the beam from all of the
 * face, or all before the face's plane. Source: math, a line and a cone.
 */
import type { Emitter } from './emitter'
import { dot, sub, type Vec } from './vec'

/** First and last, along the ray; first > last where it lights none of it. */
export type Span = readonly [number, number]
const NOWHERE: Span = [Infinity, -Infinity]

/** Where a·t + b > 0. */
const halfLine = (a: number, b: number): Span =>
  a > 0 ? [-b / a, Infinity] : a < 0 ? [-Infinity, -b / a] : b > 0 ? [-Infinity, Infinity] : NOWHERE

/** @param way unit */
export function beamSpan({ at, axis, radiusMm, limitTan }: Emitter, from: Vec, way: Vec): Span {
  const off = sub(from, at)
  const along = dot(way, axis)
  // The cone's tip lies so far behind the face that its rim is in the cone.
  const back = limitTan > 0 ? radiusMm / limitTan : 0
  const ahead = dot(off, axis) + back
  const before = halfLine(along, ahead)
  if (limitTan === Infinity) return before
  const cos2 = 1 / (1 + limitTan * limitTan)
  const tipped = dot(off, off) + 2 * back * dot(off, axis) + back * back
  const a = along * along - cos2
  const b = ahead * along - cos2 * (dot(off, way) + back * along)
  const c = ahead * ahead - cos2 * tipped
  const root2 = b * b - a * c
  if (Math.abs(a) < 1e-12 || root2 <= 0) return a < 0 ? NOWHERE : before
  const root = Math.sqrt(root2)
  const [low, high] =
    a > 0 ? [(-b - root) / a, (-b + root) / a] : [(-b + root) / a, (-b - root) / a]
  // Steeper than the cone it runs through, else it comes in or goes out once.
  if (a < 0) return along * (low + high) + 2 * ahead > 0 ? [low, high] : NOWHERE
  return along > 0 ? [high, Infinity] : [-Infinity, low]
}

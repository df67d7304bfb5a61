/** Points of a flat thing, and of the plane it lies in. */
import type { Sheet } from './surface'
import { add, dot, scale, sub, type Vec } from './vec'

/**
 * How far along a ray it meets the whole plane a sheet lies in, beyond its edges too, in lengths of
 * its direction.
 * @returns null for a ray that runs along the plane
 */
export function alongToPlane(sheet: Sheet, from: Vec, way: Vec): number | null {
  const slope = dot(way, sheet.normal)
  return Math.abs(slope) < 1e-9 ? null : dot(sub(sheet.at, from), sheet.normal) / slope
}

/**
 * A point of a sheet.
 * @param u,v from −1 to 1 across and up
 */
export const pointOn = (sheet: Sheet, u: number, v: number): Vec =>
  add(
    sheet.at,
    add(scale(sheet.across, u * sheet.halfAcross), scale(sheet.upward, v * sheet.halfUpward))
  )

/**
 * Where flat things run through each other (a card dips below the table, the background through
 * it), so that no patch lies on both sides of another thing. Source: math, the line in which two
 * planes meet.
 */
import { pointOn } from './onSheet'
import type { Sheet } from './surface'
import { dot, sub } from './vec'

/** Strips of a sheet: its edges across and up, from −1 to 1. */
export interface Strips {
  readonly us: readonly number[]
  readonly vs: readonly number[]
}

/** Nearer to another edge than this an edge is left out. */
const LEAST = 0.02

const withEdge = (edges: readonly number[], edge: number): readonly number[] =>
  edges.some((each) => Math.abs(each - edge) < LEAST)
    ? edges
    : [...edges, edge].sort((a, b) => a - b)

/** Adds the lines along which other sheets run through this one, where they run nearly straight. */
export function cutAtCrossings(sheet: Sheet, others: readonly Sheet[], strips: Strips): Strips {
  let { us, vs } = strips
  for (const other of others) {
    if (other === sheet || other.id === sheet.id) continue
    const middle = dot(sub(sheet.at, other.at), other.normal)
    const a = dot(sheet.across, other.normal) * sheet.halfAcross
    const b = dot(sheet.upward, other.normal) * sheet.halfUpward
    const upright = Math.abs(a) > Math.abs(b)
    const edge = -middle / (upright ? a : b)
    if (!(Math.abs(edge) < 1)) continue
    const spot = sub(upright ? pointOn(sheet, edge, 0) : pointOn(sheet, 0, edge), other.at)
    const reach = upright ? sheet.halfUpward : sheet.halfAcross
    if (
      Math.abs(dot(spot, other.across)) > other.halfAcross + reach ||
      Math.abs(dot(spot, other.upward)) > other.halfUpward + reach
    )
      continue
    if (upright) us = withEdge(us, edge)
    else vs = withEdge(vs, edge)
  }
  return { us, vs }
}

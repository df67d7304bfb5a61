/**
 * What one edge leaves of a cell of a face, that of a convex shadow or of the region the point gets
 * light from: where the edge crosses the cell's sides is found by halving, between those it is taken
 * for an arc. Source: math, area and middle of a polygon; a parabola's segment is two thirds of the
 * box round it.
 */
import { curvedRim, first, past, putSpot, spot } from './faceRegion'
import { curvedShadow, hides } from './shadows'

/** What is left in triangles: p and q of the middle of each, and its share of the cell. */
export const triangles = { count: 0, rows: new Float64Array(24) }

/** Halvings on the way to an edge. */
const STEPS = 8
/** What rises over its chord by more than this share of it is no arc, and by this no line. */
const [HIGHEST, FLAT] = [0.1, 0.02]

/** The outline of what is left: p and q of each corner; a cell has four, two edges and an arc. */
const outline = new Float64Array(16)
let many = 0
const put = (p: number, q: number): void => {
  outline[2 * many] = p
  outline[2 * many + 1] = q
  many++
}

/** The cell and the edge in hand: middle, half sizes, and at which corners nothing is left. */
const cell = { edge: 0, p: 0, q: 0, halfP: 0, halfQ: 0 }
const hiddenAt = [false, false, false, false]
/** Corners in order round it, in half sizes. */
const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1]
] as const
const cornerP = (k: number): number => cell.p + CORNERS[k]![0] * cell.halfP
const cornerQ = (k: number): number => cell.q + CORNERS[k]![1] * cell.halfQ

const hidden = (p: number, q: number): boolean => {
  putSpot(p, q)
  return cell.edge >= 0 ? hides(cell.edge, spot, 0) : past(cell.edge)
}

const curved = (): boolean =>
  first.sectors || (cell.edge >= 0 ? curvedShadow(cell.edge) : curvedRim(cell.edge))

/** How far along a way the edge lies, 0 to 1; hidden at its start is not as at its end. */
function edgeAlong(p: number, q: number, overP: number, overQ: number, atStart: boolean): number {
  let from = 0
  let step = 0.5
  for (let i = 0; i < STEPS; i++) {
    if (hidden(p + (from + step) * overP, q + (from + step) * overQ) === atStart) from += step
    step /= 2
  }
  return from + step
}

/** Puts where the edge crosses the side that begins at a corner. */
function putEdge(corner: number): void {
  const next = (corner + 1) & 3
  const p = cornerP(corner)
  const q = cornerQ(corner)
  const overP = cornerP(next) - p
  const overQ = cornerQ(next) - q
  const along = edgeAlong(p, q, overP, overQ, hiddenAt[corner]!)
  put(p + along * overP, q + along * overQ)
}

/**
 * Looks at the edge between its two ends, the last and the first of the outline, and puts the top of
 * its arc, so high that the triangle with it is as large as the arc.
 * @returns whether it is a line or an arc
 */
function putArc(): boolean {
  const fromP = outline[2 * many - 2]!
  const fromQ = outline[2 * many - 1]!
  const p = (fromP + outline[0]!) / 2
  const q = (fromQ + outline[1]!) / 2
  // Square to the chord, in half sizes; what is left lies on that side.
  const upP = (-(outline[1]! - fromQ) / cell.halfQ) * cell.halfP
  const upQ = ((outline[0]! - fromP) / cell.halfP) * cell.halfQ
  const inside = hidden(p, q)
  const side = inside ? 1 : -1
  const at = (rise: number): boolean => hidden(p + side * rise * upP, q + side * rise * upQ)
  if (at(FLAT) !== inside) return true
  if (at(HIGHEST) === inside || !curved()) return false
  const most = side * HIGHEST
  const rise = (4 / 3) * most * edgeAlong(p, q, most * upP, most * upQ, inside)
  put(p + rise * upP, q + rise * upQ)
  return true
}

/**
 * @param edge index of a shadow among those in hand, or an edge of the region
 * @param p,q the cell's middle, and its half sizes
 * @returns the share of the cell that is left; −1 where it is not one line or arc that runs across
 */
export function partLeft(edge: number, p: number, q: number, halfP: number, halfQ: number): number {
  cell.edge = edge
  cell.p = p
  cell.q = q
  cell.halfP = halfP
  cell.halfQ = halfQ
  let begin = -1
  let changes = 0
  for (let k = 0; k < 4; k++) hiddenAt[k] = hidden(cornerP(k), cornerQ(k))
  for (let k = 0; k < 4; k++)
    if (hiddenAt[k] !== hiddenAt[(k + 3) & 3]) {
      changes++
      if (!hiddenAt[k]) begin = k
    }
  if (changes !== 2) return -1
  many = 0
  putEdge((begin + 3) & 3)
  let corner = begin
  for (; !hiddenAt[corner]; corner = (corner + 1) & 3) put(cornerP(corner), cornerQ(corner))
  putEdge((corner + 3) & 3)
  return putArc() ? areaInTriangles() : -1
}

/** Share of the cell inside the outline; sets `triangles`. */
function areaInTriangles(): number {
  let area = 0
  let sumP = 0
  let sumQ = 0
  for (let i = 0; i < many; i++) {
    const k = i + 1 < many ? i + 1 : 0
    const ap = outline[2 * i]! - cell.p
    const aq = outline[2 * i + 1]! - cell.q
    const bp = outline[2 * k]! - cell.p
    const bq = outline[2 * k + 1]! - cell.q
    const twice = ap * bq - bp * aq
    area += twice / 2
    sumP += ((ap + bp) * twice) / 6
    sumQ += ((aq + bq) * twice) / 6
  }
  triangles.count = 0
  if (area <= 0) return 0
  // The top of an arc may stand out of the cell.
  const whole = Math.max(area, 4 * cell.halfP * cell.halfQ)
  putTriangles(cell.p + sumP / area, cell.q + sumQ / area, whole)
  return area / whole
}

/** Cuts what is left into triangles about its middle. */
function putTriangles(p: number, q: number, whole: number): void {
  const { rows } = triangles
  for (let i = 0; i < many; i++) {
    const k = i + 1 < many ? i + 1 : 0
    const ap = outline[2 * i]! - p
    const aq = outline[2 * i + 1]! - q
    const bp = outline[2 * k]! - p
    const bq = outline[2 * k + 1]! - q
    rows[3 * i] = p + (ap + bp) / 3
    rows[3 * i + 1] = q + (aq + bq) / 3
    rows[3 * i + 2] = (ap * bq - bp * aq) / 2 / whole
  }
  triangles.count = many
}

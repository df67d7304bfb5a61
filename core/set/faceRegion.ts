/**
 * The part of a face that a point gets light from: the face's own shape, what its beam's limit
 * leaves of it, what shows of it through a tube's mouth and over the point's horizon; and cells of
 * that part. Where the part is one whole disc or ring but for the horizon, cells are sectors of it,
 * so that none lies across its edge; else they are rectangles. One region at a time: asked for each
 * point of the set, nothing is allocated. Source: math, polar coordinates; a cone of a beam cuts the
 * face's plane in a disc.
 */
import type { Emitter } from './emitter'
import { dot, length2, type Vec } from './vec'

export const OUT = 0
export const IN = 1
export const UNSURE = 2

/** Discs that bound the region: middle across and up, radius. */
const DISCS = { face: 0, seen: 3, spot: 6 } as const
const discs = new Float64Array(9)
/** The inner radius of a ring's face; 0: none. */
let hole = 0
let halfU = 0
let halfV = 0
let rectangle = false
/** The middle of the disc that sectors are of. */
let midU = 0
let midV = 0

/** The point's horizon over the face: a spot lies above it where [0] + [1]·u + [2]·v > 0. */
const horizon = new Float64Array(3)

/**
 * The first cells: whether they are sectors, middle and half size along both of their coordinates,
 * how many, and how many cuts they stand for.
 */
export const first = { sectors: false, p: 0, q: 0, halfP: 0, halfQ: 0, count: 1, level: 0 }
/** The last spot asked for: across and up. */
export const spot = new Float64Array(2)
/** Corners of a rectangle or quadrilateral round a cell: two across from each other, then two. */
export const corners = new Float64Array(8)

const put = (disc: number, u: number, v: number, radius: number): void => {
  discs[disc] = u
  discs[disc + 1] = v
  discs[disc + 2] = radius
}

/** Whether disc `a` lies within disc `b`. */
const within = (a: number, b: number): boolean =>
  discs[b + 2] === Infinity ||
  length2(discs[a]! - discs[b]!, discs[a + 1]! - discs[b + 1]!) + discs[a + 2]! <=
    discs[b + 2]! * (1 + 1e-12)

/** The disc that is the whole region; −1 where edges of several run across each other. */
function wholeDisc(): number {
  let least = DISCS.face as number
  for (const disc of [DISCS.seen, DISCS.spot])
    if (discs[disc + 2]! < discs[least + 2]! || (rectangle && least === DISCS.face)) least = disc
  if (discs[least + 2] === Infinity) return -1
  if (least !== DISCS.face) {
    if (hole > 0) return -1
    if (
      rectangle &&
      (Math.abs(discs[least]!) + discs[least + 2]! > halfU ||
        Math.abs(discs[least + 1]!) + discs[least + 2]! > halfV)
    )
      return -1
  }
  return (rectangle || within(least, DISCS.face)) &&
    within(least, DISCS.seen) &&
    within(least, DISCS.spot)
    ? least
    : -1
}

function putSectors(disc: number, coarse: boolean): void {
  first.sectors = true
  midU = discs[disc]!
  midV = discs[disc + 1]!
  const inner = disc === DISCS.face ? hole : 0
  const outer = discs[disc + 2]!
  // As wide as they are high, roughly; about as fine as a square cut twice.
  const thin = inner > outer / 2
  first.count = thin ? 16 : coarse ? 4 : 8
  first.level = 2
  first.halfP = Math.PI / first.count
  first.p = first.halfP
  first.q = (inner * inner + outer * outer) / 2
  first.halfQ = (outer * outer - inner * inner) / 2
}

/** @returns whether anything is left of the face */
function putRectangle(): boolean {
  first.sectors = false
  let [u0, u1, v0, v1] = [-halfU, halfU, -halfV, halfV]
  for (const disc of [DISCS.seen, DISCS.spot]) {
    u0 = Math.max(u0, discs[disc]! - discs[disc + 2]!)
    u1 = Math.min(u1, discs[disc]! + discs[disc + 2]!)
    v0 = Math.max(v0, discs[disc + 1]! - discs[disc + 2]!)
    v1 = Math.min(v1, discs[disc + 1]! + discs[disc + 2]!)
  }
  first.p = (u0 + u1) / 2
  first.q = (v0 + v1) / 2
  first.halfP = (u1 - u0) / 2
  first.halfQ = (v1 - v0) / 2
  first.count = 1
  first.level = 0
  return u0 < u1 && v0 < v1
}

function setHorizon({ axis, across, upward }: Emitter, over: Vec, normal: Vec | null): void {
  horizon[0] = 1
  horizon[1] = horizon[2] = 0
  if (!normal) return
  horizon[1] = dot(normal, across)
  horizon[2] = dot(normal, upward)
  horizon[0] = -dot(normal, axis) * over[2] - over[0] * horizon[1] - over[1] * horizon[2]
}

/**
 * Sets the region for a point of the set.
 * @param over where it lies over the face: across, up and before it, mm
 * @param normal of the surface there, unit; null: light counts from every side alike
 * @param coarse few cells will do
 * @returns whether the point gets any light
 */
export function setRegion(
  emitter: Emitter,
  over: Vec,
  normal: Vec | null,
  coarse: boolean
): boolean {
  const { face, tube, radiusMm, limitTan } = emitter
  const [u, v, ahead] = over
  const depth = tube?.lengthMm ?? 0
  if (ahead <= depth) return false
  rectangle = face.kind === 'rectangle'
  halfU = face.kind === 'rectangle' ? face.widthMm / 2 : radiusMm
  halfV = face.kind === 'rectangle' ? face.heightMm / 2 : radiusMm
  hole = face.kind === 'ring' ? face.innerMm / 2 : 0
  put(DISCS.face, 0, 0, rectangle ? Infinity : radiusMm)
  const away = ahead - depth
  if (tube)
    put(DISCS.seen, (-u * depth) / away, (-v * depth) / away, (tube.radiusMm * ahead) / away)
  else put(DISCS.seen, 0, 0, Infinity)
  put(DISCS.spot, u, v, ahead * limitTan)
  setHorizon(emitter, over, normal)
  const disc = wholeDisc()
  if (disc < 0) return putRectangle()
  putSectors(disc, coarse)
  return true
}

/** Area of a cell by its half sizes, mm². */
export const areaOf = (halfP: number, halfQ: number): number =>
  first.sectors ? 2 * halfP * halfQ : 4 * halfP * halfQ

/** Sets `spot` to where a cell's coordinates lie on the face. */
export function putSpot(p: number, q: number): void {
  if (first.sectors) {
    const r = Math.sqrt(q)
    spot[0] = midU + r * Math.cos(p)
    spot[1] = midV + r * Math.sin(p)
  } else {
    spot[0] = p
    spot[1] = q
  }
}

/** Sets `corners` for a cell. */
export function putCorners(p: number, q: number, halfP: number, halfQ: number): void {
  if (!first.sectors) {
    corners[0] = corners[4] = p - halfP
    corners[2] = corners[6] = p + halfP
    corners[1] = corners[7] = q - halfQ
    corners[3] = corners[5] = q + halfQ
    return
  }
  const inner = Math.sqrt(Math.max(0, q - halfQ))
  // The arc stays within its tangent.
  const outer = Math.sqrt(q + halfQ) / Math.cos(halfP)
  const c0 = Math.cos(p - halfP)
  const s0 = Math.sin(p - halfP)
  const c1 = Math.cos(p + halfP)
  const s1 = Math.sin(p + halfP)
  corners[0] = midU + inner * c0
  corners[1] = midV + inner * s0
  corners[2] = midU + outer * c1
  corners[3] = midV + outer * s1
  corners[4] = midU + outer * c0
  corners[5] = midV + outer * s0
  corners[6] = midU + inner * c1
  corners[7] = midV + inner * s1
}

/** A ball's middle and radius against a disc. */
const against = (u: number, v: number, reach: number, disc: number): number => {
  const radius = discs[disc + 2]!
  const off = length2(u - discs[disc]!, v - discs[disc + 1]!)
  return off - reach >= radius ? OUT : off + reach <= radius ? IN : UNSURE
}

/** Whether all corners of a cell lie within a distance of a spot: then all of it does. */
function cornersWithin(u: number, v: number, radius: number): boolean {
  for (let k = 0; k < 8; k += 2)
    if (length2(corners[k]! - u, corners[k + 1]! - v) > radius) return false
  return true
}

/** How many corners of a cell lie above the horizon. */
function cornersUp(): number {
  let up = 0
  for (let k = 0; k < 8; k += 2)
    if (horizon[0]! + horizon[1]! * corners[k]! + horizon[2]! * corners[k + 1]! > 0) up++
  return up
}

/** No edge, or several; the horizon; a ring's inner edge; the rims of the discs. */
export const NONE = -1
const HORIZON = -2
const HOLE = -3
const RIMS = -4
/** Of the cell last looked at: how many edges run across it, and the last of them. */
const across = { count: 0, last: NONE }
const cross = (edge: number): void => {
  across.count++
  across.last = edge
}
/** The one edge that runs across the cell last looked at. */
export const oneEdge = (): number => (across.count === 1 ? across.last : NONE)

/**
 * How the cell of `corners` and `spot` lies in the region.
 * @param reach how far it goes from the spot at most, mm
 */
export function lieOf(reach: number): number {
  across.count = 0
  const up = cornersUp()
  if (up === 0) return OUT
  if (up < 4) cross(HORIZON)
  // Sectors lie within every other edge.
  if (!first.sectors) {
    const u = spot[0]!
    const v = spot[1]!
    for (let disc = 0; disc < discs.length; disc += 3) {
      const lie = against(u, v, reach, disc)
      if (lie === OUT) return OUT
      if (lie === UNSURE && !cornersWithin(discs[disc]!, discs[disc + 1]!, discs[disc + 2]!))
        cross(RIMS - disc)
    }
    if (hole > 0 && cornersWithin(0, 0, hole)) return OUT
    if (hole > 0 && length2(u, v) - reach < hole) cross(HOLE)
  }
  return across.count === 0 ? IN : UNSURE
}

/** Whether `spot` lies past an edge of the region. */
export function past(edge: number): boolean {
  const u = spot[0]!
  const v = spot[1]!
  if (edge === HORIZON) return horizon[0]! + horizon[1]! * u + horizon[2]! * v <= 0
  if (edge === HOLE) return length2(u, v) < hole
  return against(u, v, 0, RIMS - edge) === OUT
}

/** Whether an edge of the region is curved. */
export const curvedRim = (edge: number): boolean => edge !== HORIZON

/** Whether a spot lies on the face and shows; horizon and beam's limit are the light's own to tell. */
export const onFace = (u: number, v: number): boolean =>
  first.sectors ||
  (against(u, v, 0, DISCS.face) === IN &&
    length2(u, v) >= hole &&
    against(u, v, 0, DISCS.seen) === IN)

/** Where a point of the set lies over a face: across, up and before it, mm. */
export const overFace = ({ at, across, upward, axis }: Emitter, point: Vec): Vec => {
  const x = point[0] - at[0]
  const y = point[1] - at[1]
  const z = point[2] - at[2]
  return [
    x * across[0] + y * across[1] + z * across[2],
    x * upward[0] + y * upward[1] + z * upward[2],
    x * axis[0] + y * axis[1] + z * axis[2]
  ]
}

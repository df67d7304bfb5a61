/**
 * Which share of the light that patches throw back reaches a place: ρ times the view factor, patches
 * cut finer where the place is near; where a shadow or its horizon runs across one, the share of it
 * that is seen. Sources: formFactor.ts; far away cos·cos·A/(πd² + A), radiometry of Lambertian
 * surfaces.
 */
import { leaveOut, putBall } from './between'
import { formFactor } from './formFactor'
import type { Patch } from './patches'
import type { PlacePoint } from './placePoint'
import type { Reflectors } from './reflectors'
import type { Surfaces } from './surface'

/** What a place gets of a piece of a patch. */
export interface Coupling {
  readonly piece: Patch
  /** index of the patch it is of */
  readonly patch: number
  /** light at the place per light on the piece */
  readonly share: number
  /** from the piece to the place */
  readonly wayMm: number
}

/** A patch larger than this against its distance is cut: size over distance 0.4. */
const NEAR = 0.28
const HALVINGS = 8
/** From here on a flat piece counts by its corners, not as a point. */
const EXACT = 0.12
/** A piece that gives less than this at most is not cut any finer. */
const LITTLE = 2e-3
const NOTHING = 1e-7
/** What stands before a piece that may give more than this is looked at by more points. */
const MUCH = 1e-2
/** Bounced light is soft: of a thick thing's many exits so many stand for all. */
const FEW_EXITS = 8

const near = new Int32Array(64)
const balls = new Float64Array(8)
const line = new Float64Array(6)
/** Pieces of a piece, added up. */
const sum = { all: 0, seen: 0 }

/**
 * @param on index of the surface the place lies on; −1: none
 * @returns only what reaches it
 */
export function couplingsOf(
  place: PlacePoint,
  on: number,
  reflectors: Reflectors,
  surfaces: Surfaces
): Coupling[] {
  const list = inFrontOf(place, on, reflectors, surfaces)
  const exits = place.exits ?? []
  const every = exits.length > FEW_EXITS ? Math.round(exits.length / FEW_EXITS) : 1
  for (let i = 0; i < exits.length; i += every) {
    const { through } = exits[i]!
    for (const each of inFrontOf(exits[i]!, on, reflectors, surfaces))
      list.push({ ...each, share: each.share * through * every })
  }
  return list
}

function inFrontOf(
  { at: place, normal }: Pick<PlacePoint, 'at' | 'normal'>,
  on: number,
  { patches, ofRoom }: Reflectors,
  surfaces: Surfaces
): Coupling[] {
  const list: { piece: Patch; patch: number; share: number; wayMm: number }[] = []
  let free = 0
  line.set(place)
  const spot = Float64Array.of(...place, ...(normal ?? [0, 0, 0]))
  /**
   * Adds to `sum` the parts of a piece as points, all and those that are seen.
   * @param things how many of those in `near` may stand in the way
   */
  const addPoints = (piece: Patch, n: 2 | 3 | 4, things: number): void => {
    const parts = piece.parts(n)
    for (let i = 0; i < parts.length; i += 7) {
      const dx = parts[i]! - place[0]
      const dy = parts[i + 1]! - place[1]
      const dz = parts[i + 2]! - place[2]
      const d2 = dx * dx + dy * dy + dz * dz
      const above =
        normal === null ? Math.sqrt(d2) : dx * normal[0] + dy * normal[1] + dz * normal[2]
      const facing = -(dx * parts[i + 3]! + dy * parts[i + 4]! + dz * parts[i + 5]!)
      if (above <= 0 || facing <= 0 || d2 < 1e-9) continue
      const area = parts[i + 6]!
      const share = (above * facing * area) / (d2 * (Math.PI * d2 + area))
      sum.all += share
      line[3] = dx
      line[4] = dy
      line[5] = dz
      if (!surfaces.stopped(near, things, line)) sum.seen += share
    }
  }
  /** What the place gets of a piece. */
  const shareOf = (piece: Patch, ofTheRoom: boolean): number => {
    const dx = piece.at[0] - place[0]
    const dy = piece.at[1] - place[1]
    const dz = piece.at[2] - place[2]
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
    const r = piece.radiusMm
    putBall(balls, 0, place, 0)
    putBall(balls, 1, piece.at, r)
    const found = surfaces.between(balls, normal === null ? -1 : on, near)
    const things = piece.corners === null ? found : leaveOut(near, found, piece.on)
    const between = things > 0
    const above = normal === null ? d : dx * normal[0] + dy * normal[1] + dz * normal[2]
    const exact = normal !== null && piece.corners !== null && r > EXACT * d
    sum.all = sum.seen = 0
    if (between || (!exact && Math.abs(above) < r)) {
      const many = r > 0.3 * d || piece.reflectance * r * r > MUCH * d * d
      addPoints(piece, many ? 4 : r > 0.1 * d ? 3 : 2, things)
    }
    const facing = -(dx * piece.normal[0] + dy * piece.normal[1] + dz * piece.normal[2])
    const share = exact
      ? facing <= 0
        ? 0
        : formFactor(spot, 0, piece.corners)
      : sum.all > 0
        ? sum.all
        : above <= 0 || facing <= 0
          ? 0
          : (above * facing * piece.areaMm2) / (d * d * (Math.PI * d * d + piece.areaMm2))
    if (ofTheRoom) free += share
    const seen = between ? (sum.all > 0 ? sum.seen / sum.all : 0) : 1
    return share * seen * piece.reflectance
  }
  const add = (piece: Patch, patch: number, halvings: number): void => {
    const dx = piece.at[0] - place[0]
    const dy = piece.at[1] - place[1]
    const dz = piece.at[2] - place[2]
    const d2 = dx * dx + dy * dy + dz * dz
    const r = piece.radiusMm
    if (normal !== null && dx * normal[0] + dy * normal[1] + dz * normal[2] + r <= 0) return
    if (-(dx * piece.normal[0] + dy * piece.normal[1] + dz * piece.normal[2]) + r <= 0) return
    // Finer only where it counts: what a piece can give at most is its share of the hemisphere.
    if (halvings > 0 && r * r > NEAR * NEAR * d2 && piece.reflectance * r * r > LITTLE * d2) {
      for (const half of piece.halves()) add(half, patch, halvings - 1)
      return
    }
    const share = shareOf(piece, ofRoom[patch]!)
    if (share > NOTHING) list.push({ piece, patch, share, wayMm: Math.sqrt(d2) })
  }
  patches.forEach((patch, k) => {
    // Nothing convex throws light on itself.
    if (normal !== null && patch.on >= 0 && patch.on === on) return
    add(patch, k, HALVINGS)
  })
  // A closed room fills the hemisphere of a surface in it.
  if (free > 0 && normal !== null) {
    const factor = Math.min(1.2, Math.max(0.8, 1 / free))
    for (const each of list) if (ofRoom[each.patch]) each.share *= factor
  }
  return list
}

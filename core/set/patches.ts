/**
 * Pieces of a surface that throw light back, each as flat as it may be taken for. A piece can be
 * halved where a place or a lamp is near. Source: math, area of parts of planes and ellipsoids.
 */
import { meeting, type Strips } from './cuts'
import { pointOn } from './onSheet'
import { rotated } from './subjectBody'
import type { Sheet } from './surface'
import { add, cross, distance, dot, scale, sub, unit, type Vec } from './vec'

/** A part of a surface: where its middle lies, which way that faces, how large it is. */
interface Piece {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
}
/** The part between u0 and u1, v0 and v1 of a surface. */
export type PieceOf = (u0: number, u1: number, v0: number, v1: number) => Piece

/** What all patches of one surface have in common. */
export interface Common {
  readonly reflectance: number
  readonly of: number
  readonly on: number
  /** whether its pieces are flat and four-cornered */
  readonly flat: boolean
}

/** Halves are kept for other lamps down to this depth. */
const KEPT_DEPTH = 6

export class Patch {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
  /** of a ball round it */
  readonly radiusMm: number
  readonly reflectance: number
  /** index into the names of the reflectors */
  readonly of: number
  /** index of the surface it is part of; −1: of none that stands in the way (a room's) */
  readonly on: number
  /** its corners in order, where it is flat and four-cornered */
  readonly corners: readonly Vec[] | null
  private known: readonly [Patch, Patch] | null = null
  private readonly byU: boolean
  private readonly inParts: (Float64Array | undefined)[] = []

  constructor(
    private readonly piece: PieceOf,
    private readonly common: Common,
    private readonly u0: number,
    private readonly u1: number,
    private readonly v0: number,
    private readonly v1: number,
    /** how often it was halved: 0 is a whole patch */
    readonly depth: number
  ) {
    const { at, normal, areaMm2 } = piece(u0, u1, v0, v1)
    this.at = at
    this.normal = normal
    this.areaMm2 = areaMm2
    this.reflectance = common.reflectance
    this.of = common.of
    this.on = common.on
    const corners = [
      piece(u0, u0, v0, v0).at,
      piece(u1, u1, v0, v0).at,
      piece(u1, u1, v1, v1).at,
      piece(u0, u0, v1, v1).at
    ]
    this.corners = common.flat ? corners : null
    this.radiusMm = Math.max(...corners.map((corner) => distance(corner, at)))
    const [first, second, , last] = corners
    this.byU = distance(first!, second!) > distance(first!, last!)
  }

  private part(u0: number, u1: number, v0: number, v1: number): Patch {
    return new Patch(this.piece, this.common, u0, u1, v0, v1, this.depth + 1)
  }

  /**
   * Its parts in `n` rows and columns, of even size as far as it is flat.
   * @returns [part × 7] middle, normal, area in mm²
   */
  parts(n: 1 | 2 | 3 | 4): Float64Array {
    const known = this.inParts[n]
    if (known) return known
    const made = new Float64Array(n * n * 7)
    if (this.corners) this.flatParts(n, this.corners, made)
    else this.curvedParts(n, made)
    return (this.inParts[n] = made)
  }

  private flatParts(
    n: number,
    [first, second, third, last]: readonly Vec[],
    made: Float64Array
  ): void {
    // Along two sides, and how much the far side differs from the near one: 0 in a rectangle.
    const side = sub(second!, first!)
    const up = sub(last!, first!)
    const skew = sub(sub(third!, last!), side)
    for (let i = 0; i < n * n; i++) {
      const u = ((i % n) + 0.5) / n
      const v = (Math.floor(i / n) + 0.5) / n
      const along = add(side, scale(skew, v))
      const across = add(up, scale(skew, u))
      for (let k = 0; k < 3; k++) {
        made[i * 7 + k] = first![k]! + u * side[k]! + v * across[k]!
        made[i * 7 + 3 + k] = this.normal[k]!
      }
      made[i * 7 + 6] = Math.abs(dot(cross(along, across), this.normal)) / (n * n)
    }
  }

  private curvedParts(n: number, made: Float64Array): void {
    const [du, dv] = [(this.u1 - this.u0) / n, (this.v1 - this.v0) / n]
    for (let i = 0; i < n * n; i++) {
      const u = this.u0 + (i % n) * du
      const v = this.v0 + Math.floor(i / n) * dv
      const { at, normal, areaMm2 } = this.piece(u, u + du, v, v + dv)
      made.set(at, i * 7)
      made.set(normal, i * 7 + 3)
      made[i * 7 + 6] = areaMm2
    }
  }

  /** Both its halves, cut across its longer way; always the same two. */
  halves(): readonly [Patch, Patch] {
    return (this.known ??= this.newHalves())
  }

  /** The same, but those made for a lamp's narrow beam are not kept: lamps move. */
  passingHalves(): readonly [Patch, Patch] {
    return this.known ?? (this.depth < KEPT_DEPTH ? this.halves() : this.newHalves())
  }

  private newHalves(): readonly [Patch, Patch] {
    const { u0, u1, v0, v1 } = this
    const [u, v] = [(u0 + u1) / 2, (v0 + v1) / 2]
    return this.byU
      ? [this.part(u0, u, v0, v1), this.part(u, u1, v0, v1)]
      : [this.part(u0, u1, v0, v), this.part(u0, u1, v, v1)]
  }
}

/** Cuts a surface along the given edges. */
export function cutUp(
  piece: PieceOf,
  common: Common,
  us: readonly number[],
  vs: readonly number[] = us
): Patch[] {
  const patches: Patch[] = []
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++)
      patches.push(new Patch(piece, common, us[i - 1]!, us[i]!, vs[k - 1]!, vs[k]!, 0))
  return patches
}

/** Edges of `n` even strips from −1 to 1. */
export const even = (n: number): number[] =>
  Array.from({ length: n + 1 }, (_, i) => (2 * i) / n - 1)

/** One side of a rectangle: −1 to 1 across and up. */
export const ofSheet =
  (sheet: Sheet, side: 1 | -1 = 1): PieceOf =>
  (u0, u1, v0, v1) => ({
    at: pointOn(sheet, (u0 + u1) / 2, (v0 + v1) / 2),
    normal: scale(sheet.normal, side),
    areaMm2: (u1 - u0) * sheet.halfAcross * (v1 - v0) * sheet.halfUpward
  })

/** A flat four-cornered part, its corners in order round it: −1 to 1 along either pair of sides. */
function ofQuadrilateral([first, second, third, last]: readonly Vec[], normal: Vec): PieceOf {
  // From the middle along either pair of sides, and how much the far side differs from the near.
  const middle = scale(add(add(first!, second!), add(third!, last!)), 0.25)
  const side = scale(sub(add(second!, third!), add(first!, last!)), 0.25)
  const up = scale(sub(add(third!, last!), add(first!, second!)), 0.25)
  const skew = scale(sub(sub(third!, last!), sub(second!, first!)), 0.25)
  return (u0, u1, v0, v1) => {
    const u = (u0 + u1) / 2
    const v = (v0 + v1) / 2
    const spot = (k: 0 | 1 | 2): number => middle[k] + u * side[k] + v * (up[k] + u * skew[k])
    const along = add(side, scale(skew, v))
    const across = add(up, scale(skew, u))
    return {
      at: [spot(0), spot(1), spot(2)],
      normal,
      areaMm2: Math.abs(dot(cross(along, across), normal)) * (u1 - u0) * (v1 - v0)
    }
  }
}

/** One side of a sheet, cut along lines that may lean. */
export function cutSheet(sheet: Sheet, side: 1 | -1, common: Common, { us, vs }: Strips): Patch[] {
  const normal = scale(sheet.normal, side)
  const corner = (i: number, k: number): Vec => pointOn(sheet, ...meeting(us[i]!, vs[k]!))
  const patches: Patch[] = []
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++) {
      const corners = [corner(i - 1, k - 1), corner(i, k - 1), corner(i, k), corner(i - 1, k)]
      patches.push(new Patch(ofQuadrilateral(corners, normal), common, -1, 1, -1, 1, 0))
    }
  return patches
}

/** A disc or ellipse: −1 to 1 is once round, and from the middle to the edge in equal areas. */
export const ofDisc =
  (sheet: Sheet): PieceOf =>
  (u0, u1, v0, v1) => {
    const angle = (Math.PI * (u0 + u1)) / 2
    const r = Math.sqrt((2 + v0 + v1) / 4)
    return {
      at: pointOn(sheet, r * Math.cos(angle), r * Math.sin(angle)),
      normal: sheet.normal,
      areaMm2: (Math.PI * (u1 - u0) * (v1 - v0) * sheet.halfAcross * sheet.halfUpward) / 4
    }
  }

/** An ellipsoid: −1 to 1 is once round, and from its foot to its top in equal steps of the ball. */
export const ofEllipsoid =
  ([a, b, c]: Vec, rotationDeg: number): PieceOf =>
  (u0, u1, v0, v1) => {
    const angle = (Math.PI * (u0 + u1)) / 2
    const y = (v0 + v1) / 2
    const level = Math.sqrt(Math.max(0, 1 - y * y))
    const [x, z] = [level * Math.cos(angle), level * Math.sin(angle)]
    const steep: Vec = [x / a, y / b, z / c]
    return {
      at: rotated([a * x, b * y, c * z], rotationDeg),
      normal: rotated(unit(steep), rotationDeg),
      areaMm2: Math.PI * (u1 - u0) * (v1 - v0) * a * b * c * Math.hypot(...steep)
    }
  }

/** The side of an upright cylinder: −1 to 1 is once round, and from foot to top. */
export const ofCylinder =
  ([a, b, c]: Vec, rotationDeg: number): PieceOf =>
  (u0, u1, v0, v1) => {
    const angle = (Math.PI * (u0 + u1)) / 2
    const along: Vec = [-a * Math.sin(angle), 0, c * Math.cos(angle)]
    return {
      at: rotated([a * Math.cos(angle), (b * (v0 + v1)) / 2, c * Math.sin(angle)], rotationDeg),
      normal: rotated(unit(cross([0, 1, 0], along)), rotationDeg),
      areaMm2: Math.PI * (u1 - u0) * Math.hypot(...along) * b * (v1 - v0)
    }
  }

/**
 * Pieces of a surface that throw light back, each as flat as it may be taken for. A piece can be
 * halved where a place or a lamp is near. Source: math, area of parts of planes and ellipsoids.
 */
import { meeting, type Strips } from './cuts'
import { pointOn } from './onSheet'
import { rotated } from './subjectBody'
import type { Sheet } from './surface'
import { curvedShape, FlatShape, type PatchShape, type PieceOf } from './patchShape'
import { cross, scale, unit, type Vec } from './vec'

/** What all patches of one surface have in common. */
export interface Common {
  readonly reflectance: number
  readonly of: number
  readonly on: number
}

/** Pieces halved this often keep no halves for other lamps: their path begins here. */
const PASSING = 2 ** 6

export class Patch {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
  /** of a ball round it */
  readonly radiusMm: number
  /** in the tree of halves, as its shape's: 1 is a whole patch */
  readonly path: number
  readonly reflectance: number
  /** index into the names of the reflectors */
  readonly of: number
  /** index of the surface it is part of; −1: of none that stands in the way (a room's) */
  readonly on: number
  /** its corners in order, where it is flat and four-cornered */
  readonly corners: readonly Vec[] | null
  /** its shape where it is so */
  readonly flat: FlatShape | null
  private known: readonly [Patch, Patch] | null = null
  private readonly inParts: (Float64Array | undefined)[] = []

  constructor(
    private readonly shape: PatchShape,
    private readonly common: Common
  ) {
    this.at = shape.at
    this.normal = shape.normal
    this.areaMm2 = shape.areaMm2
    this.radiusMm = shape.radiusMm
    this.path = shape.path
    this.flat = shape instanceof FlatShape ? shape : null
    this.corners = this.flat && this.flat.corners
    this.reflectance = common.reflectance
    this.of = common.of
    this.on = common.on
  }

  /**
   * Its parts in `n` rows and columns, of even size as far as it is flat.
   * @returns [part × 7] middle, normal, area in mm²
   */
  parts(n: 1 | 2 | 3 | 4): Float64Array {
    return (this.inParts[n] ??= this.shape.parts(n))
  }

  /** Both its halves, cut across its longer way; always the same two. */
  halves(): readonly [Patch, Patch] {
    return (this.known ??= this.newHalves())
  }

  /** The same, but those made for a lamp's narrow beam are not kept: lamps move. */
  passingHalves(): readonly [Patch, Patch] {
    return this.known ?? (this.path < PASSING ? this.halves() : this.newHalves())
  }

  private newHalves(): readonly [Patch, Patch] {
    const [a, b] = this.shape.halves()
    return [new Patch(a, this.common), new Patch(b, this.common)]
  }
}

/** Cuts a curved surface along the given edges. */
export function cutUp(
  piece: PieceOf,
  common: Common,
  us: readonly number[],
  vs: readonly number[] = us
): Patch[] {
  const patches: Patch[] = []
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++)
      patches.push(new Patch(curvedShape(piece, us[i - 1]!, us[i]!, vs[k - 1]!, vs[k]!), common))
  return patches
}

/** Edges of `n` even strips from −1 to 1. */
export const even = (n: number): number[] =>
  Array.from({ length: n + 1 }, (_, i) => (2 * i) / n - 1)

/** One side of a sheet, cut along lines that may lean. */
export function cutSheet(sheet: Sheet, side: 1 | -1, common: Common, { us, vs }: Strips): Patch[] {
  const normal = scale(sheet.normal, side)
  const corner = (i: number, k: number): Vec => pointOn(sheet, ...meeting(us[i]!, vs[k]!))
  const patches: Patch[] = []
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++) {
      const corners = [corner(i - 1, k - 1), corner(i, k - 1), corner(i, k), corner(i - 1, k)]
      patches.push(new Patch(new FlatShape().fill(corners, normal), common))
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

/**
 * Shapes of a patch: flat between four corners, or a part of a curved surface; either can be halved.
 * Source: math, area of parts of planes.
 */
import { distance, type Vec } from './vec'

/** A part of a surface: where its middle lies, which way that faces, how large it is. */
interface Piece {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
}
/** The part between u0 and u1, v0 and v1 of a surface. */
export type PieceOf = (u0: number, u1: number, v0: number, v1: number) => Piece

export interface PatchShape extends Piece {
  /** in the tree of halves: the whole is 1, its halves 2 and 3, theirs 4 to 7 */
  readonly path: number
  /** of a ball round it */
  readonly radiusMm: number
  /** cut across its longer way */
  readonly halves: () => readonly [PatchShape, PatchShape]
  /** its parts in `n` rows and columns: [part × 7] middle, normal, area in mm² */
  readonly parts: (n: number) => Float64Array
}

type Spot = [number, number, number]
const newSpot = (): Spot => [0.5, 0.5, 0.5]

function putMiddle(into: Spot, a: Vec, b: Vec): void {
  for (let k = 0; k < 3; k++) into[k] = (a[k]! + b[k]!) / 2
}
function put(into: Spot, from: Vec): void {
  for (let k = 0; k < 3; k++) into[k] = from[k]!
}

/** Area that two ways in a plane span, number by number: vectors would be allocated. */
function spanned(a: Vec, toA: Vec, b: Vec, toB: Vec, normal: Vec): number {
  const x = toA[0] - a[0]
  const y = toA[1] - a[1]
  const z = toA[2] - a[2]
  const u = toB[0] - b[0]
  const v = toB[1] - b[1]
  const w = toB[2] - b[2]
  return Math.abs(
    (y * w - z * v) * normal[0] + (z * u - x * w) * normal[1] + (x * v - y * u) * normal[2]
  )
}

/** Flat between four corners; it can be filled anew, so that nothing is allocated for many. */
export class FlatShape implements PatchShape {
  readonly at = newSpot()
  normal: Vec = [0, 0, 1]
  areaMm2 = 0.5
  radiusMm = 0.5
  path = 1
  /** in order round it */
  readonly corners = [newSpot(), newSpot(), newSpot(), newSpot()] as const

  /** Fits the rest to the corners. */
  private measure(): void {
    const { at } = this
    const [a, b, c, d] = this.corners
    for (let k = 0; k < 3; k++) at[k] = (a[k]! + b[k]! + c[k]! + d[k]!) / 4
    this.radiusMm = Math.max(distance(a, at), distance(b, at), distance(c, at), distance(d, at))
    // Half of what its diagonals span.
    this.areaMm2 = spanned(a, c, b, d, this.normal) / 2
  }

  fill(corners: readonly Vec[], normal: Vec): this {
    this.corners.forEach((corner, i) => put(corner, corners[i]!))
    this.normal = normal
    this.measure()
    return this
  }

  /** Makes two others its halves. */
  halveInto(one: FlatShape, other: FlatShape): void {
    const [a, b, c, d] = this.corners
    const byU = distance(a, b) > distance(a, d)
    const [one0, one1, one2, one3] = one.corners
    const [other0, other1, other2, other3] = other.corners
    put(one0, a)
    put(other2, c)
    if (byU) {
      putMiddle(one1, a, b)
      putMiddle(one2, d, c)
      put(one3, d)
      put(other0, one1)
      put(other1, b)
      put(other3, one2)
    } else {
      putMiddle(one3, a, d)
      putMiddle(one2, b, c)
      put(one1, b)
      put(other0, one3)
      put(other3, d)
      put(other1, one2)
    }
    one.path = 2 * this.path
    other.path = one.path + 1
    one.normal = other.normal = this.normal
    one.measure()
    other.measure()
  }

  halves(): readonly [FlatShape, FlatShape] {
    const both = [new FlatShape(), new FlatShape()] as const
    this.halveInto(...both)
    return both
  }

  /** Puts its parts, as `parts` has them. */
  putParts(n: number, into: Float64Array): void {
    const { normal } = this
    const [a, b, c, d] = this.corners
    for (let k = 0; k < 3; k++) {
      // A point's way from the first corner: u of one side, v of the other, u·v of the skew.
      const side = b[k]! - a[k]!
      const up = d[k]! - a[k]!
      const skew = c[k]! - b[k]! - up
      for (let i = 0; i < n * n; i++) {
        const u = ((i % n) + 0.5) / n
        const v = (Math.floor(i / n) + 0.5) / n
        into[7 * i + k] = a[k]! + u * side + v * (up + u * skew)
        into[7 * i + 3 + k] = normal[k]!
      }
    }
    // How much a part takes up goes evenly from corner to corner.
    const first = spanned(a, b, a, d, normal)
    const alongU = spanned(b, c, b, a, normal) - first
    const alongV = spanned(d, a, d, c, normal) - first
    for (let i = 0; i < n * n; i++) {
      const u = ((i % n) + 0.5) / n
      const v = (Math.floor(i / n) + 0.5) / n
      into[7 * i + 6] = (first + u * alongU + v * alongV) / (n * n)
    }
  }

  parts(n: number): Float64Array {
    const made = new Float64Array(n * n * 7)
    this.putParts(n, made)
    return made
  }
}

/** A part of a curved surface. */
export function curvedShape(
  piece: PieceOf,
  u0: number,
  u1: number,
  v0: number,
  v1: number,
  path = 1
): PatchShape {
  const { at, normal, areaMm2 } = piece(u0, u1, v0, v1)
  const first = piece(u0, u0, v0, v0).at
  const second = piece(u1, u1, v0, v0).at
  const third = piece(u1, u1, v1, v1).at
  const last = piece(u0, u0, v1, v1).at
  return {
    at,
    normal,
    areaMm2,
    path,
    radiusMm: Math.max(
      distance(first, at),
      distance(second, at),
      distance(third, at),
      distance(last, at)
    ),
    halves() {
      const u = (u0 + u1) / 2
      const v = (v0 + v1) / 2
      const [a, b] = [2 * path, 2 * path + 1]
      return distance(first, second) > distance(first, last)
        ? [curvedShape(piece, u0, u, v0, v1, a), curvedShape(piece, u, u1, v0, v1, b)]
        : [curvedShape(piece, u0, u1, v0, v, a), curvedShape(piece, u0, u1, v, v1, b)]
    },
    parts(n) {
      const made = new Float64Array(n * n * 7)
      const [du, dv] = [(u1 - u0) / n, (v1 - v0) / n]
      for (let i = 0; i < n * n; i++) {
        const u = u0 + (i % n) * du
        const v = v0 + Math.floor(i / n) * dv
        const part = piece(u, u + du, v, v + dv)
        made.set(part.at, i * 7)
        made.set(part.normal, i * 7 + 3)
        made[i * 7 + 6] = part.areaMm2
      }
      return made
    }
  }
}

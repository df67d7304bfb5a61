/**
 * Shapes of a patch: flat between four corners, or a part of a curved surface; either can be halved.
 * Source: math, area of parts of planes.
 */
import { cross, distance, dot, sub, type Vec } from './vec'

/** A part of a surface: where its middle lies, which way that faces, how large it is. */
interface Piece {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
}
/** The part between u0 and u1, v0 and v1 of a surface. */
export type PieceOf = (u0: number, u1: number, v0: number, v1: number) => Piece

export interface PatchShape extends Piece {
  /** of a ball round it */
  readonly radiusMm: number
  /** its corners in order, where it is flat and four-cornered */
  readonly corners: readonly Vec[] | null
  /** cut across its longer way */
  readonly halves: () => readonly [PatchShape, PatchShape]
  /** its parts in `n` rows and columns: [part × 7] middle, normal, area in mm² */
  readonly parts: (n: number) => Float64Array
}

const between = (a: Vec, b: Vec): Vec => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]

function flatParts(
  n: number,
  [first, second, third, last]: readonly Vec[],
  normal: Vec
): Float64Array {
  const made = new Float64Array(n * n * 7)
  // Along two sides, and how much the far side differs from the near one: 0 in a rectangle.
  const side = sub(second!, first!)
  const up = sub(last!, first!)
  const skew = sub(sub(third!, last!), side)
  for (let i = 0; i < n * n; i++) {
    const u = ((i % n) + 0.5) / n
    const v = (Math.floor(i / n) + 0.5) / n
    for (let k = 0; k < 3; k++) {
      made[i * 7 + k] = first![k]! + u * side[k]! + v * (up[k]! + u * skew[k]!)
      made[i * 7 + 3 + k] = normal[k]!
    }
    made[i * 7 + 6] = areaAt(side, up, skew, u, v, normal) / (n * n)
  }
  return made
}

/** Area of all as its sides lie at a spot of it; at the middle, the area itself. */
function areaAt(side: Vec, up: Vec, skew: Vec, u: number, v: number, normal: Vec): number {
  const along: Vec = [side[0] + v * skew[0], side[1] + v * skew[1], side[2] + v * skew[2]]
  const across: Vec = [up[0] + u * skew[0], up[1] + u * skew[1], up[2] + u * skew[2]]
  return Math.abs(dot(cross(along, across), normal))
}

/** Between four corners in order round it. */
export function flatShape(corners: readonly Vec[], normal: Vec): PatchShape {
  const first = corners[0]!
  const second = corners[1]!
  const third = corners[2]!
  const last = corners[3]!
  const at = between(between(first, third), between(second, last))
  // The mid-lines of a flat four-cornered part span its area.
  const along = sub(between(second, third), between(first, last))
  const across = sub(between(last, third), between(first, second))
  return {
    at,
    normal,
    areaMm2: Math.abs(dot(cross(along, across), normal)),
    radiusMm: Math.max(
      distance(first, at),
      distance(second, at),
      distance(third, at),
      distance(last, at)
    ),
    corners,
    parts: (n) => flatParts(n, corners, normal),
    halves() {
      if (distance(first, second) > distance(first, last)) {
        const near = between(first, second)
        const far = between(last, third)
        return [
          flatShape([first, near, far, last], normal),
          flatShape([near, second, third, far], normal)
        ]
      }
      const left = between(first, last)
      const right = between(second, third)
      return [
        flatShape([first, second, right, left], normal),
        flatShape([left, right, third, last], normal)
      ]
    }
  }
}

function curvedParts(
  n: number,
  piece: PieceOf,
  u0: number,
  u1: number,
  v0: number,
  v1: number
): Float64Array {
  const made = new Float64Array(n * n * 7)
  const [du, dv] = [(u1 - u0) / n, (v1 - v0) / n]
  for (let i = 0; i < n * n; i++) {
    const u = u0 + (i % n) * du
    const v = v0 + Math.floor(i / n) * dv
    const { at, normal, areaMm2 } = piece(u, u + du, v, v + dv)
    made.set(at, i * 7)
    made.set(normal, i * 7 + 3)
    made[i * 7 + 6] = areaMm2
  }
  return made
}

/** A part of a curved surface. */
function curvedShape(piece: PieceOf, u0: number, u1: number, v0: number, v1: number): PatchShape {
  const { at, normal, areaMm2 } = piece(u0, u1, v0, v1)
  const first = piece(u0, u0, v0, v0).at
  const second = piece(u1, u1, v0, v0).at
  const third = piece(u1, u1, v1, v1).at
  const last = piece(u0, u0, v1, v1).at
  return {
    at,
    normal,
    areaMm2,
    radiusMm: Math.max(
      distance(first, at),
      distance(second, at),
      distance(third, at),
      distance(last, at)
    ),
    corners: null,
    parts: (n) => curvedParts(n, piece, u0, u1, v0, v1),
    halves() {
      const u = (u0 + u1) / 2
      const v = (v0 + v1) / 2
      return distance(first, second) > distance(first, last)
        ? [curvedShape(piece, u0, u, v0, v1), curvedShape(piece, u, u1, v0, v1)]
        : [curvedShape(piece, u0, u1, v0, v), curvedShape(piece, u0, u1, v, v1)]
    }
  }
}

/**
 * A part of a surface.
 * @param flat whether it is flat and four-cornered
 */
export const shapeOf = (
  piece: PieceOf,
  flat: boolean,
  u0: number,
  u1: number,
  v0: number,
  v1: number
): PatchShape =>
  flat
    ? flatShape(
        [
          piece(u0, u0, v0, v0).at,
          piece(u1, u1, v0, v0).at,
          piece(u1, u1, v1, v1).at,
          piece(u0, u0, v1, v1).at
        ],
        piece(u0, u1, v0, v1).normal
      )
    : curvedShape(piece, u0, u1, v0, v1)

/**
 * Light of a face on a piece that things may shade: rays from the parts of the one to parts of the
 * other, as many a side of either. Each part has one ray, and every row and column of the one meets
 * every row and column of the other once, so that few rays tell of both. Source: orthogonal arrays of
 * strength two over a field (Bose and Bush 1952, value from memory).
 */
import type { Face } from '../kit/kit'
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import type { Patch } from './patches'
import { FlatShape } from './patchShape'
import type { Surfaces } from './surface'

/** How rays go from a piece to a face. */
export interface Rays {
  /** parts a side */
  readonly side: 3 | 4
  /** [part of the piece] the part of the face its ray goes to */
  readonly partAt: Int32Array
  /** middles of a face's parts in the set: x, y, z each */
  readonly spots: WeakMap<Emitter, Float64Array>
  /** room for the parts of a piece that does not keep them */
  readonly passing: Float64Array
}

/** @param lines column and row of the part of the face, by those of the piece's part */
function raysOf(
  side: Rays['side'],
  lines: (a: number, b: number) => readonly [number, number]
): Rays {
  const count = side * side
  const partAt = Int32Array.from({ length: count }, (_, i) => {
    const [column, row] = lines(i % side, Math.floor(i / side))
    return column + side * row
  })
  return { side, partAt, spots: new WeakMap(), passing: new Float64Array(7 * count) }
}

/** Nine rays: sums over the field of three. */
export const NINE = raysOf(3, (a, b) => [(a + b) % 3, (a + 2 * b) % 3])
/** Sixteen: over the field of four, whose sum is exclusive or; twice each of its elements. */
const TWICE = [0, 2, 3, 1]
export const SIXTEEN = raysOf(4, (a, b) => [a ^ b, a ^ TWICE[b]!])

/** The middle of a part of a face: across, up. Parts are of even area. */
function middleOf(face: Face, p: number, q: number): readonly [number, number] {
  if (face.kind === 'rectangle') return [(p - 0.5) * face.widthMm, (q - 0.5) * face.heightMm]
  const [inner, outer] =
    face.kind === 'ring' ? [face.innerMm / 2, face.outerMm / 2] : [0, face.diameterMm / 2]
  const r = Math.sqrt(inner ** 2 + q * (outer ** 2 - inner ** 2))
  return [r * Math.cos(2 * Math.PI * p), r * Math.sin(2 * Math.PI * p)]
}

/** Middles of a face's parts in the set: x, y, z each. */
export function spotsOf({ side, spots }: Rays, emitter: Emitter): Float64Array {
  const known = spots.get(emitter)
  if (known) return known
  const { face, at, across, upward } = emitter
  const made = new Float64Array(3 * side * side)
  for (let i = 0; i < side * side; i++) {
    const p = ((i % side) + 0.5) / side
    const q = (Math.floor(i / side) + 0.5) / side
    const [u, v] = middleOf(face, p, q)
    for (let k = 0; k < 3; k++) made[3 * i + k] = at[k]! + u * across[k]! + v * upward[k]!
  }
  spots.set(emitter, made)
  return made
}

function partsOf({ side, passing }: Rays, piece: Patch | FlatShape): Float64Array {
  if (!(piece instanceof FlatShape)) return piece.parts(side)
  piece.putParts(side, passing)
  return passing
}

const line = new Float64Array(6)
const facing: [number, number, number] = [0, 0, 1]

/**
 * Straight light of a face on a piece, one ray for each of its parts.
 * @param things indices of what may stand in the way
 * @param count how many of them; 0: nothing does
 * @returns the mean over the piece, relative as the transport's own
 */
export function shadedMean(
  rays: Rays,
  emitter: Emitter,
  surfaces: Surfaces,
  piece: Patch | FlatShape,
  things: Int32Array,
  count: number
): number {
  const spots = spotsOf(rays, emitter)
  const parts = partsOf(rays, piece)
  const { partAt } = rays
  let sum = 0
  let area = 0
  for (let i = 0; i < partAt.length; i++) {
    const p = 7 * i
    const q = 3 * partAt[i]!
    for (let k = 0; k < 3; k++) {
      line[k] = parts[p + k]!
      line[3 + k] = spots[q + k]! - parts[p + k]!
      facing[k] = parts[p + 3 + k]!
    }
    const size = parts[p + 6]!
    area += size
    const e = fromFacePoint(emitter, line, facing)
    if (e > 0 && !surfaces.stopped(things, count, line)) sum += size * e
  }
  return area > 0 ? sum / area : 0
}

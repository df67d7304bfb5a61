/**
 * Light of a face on a piece that things may shade: rays from the parts of the one to parts of the
 * other, four a side. Each part has one ray, and every row and column of the one meets every row and
 * column of the other once, so that few rays tell of both. Source: orthogonal arrays of strength two
 * (Bose and Bush 1952, value from memory).
 */
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import { partMiddles } from './faceSpots'
import type { Patch } from './patches'
import { FlatShape } from './patchShape'
import type { Surfaces } from './surface'

/** How rays go from a piece to a face. */
export interface Rays {
  /** parts a side of the piece */
  readonly side: 2 | 4
  /** by the piece's turn, [part of the piece] the part of the face its ray goes to */
  readonly byTurn: readonly Int32Array[]
  /** room for the parts of a piece that does not keep them */
  readonly passing: Float64Array
}

/**
 * By row of the piece the parts of the face its rays go to. Found by trying linear sums of the bits
 * of columns and rows: besides, each quarter of the piece meets every row and column of the face.
 */
const TO = Int32Array.of(0, 10, 5, 15, 7, 13, 2, 8, 9, 3, 12, 6, 14, 4, 11, 1)
export const SIXTEEN: Rays = { side: 4, byTurn: [TO], passing: new Float64Array(7 * 16) }
/** Four for a small piece: those of the sixteen of the piece it is a quarter of. */
export const FOUR: Rays = {
  side: 2,
  byTurn: [0, 2, 8, 10].map((first) => Int32Array.of(0, 1, 4, 5).map((i) => TO[first + i]!)),
  passing: new Float64Array(7 * 4)
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
  const spots = partMiddles(emitter)
  const parts = partsOf(rays, piece)
  const { byTurn } = rays
  const partAt = byTurn[piece.path % byTurn.length]!
  let sum = 0
  let area = 0
  for (let i = 0; i < partAt.length; i++) {
    const p = 7 * i
    const q = 4 * partAt[i]!
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

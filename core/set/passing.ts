/**
 * Halves of a piece that are looked at once: a lamp moves, and what was cut for it is of no use any
 * more. Those of flat pieces are the same few, two for each depth, filled anew: nothing is
 * allocated. Source: math, area of parts of planes.
 */
import type { Patch } from './patches'
import type { Vec } from './vec'

/** A flat piece that is filled anew. */
class Passing {
  readonly at: [number, number, number] = [0.5, 0.5, 0.5]
  normal: Vec = [0, 0, 1]
  areaMm2 = 0.5
  radiusMm = 0.5
  /** x, y, z of its four corners in order round it */
  readonly corners = new Float64Array(12)

  /** Fits the rest to the corners. */
  measure(): void {
    const c = this.corners
    for (let k = 0; k < 3; k++) this.at[k] = (c[k]! + c[3 + k]! + c[6 + k]! + c[9 + k]!) / 4
    let far2 = 0
    for (let o = 0; o < 12; o += 3) {
      const x = c[o]! - this.at[0]
      const y = c[o + 1]! - this.at[1]
      const z = c[o + 2]! - this.at[2]
      far2 = Math.max(far2, x * x + y * y + z * z)
    }
    this.radiusMm = Math.sqrt(far2)
    // Half the product of its diagonals.
    const ax = c[6]! - c[0]!
    const ay = c[7]! - c[1]!
    const az = c[8]! - c[2]!
    const bx = c[9]! - c[3]!
    const by = c[10]! - c[4]!
    const bz = c[11]! - c[5]!
    const [x, y, z] = this.normal
    this.areaMm2 =
      Math.abs((ay * bz - az * by) * x + (az * bx - ax * bz) * y + (ax * by - ay * bx) * z) / 2
  }
}

const pairs: (readonly [Passing, Passing])[] = []
const own = new Float64Array(12)

/** How long the side of two corners is, squared. */
function side2(c: Float64Array, a: number, b: number): number {
  const x = c[a]! - c[b]!
  const y = c[a + 1]! - c[b + 1]!
  const z = c[a + 2]! - c[b + 2]!
  return x * x + y * y + z * z
}

export type Piece = Patch | Passing

/**
 * Both halves of a piece, cut across its longer way, until the next are asked for at that depth.
 * @param piece a patch, or a half of another depth
 */
export function passingHalves(piece: Piece, depth: number): readonly [Piece, Piece] {
  let c = own
  if (piece instanceof Passing) c = piece.corners
  else if (!piece.corners) return piece.passingHalves()
  else
    for (let corner = 0; corner < 4; corner++)
      for (let k = 0; k < 3; k++) own[3 * corner + k] = piece.corners[corner]![k]!
  const pair = (pairs[depth] ??= [new Passing(), new Passing()])
  const [a, b] = pair
  a.corners.set(c)
  b.corners.set(c)
  const byU = side2(c, 0, 3) > side2(c, 0, 9)
  for (let k = 0; k < 3; k++)
    if (byU) {
      a.corners[3 + k] = b.corners[k] = (c[k]! + c[3 + k]!) / 2
      a.corners[6 + k] = b.corners[9 + k] = (c[6 + k]! + c[9 + k]!) / 2
    } else {
      a.corners[9 + k] = b.corners[k] = (c[k]! + c[9 + k]!) / 2
      a.corners[6 + k] = b.corners[3 + k] = (c[3 + k]! + c[6 + k]!) / 2
    }
  a.normal = b.normal = piece.normal
  a.measure()
  b.measure()
  return pair
}

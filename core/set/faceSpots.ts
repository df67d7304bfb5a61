/**
 * Spots of a lit face that stand for even parts of it, where things may hide some of it. Source: math,
 * polar coordinates; grids turned so that no two of their spots lie in one row or column.
 */
import type { Face } from '../kit/kit'
import type { Emitter } from './emitter'
import { overFace } from './faceRegion'
import { length2, type Vec } from './vec'

/** A spot of a face, across and up, mm; p and q go from 0 to 1 over parts of even area. */
function spotAt(face: Face, p: number, q: number): readonly [number, number] {
  if (face.kind === 'rectangle') return [(p - 0.5) * face.widthMm, (q - 0.5) * face.heightMm]
  const [inner, outer] =
    face.kind === 'ring' ? [face.innerMm / 2, face.outerMm / 2] : [0, face.diameterMm / 2]
  const r = Math.sqrt(inner ** 2 + q * (outer ** 2 - inner ** 2))
  return [r * Math.cos(2 * Math.PI * p), r * Math.sin(2 * Math.PI * p)]
}

/** [spot × 4] places in the set, x, y, z, and weights, which add up to 1: as samplesOf has them. */
type Spots = (emitter: Emitter) => Float64Array

/** @param at where each spot lies, p and q */
function spotsAt(at: readonly (readonly [number, number])[]): Spots {
  const known = new WeakMap<Emitter, Float64Array>()
  return (emitter) => {
    const before = known.get(emitter)
    if (before) return before
    const made = new Float64Array(4 * at.length)
    at.forEach(([p, q], i) => put(made, i, emitter, spotAt(emitter.face, p, q), 1 / at.length))
    known.set(emitter, made)
    return made
  }
}

function put(
  into: Float64Array,
  i: number,
  { at, across, upward }: Emitter,
  [u, v]: readonly [number, number],
  weight: number
): void {
  for (let k = 0; k < 3; k++) into[4 * i + k] = at[k]! + u * across[k]! + v * upward[k]!
  into[4 * i + 3] = weight
}

/** Middles of the parts of a face, four rows of four. */
export const partMiddles: Spots = spotsAt(
  Array.from({ length: 16 }, (_, i) => [((i & 3) + 0.5) / 4, ((i >> 2) + 0.5) / 4])
)

/** Rows of the first half by column, then of the second: each half has two in each row of four. */
const ROWS = [0, 1, 2, 3, 2, 3, 0, 1, 1, 0, 3, 2, 3, 2, 1, 0]
const TURNED = ROWS.map((row, i): readonly [number, number] => {
  const column = i & 3
  return [(column + (row + 0.5) / 4) / 4, (row + (3.5 - column) / 4) / 4]
})
/**
 * Sixteen spots, one in each part of a grid of four by four, turned so that an edge across the face
 * meets one after the other, whichever way it runs. Either half of them stands for the face as well.
 */
export const turnedSpots: Spots = spotsAt(TURNED)

/** A point nearer before a face than this, against its radius, is close. */
const CLOSE = 0.8
/** Of a beam narrower than this all comes from the part right before the point. */
const WIDE_TAN = 2
/** From a point all but in the face's plane angles are taken as from here, against its radius. */
const TOUCHING = 0.05

/**
 * Whether a point is so close before a face that even spots tell little of its light.
 * @param ahead how far before its plane,
 * @param off and how far off its axis, mm
 */
export function isClose(
  { face, limitTan, radiusMm }: Emitter,
  ahead: number,
  off: number
): boolean {
  // A ring is thin: its spots lie close together.
  if (face.kind === 'ring' || limitTan < WIDE_TAN) return false
  const beside = Math.max(0, off - radiusMm)
  if (face.kind === 'disc' && beside > 0) return false
  return length2(ahead, beside) < CLOSE * radiusMm
}

const near = new Float64Array(4 * TURNED.length)
/**
 * The same for a point close before a face: evenly over the angles it sees the face under, so that
 * they lie closest together where it is nearest.
 * @returns filled anew for each point
 */
export function spotsNear(emitter: Emitter, point: Vec): Float64Array {
  const { face, areaMm2, radiusMm } = emitter
  const [u, v, before] = overFace(emitter, point)
  const ahead = Math.max(before, TOUCHING * radiusMm)
  const flat = face.kind === 'rectangle'
  const [halfU, halfV] = flat ? [face.widthMm / 2, face.heightMm / 2] : [radiusMm, radiusMm]
  const left = Math.atan((-halfU - u) / ahead)
  const wide = Math.atan((halfU - u) / ahead) - left
  const low = Math.atan((-halfV - v) / ahead)
  const high = Math.atan((halfV - v) / ahead) - low
  const each = (ahead * ahead * wide * high) / areaMm2 / TURNED.length
  for (let i = 0; i < TURNED.length; i++) {
    const tanU = Math.tan(left + TURNED[i]![0] * wide)
    const tanV = Math.tan(low + TURNED[i]![1] * high)
    const at = [u + ahead * tanU, v + ahead * tanV] as const
    const on = flat || length2(...at) <= radiusMm
    put(near, i, emitter, at, on ? each * (1 + tanU * tanU) * (1 + tanV * tanV) : 0)
  }
  return near
}

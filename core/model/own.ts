/**
 * A user's own mesh as a plan keeps it: points in steps of its box, triangles as numbers of points,
 * both as bytes in base64. Edges sharper than a crease stay sharp.
 */
import type { Mesh } from './mesh'

export interface OwnMesh {
  /** [point × 3] of 16 bits, low byte first, 0 to 65535 across the box */
  readonly points: string
  /** [triangle × 3] of 16 bits, low byte first: numbers of points */
  readonly corners: string
}

/** A mesh as read from a file, in any unit. */
export interface RawMesh {
  /** [point × 3] */
  readonly points: ArrayLike<number>
  /** [triangle × 3] */
  readonly corners: ArrayLike<number>
}

export const MOST_TRIANGLES = 20000
const [STEPS, MOST_POINTS] = [65535, 65536] as const
/** Faces that meet at a smaller angle than this are one smooth surface, cosine. */
const CREASE = Math.cos((40 * Math.PI) / 180)

/** Browsers and Node alike have them. */
declare const atob: (base64: string) => string
declare const btoa: (bytes: string) => string

function toBase64(numbers: readonly number[]): string {
  let bytes = ''
  for (const value of numbers) bytes += String.fromCharCode(value & 255, value >> 8)
  return btoa(bytes)
}
function fromBase64(text: string): Uint16Array {
  const bytes = atob(text)
  return Uint16Array.from(
    { length: bytes.length >> 1 },
    (_, i) => bytes.charCodeAt(2 * i) | (bytes.charCodeAt(2 * i + 1) << 8)
  )
}

/** Least and size of a mesh along x, y and z. */
export function spanOfRaw({ points }: RawMesh): {
  readonly least: readonly number[]
  readonly size: readonly number[]
} {
  const least = [Infinity, Infinity, Infinity]
  const most = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i++) {
    least[i % 3] = Math.min(least[i % 3]!, points[i]!)
    most[i % 3] = Math.max(most[i % 3]!, points[i]!)
  }
  return { least, size: most.map((value, k) => value - least[k]!) }
}

/**
 * @throws RangeError where a mesh has no triangle, too many, or figures that are none
 */
export function packed(raw: RawMesh): OwnMesh {
  const triangles = raw.corners.length / 3
  if (triangles < 1) throw new RangeError('there is no triangle in it')
  if (triangles > MOST_TRIANGLES)
    throw new RangeError(`it has ${triangles} triangles; ${MOST_TRIANGLES} at most can be used`)
  const { least, size } = spanOfRaw(raw)
  if (![...least, ...size].every(Number.isFinite))
    throw new RangeError('it has points that are nowhere')
  const known = new Map<number, number>()
  const points: number[] = []
  const corners: number[] = []
  const pointOf = (index: number): number => {
    const steps = [0, 1, 2].map((k) =>
      size[k]! > 0 ? Math.round(((raw.points[index * 3 + k]! - least[k]!) / size[k]!) * STEPS) : 0
    )
    const key = (steps[0]! * MOST_POINTS + steps[1]!) * MOST_POINTS + steps[2]!
    const before = known.get(key)
    if (before !== undefined) return before
    points.push(...steps)
    known.set(key, known.size)
    return known.size - 1
  }
  for (let t = 0; t < triangles; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => pointOf(raw.corners[t * 3 + k]!))
    // What is smaller than a step falls together.
    if (a !== b && b !== c && c !== a) corners.push(a!, b!, c!)
  }
  if (corners.length === 0) throw new RangeError('it has no extent')
  if (known.size > MOST_POINTS) throw new RangeError('it has too many points')
  return { points: toBase64(points), corners: toBase64(corners) }
}

/** Whether points and triangles belong together; base64 is taken for granted. */
export function isWhole({ points, corners }: OwnMesh): boolean {
  const [spots, triangles] = [fromBase64(points), fromBase64(corners)]
  return (
    spots.length > 0 &&
    spots.length % 3 === 0 &&
    triangles.length > 0 &&
    triangles.length % 3 === 0 &&
    triangles.length <= 3 * MOST_TRIANGLES &&
    triangles.every((index) => index * 3 < spots.length)
  )
}

/** A mesh turned a quarter: about the level axis, its top to who looks, or about the upright one. */
export function quarterTurned(own: OwnMesh, about: 'level' | 'upright'): OwnMesh {
  const points = fromBase64(own.points)
  const turned: number[] = []
  for (let i = 0; i < points.length; i += 3) {
    const [x, y, z] = [points[i]!, points[i + 1]!, points[i + 2]!]
    turned.push(...(about === 'level' ? [x, STEPS - z, y] : [z, y, STEPS - x]))
  }
  return { ...own, points: toBase64(turned) }
}

/** Cells a side by which a mesh is drawn. */
const CELLS = 9

/** Normals of the triangles as flat ones, as long as their areas. */
function flatNormals(points: Float32Array, corners: Uint16Array): Float32Array {
  const normals = new Float32Array(corners.length)
  for (let t = 0; t < corners.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [u, v] = [(k + 1) % 3, (k + 2) % 3]
      const side = (which: number, axis: number): number =>
        points[corners[t + which]! * 3 + axis]! - points[corners[t]! * 3 + axis]!
      normals[t + k] = side(1, u) * side(2, v) - side(1, v) * side(2, u)
    }
  return normals
}

/** The triangles round each point: from which entry of a list to before which. */
function roundEach(corners: Uint16Array, points: number) {
  const from = new Uint32Array(points + 1)
  for (const point of corners) from[point + 1]!++
  for (let p = 0; p < points; p++) from[p + 1]! += from[p]!
  const list = new Uint32Array(corners.length)
  const next = from.slice()
  corners.forEach((point, i) => (list[next[point]!++] = Math.floor(i / 3)))
  return { from, list }
}

/** The mesh a plan keeps, in its box, each triangle with corners of its own. */
export function ownMesh(own: OwnMesh): Mesh {
  const steps = fromBase64(own.points)
  const corners = fromBase64(own.corners)
  const spots = Float32Array.from(steps, (value) => (2 * value) / STEPS - 1)
  const flat = flatNormals(spots, corners)
  const { from, list } = roundEach(corners, spots.length / 3)
  const out = outward(spots, corners, flat)
  const cellOf = (t: number): number =>
    [0, 1, 2].reduce((cell, k) => {
      let sum = 0
      for (let which = 0; which < 3; which++) sum += spots[corners[t * 3 + which]! * 3 + k]!
      return cell * CELLS + Math.min(CELLS - 1, Math.floor(((sum / 3 + 1) / 2) * CELLS))
    }, 0)
  const cells = Array.from({ length: corners.length / 3 }, (_, t) => [cellOf(t), t] as const)
  cells.sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const points = new Float32Array(corners.length * 3)
  const normals = new Float32Array(corners.length * 3)
  const parts: [number, number][] = []
  cells.forEach(([cell, t], i) => {
    if (i === 0 || cells[i - 1]![0] !== cell) parts.push([i * 3, i * 3 + 3])
    else parts.at(-1)![1] = i * 3 + 3
    for (let which = 0; which < 3; which++) {
      // A mesh that is inside out is turned round.
      const point = corners[t * 3 + (out ? which : 2 - which)]!
      const o = (i * 3 + which) * 3
      for (let k = 0; k < 3; k++) points[o + k] = spots[point * 3 + k]!
      putNormal(normals, o, flat, t, list.subarray(from[point]!, from[point + 1]!), out ? 1 : -1)
    }
  })
  return {
    points,
    normals,
    corners: Uint32Array.from({ length: corners.length }, (_, i) => i),
    paints: new Uint8Array(corners.length / 3),
    palette: [1, 1, 1],
    parts
  }
}

/** Whether the triangles' outsides are out, on the whole. */
function outward(spots: Float32Array, corners: Uint16Array, flat: Float32Array): boolean {
  let volume = 0
  for (let t = 0; t < corners.length; t += 3)
    for (let k = 0; k < 3; k++) volume += spots[corners[t]! * 3 + k]! * flat[t + k]!
  return volume >= 0
}

/** The mean of the triangles round a corner that lean little against its own. */
function putNormal(
  normals: Float32Array,
  o: number,
  flat: Float32Array,
  own: number,
  round: Uint32Array,
  sign: 1 | -1
): void {
  const size = (t: number): number => Math.hypot(flat[t * 3]!, flat[t * 3 + 1]!, flat[t * 3 + 2]!)
  const ownSize = size(own)
  const sum = [0, 0, 0]
  for (const t of round) {
    let alike = 0
    for (let k = 0; k < 3; k++) alike += flat[own * 3 + k]! * flat[t * 3 + k]!
    if (t !== own && alike < CREASE * ownSize * size(t)) continue
    for (let k = 0; k < 3; k++) sum[k]! += flat[t * 3 + k]!
  }
  const length = Math.hypot(...sum) || 1
  for (let k = 0; k < 3; k++) normals[o + k] = (sign * sum[k]!) / length
}

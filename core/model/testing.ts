/** Sums over a mesh, and a search of it without a tree, for tests. */
import type { Mesh } from './mesh'

const corner = ({ points, corners }: Mesh, t: number, which: number, k: number): number =>
  points[corners[t * 3 + which]! * 3 + k]!

export const trianglesOf = (mesh: Mesh): number => mesh.corners.length / 3

/**
 * Volume inside a closed mesh; negative where its outside is within. Source: divergence theorem,
 * the sum over tetrahedra from the middle.
 */
export function volumeOf(...meshes: readonly Mesh[]): number {
  let six = 0
  for (const mesh of meshes)
    for (let t = 0; t < trianglesOf(mesh); t++) {
      const at = (which: number, k: number): number => corner(mesh, t, which, k)
      six +=
        at(0, 0) * (at(1, 1) * at(2, 2) - at(1, 2) * at(2, 1)) +
        at(0, 1) * (at(1, 2) * at(2, 0) - at(1, 0) * at(2, 2)) +
        at(0, 2) * (at(1, 0) * at(2, 1) - at(1, 1) * at(2, 0))
    }
  return six / 6
}

/** Sum of the outward areas of a mesh; none where it is closed. Source: divergence theorem. */
export function openingOf(mesh: Mesh): number {
  const sum = [0, 0, 0]
  for (let t = 0; t < trianglesOf(mesh); t++)
    for (let k = 0; k < 3; k++) {
      const [u, v] = [(k + 1) % 3, (k + 2) % 3]
      const side = (which: number, axis: number): number =>
        corner(mesh, t, which, axis) - corner(mesh, t, 0, axis)
      sum[k]! += (side(1, u) * side(2, v) - side(1, v) * side(2, u)) / 2
    }
  return Math.hypot(...sum)
}

/**
 * The first triangle a ray meets, each asked in turn by planes and areas.
 * @returns its index, how far, and how far inside its edges, 0 to 1; −1, Infinity, 0: none
 */
export function nearestOf(
  mesh: Mesh,
  from: readonly number[],
  way: readonly number[],
  least: number,
  most: number
): { readonly triangle: number; readonly along: number; readonly margin: number } {
  let triangle = -1
  let margin = 0
  let along = most
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!
  const minus = (a: readonly number[], b: readonly number[]): number[] =>
    [0, 1, 2].map((k) => a[k]! - b[k]!)
  const cross = (a: readonly number[], b: readonly number[]): number[] => [
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!
  ]
  for (let t = 0; t < trianglesOf(mesh); t++) {
    const [a, b, c] = [0, 1, 2].map((which) => [0, 1, 2].map((k) => corner(mesh, t, which, k)))
    const normal = cross(minus(b!, a!), minus(c!, a!))
    const slope = dot(normal, way)
    if (slope === 0) continue
    const length = dot(normal, minus(a!, from)) / slope
    if (!(length > least && length < along)) continue
    const at = [0, 1, 2].map((k) => from[k]! + length * way[k]!)
    const shares = [
      [a!, b!],
      [b!, c!],
      [c!, a!]
    ].map(([p, q]) => dot(normal, cross(minus(q!, p!), minus(at, p!))) / dot(normal, normal))
    if (Math.min(...shares) < 0) continue
    along = length
    triangle = t
    margin = Math.min(...shares)
  }
  return { triangle, along: triangle < 0 ? Infinity : along, margin }
}

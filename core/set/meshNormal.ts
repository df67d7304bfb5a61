/** The normal and the paint of a mesh where a ray meets it. Source: math, Phong's shading normals. */
import type { Mesh } from '../model/mesh'

/**
 * @param data from `o` on: its axes over its half sizes, each with what its middle gives along it
 * @param met [3] triangle, and the shares of its second and third corner
 * @param line [6] the ray: start and direction
 * @param hit [9] as of Surfaces.nearest: all after the point is filled
 */
export function meshNormal(
  { points, normals, corners, paints, paintAt }: Mesh,
  data: Float64Array,
  o: number,
  met: Float64Array,
  line: Float64Array,
  hit: Float64Array
): void {
  const triangle = met[0]!
  const u = met[1]!
  const v = met[2]!
  const a = corners[triangle * 3]! * 3
  const b = corners[triangle * 3 + 1]! * 3
  const c = corners[triangle * 3 + 2]! * 3
  // Of the flat triangle, and of the surface it stands for; both in the mesh's own box.
  const ux = points[b]! - points[a]!
  const uy = points[b + 1]! - points[a + 1]!
  const uz = points[b + 2]! - points[a + 2]!
  const vx = points[c]! - points[a]!
  const vy = points[c + 1]! - points[a + 1]!
  const vz = points[c + 2]! - points[a + 2]!
  const fx = uy * vz - uz * vy
  const fy = uz * vx - ux * vz
  const fz = ux * vy - uy * vx
  const w = 1 - u - v
  const sx = w * normals[a]! + u * normals[b]! + v * normals[c]!
  const sy = w * normals[a + 1]! + u * normals[b + 1]! + v * normals[c + 1]!
  const sz = w * normals[a + 2]! + u * normals[b + 2]! + v * normals[c + 2]!
  let flat = 0
  let smooth = 0
  let size = 0
  for (let k = 0; k < 3; k++) {
    const d = line[3 + k]!
    const n = sx * data[o + k]! + sy * data[o + 4 + k]! + sz * data[o + 8 + k]!
    flat += d * (fx * data[o + k]! + fy * data[o + 4 + k]! + fz * data[o + 8 + k]!)
    smooth += d * n
    size += n * n
    hit[4 + k] = n
  }
  hit[7] = flat <= 0 ? 1 : -1
  hit[8] = paintAt
    ? paintAt(
        w * points[a]! + u * points[b]! + v * points[c]!,
        w * points[a + 1]! + u * points[b + 1]! + v * points[c + 1]!,
        w * points[a + 2]! + u * points[b + 2]! + v * points[c + 2]!
      )
    : paints[triangle]!
  // Where the smooth one would look away from the ray, the flat one counts.
  if (smooth * flat <= 0) {
    size = 0
    for (let k = 0; k < 3; k++) {
      const n = fx * data[o + k]! + fy * data[o + 4 + k]! + fz * data[o + 8 + k]!
      hit[4 + k] = n
      size += n * n
    }
  }
  const by = hit[7] / Math.sqrt(size || 1)
  for (let k = 4; k < 7; k++) hit[k]! *= by
}

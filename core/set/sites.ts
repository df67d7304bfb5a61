/** Spots of a mesh's main surface where a place may lie: those that are not inside another part of it. */
import type { Bvh } from '../model/bvh'
import type { Mesh } from '../model/mesh'

/** So many triangles are looked at, at most, at their middles and near their corners. */
const MOST_TRIANGLES = 6000
const NEAR = 0.1
/** Shares of a triangle's corners. */
const SPOTS = [
  [1 / 3, 1 / 3, 1 / 3],
  [1 - 2 * NEAR, NEAR, NEAR],
  [NEAR, 1 - 2 * NEAR, NEAR],
  [NEAR, NEAR, 1 - 2 * NEAR]
] as const
export const MOST_SITES = MOST_TRIANGLES * SPOTS.length
/** A spot is looked at from this far before its surface, in half sizes. */
const BEFORE = 1e-4

const side = ({ points, corners }: Mesh, t: number, which: number, k: number): number =>
  points[corners[t * 3 + which]! * 3 + k]! - points[corners[t * 3]! * 3 + k]!

/** Along the normal of a flat triangle. */
const across = (mesh: Mesh, t: number): readonly number[] =>
  [0, 1, 2].map((k) => {
    const [u, v] = [(k + 1) % 3, (k + 2) % 3]
    return side(mesh, t, 1, u) * side(mesh, t, 2, v) - side(mesh, t, 1, v) * side(mesh, t, 2, u)
  })

/** What a row of figures is at a spot of a triangle. */
const at = (
  list: Float32Array,
  corners: Uint32Array,
  t: number,
  spot: readonly number[],
  k: number
): number =>
  spot.reduce((sum, share, which) => sum + share * list[corners[t * 3 + which]! * 3 + k]!, 0)

/** Whether what lies before a triangle is the inside of a part: a ray from there only leaves it. */
function isInside(bvh: Bvh, t: number): boolean {
  const { mesh } = bvh
  const way = across(mesh, t)
  const size = Math.hypot(...way)
  if (size === 0) return true
  const ray = new Float64Array(8)
  way.forEach((value, k) => {
    ray[3 + k] = value / size
    ray[k] = at(mesh.points, mesh.corners, t, SPOTS[0], k) + BEFORE * ray[3 + k]!
  })
  ray[7] = Infinity
  const met = bvh.nearest(ray, new Float64Array(2))
  if (met < 0) return false
  return across(mesh, met).reduce((sum, value, k) => sum + value * ray[3 + k]!, 0) > 0
}

/** A place stays so far from what is drawn on a mesh, in half sizes. */
const CLEAR = 0.02
const isDrawn = (paintAt: NonNullable<Mesh['paintAt']>, x: number, y: number, z: number): boolean =>
  [
    [0, 0],
    [CLEAR, 0],
    [-CLEAR, 0],
    [0, CLEAR],
    [0, -CLEAR]
  ].some(([dx, dy]) => paintAt(x + dx!, y + dy!, z) !== 0)

const known = new WeakMap<Bvh, Float32Array>()

/** [site × 6] middle and normal, in the mesh's box. */
export function sitesOf(bvh: Bvh): Float32Array {
  const before = known.get(bvh)
  if (before) return before
  const { points, normals, corners, paints, paintAt } = bvh.mesh
  const main = [...paints.keys()].filter((t) => paints[t] === 0)
  const step = Math.max(1, main.length / MOST_TRIANGLES)
  const rows: number[] = []
  for (let i = 0; i < main.length && rows.length < MOST_SITES * 6; i += step) {
    const t = main[Math.floor(i)]!
    if (isInside(bvh, t)) continue
    for (const spot of SPOTS) {
      const along = (k: number): number => at(points, corners, t, spot, k)
      if (paintAt && isDrawn(paintAt, along(0), along(1), along(2))) continue
      for (const list of [points, normals])
        for (let k = 0; k < 3; k++) rows.push(at(list, corners, t, spot, k))
    }
  }
  const made = Float32Array.from(rows)
  known.set(bvh, made)
  return made
}

/**
 * Bodies a ray may pass through, each scaled to a unit one: where the ray goes in and comes out,
 * and the normal there. Numbers only, nothing allocated: it is asked tens of thousands of times for
 * each evaluation of a set. Source: intersection of a line with slabs and quadrics, any handbook of
 * analytic geometry.
 */
export const BOX = 2
export const ELLIPSOID = 3
export const CYLINDER = 4

/**
 * The part of a line inside a unit solid, in lengths of its direction.
 * @param kind BOX, ELLIPSOID or CYLINDER
 * @param ray [8] start x, y, z and direction x, y, z in the solid's own axes; filled with where it
 *   goes in and where it comes out. A row of numbers: one by one each would be allocated.
 * @returns whether it passes through at all
 */
export function throughSolid(kind: number, ray: Float64Array): boolean {
  const px = ray[0]!
  const py = ray[1]!
  const pz = ray[2]!
  const dx = ray[3]!
  const dy = ray[4]!
  const dz = ray[5]!
  let near = -Infinity
  let far = Infinity
  if (kind === BOX) {
    if (Math.abs(dx) < 1e-15) {
      if (Math.abs(px) >= 1) return false
    } else {
      const s = (-1 - px) / dx
      const t = (1 - px) / dx
      near = Math.min(s, t)
      far = Math.max(s, t)
    }
    if (Math.abs(dz) < 1e-15) {
      if (Math.abs(pz) >= 1) return false
    } else {
      const s = (-1 - pz) / dz
      const t = (1 - pz) / dz
      near = Math.max(near, Math.min(s, t))
      far = Math.min(far, Math.max(s, t))
    }
  } else {
    const round = kind === ELLIPSOID ? 1 : 0
    const a = dx * dx + dz * dz + round * dy * dy
    const b = px * dx + pz * dz + round * py * dy
    const c = px * px + pz * pz + round * py * py - 1
    if (a < 1e-18) {
      if (c >= 0) return false
    } else {
      const disc = b * b - a * c
      if (disc <= 0) return false
      const root = Math.sqrt(disc)
      near = (-b - root) / a
      far = (-b + root) / a
    }
  }
  if (kind !== ELLIPSOID) {
    if (Math.abs(dy) < 1e-15) {
      if (Math.abs(py) >= 1) return false
    } else {
      const s = (-1 - py) / dy
      const t = (1 - py) / dy
      near = Math.max(near, Math.min(s, t))
      far = Math.min(far, Math.max(s, t))
    }
  }
  ray[6] = near
  ray[7] = far
  return near < far
}

interface PointWithNormal {
  readonly x: number
  readonly y: number
  readonly z: number
  nx: number
  ny: number
  nz: number
}

/**
 * Puts the unit normal that points out of a solid at a point of its surface.
 * @param kind BOX, ELLIPSOID or CYLINDER
 * @param data from `o` on: its axes over its half sizes, each with what its middle gives along it
 * @param point of the surface, in the set's axes; its normal is filled
 */
export function solidNormal(
  kind: number,
  data: Float64Array,
  o: number,
  point: PointWithNormal
): void {
  const own = (k: number): number =>
    point.x * data[o + k]! +
    point.y * data[o + k + 1]! +
    point.z * data[o + k + 2]! -
    data[o + k + 3]!
  const [lx, ly, lz] = [own(0), own(4), own(8)]
  // The gradient of what is 1 on the surface, in the solid's own axes.
  let [gx, gy, gz] = [lx, ly, lz]
  if (kind === CYLINDER) {
    const onEnd = Math.abs(ly) >= Math.hypot(lx, lz)
    if (onEnd) gx = gz = 0
    else gy = 0
  } else if (kind === BOX) {
    const most = Math.max(Math.abs(lx), Math.abs(ly), Math.abs(lz))
    if (Math.abs(ly) === most) gx = gz = 0
    else if (Math.abs(lx) === most) gy = gz = 0
    else gx = gy = 0
  }
  const x = gx * data[o]! + gy * data[o + 4]! + gz * data[o + 8]!
  const y = gx * data[o + 1]! + gy * data[o + 5]! + gz * data[o + 9]!
  const z = gx * data[o + 2]! + gy * data[o + 6]! + gz * data[o + 10]!
  const size = Math.hypot(x, y, z) || 1
  point.nx = x / size
  point.ny = y / size
  point.nz = z / size
}

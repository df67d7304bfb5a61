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
 * Share of a segment at either end that does not count, so that a surface does not shade itself.
 */
export const EPS = 1e-6

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

/** The same of a segment, as long as the ray's direction: whether any of it is inside. */
export function passesThrough(kind: number, ray: Float64Array): boolean {
  if (!throughSolid(kind, ray)) return false
  const near = ray[6]! > 0 ? ray[6]! : 0
  const far = ray[7]! < 1 ? ray[7]! : 1
  return far - near > EPS && far > EPS && near < 1 - EPS
}

/**
 * Puts the unit normal that points out of a solid at a point of its surface.
 * @param kind BOX, ELLIPSOID or CYLINDER
 * @param data from `o` on: its axes over its half sizes, each with what its middle gives along it
 * @param hit [7] as of Surfaces.nearest: the point in the set's axes; its normal is filled
 */
export function solidNormal(kind: number, data: Float64Array, o: number, hit: Float64Array): void {
  const px = hit[1]!
  const py = hit[2]!
  const pz = hit[3]!
  // The gradient of what is 1 on the surface, in the solid's own axes.
  let gx = px * data[o]! + py * data[o + 1]! + pz * data[o + 2]! - data[o + 3]!
  let gy = px * data[o + 4]! + py * data[o + 5]! + pz * data[o + 6]! - data[o + 7]!
  let gz = px * data[o + 8]! + py * data[o + 9]! + pz * data[o + 10]! - data[o + 11]!
  if (kind === CYLINDER) {
    if (gy * gy >= gx * gx + gz * gz) gx = gz = 0
    else gy = 0
  } else if (kind === BOX) {
    const [ax, ay, az] = [Math.abs(gx), Math.abs(gy), Math.abs(gz)]
    if (ay >= ax && ay >= az) gx = gz = 0
    else if (ax >= az) gy = gz = 0
    else gx = gy = 0
  }
  const x = gx * data[o]! + gy * data[o + 4]! + gz * data[o + 8]!
  const y = gx * data[o + 1]! + gy * data[o + 5]! + gz * data[o + 9]!
  const z = gx * data[o + 2]! + gy * data[o + 6]! + gz * data[o + 10]!
  const size = Math.sqrt(x * x + y * y + z * z) || 1
  hit[4] = x / size
  hit[5] = y / size
  hit[6] = z / size
}

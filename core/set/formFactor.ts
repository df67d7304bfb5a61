/**
 * Share of a point's view that a flat four-cornered patch fills, cosine-weighted: the view factor
 * of a small surface to a polygon, exact however near. Source: Lambert's contour formula (radiation
 * view-factor handbooks): F = |Σ angle(rᵢ, rᵢ₊₁) · n·(rᵢ × rᵢ₊₁)/|rᵢ × rᵢ₊₁|| / 2π, the polygon cut
 * off at the point's horizon.
 */
import type { Vec } from './vec'

/** The corners seen from the point, cut off at its horizon: five at most. */
const x = new Float64Array(8)
const y = new Float64Array(8)
const z = new Float64Array(8)

/**
 * @param points rows of 3 numbers for a point and 3 for the unit normal of the surface there
 * @param o where the row begins
 * @param corners of the patch, in order round it
 * @returns 0 to 1
 */
export function formFactor(points: ArrayLike<number>, o: number, corners: readonly Vec[]): number {
  const px = points[o]!
  const py = points[o + 1]!
  const pz = points[o + 2]!
  const nx = points[o + 3]!
  const ny = points[o + 4]!
  const nz = points[o + 5]!
  let count = 0
  let before = corners[3]!
  let up = (before[0] - px) * nx + (before[1] - py) * ny + (before[2] - pz) * nz
  for (let i = 0; i < 4; i++) {
    const corner = corners[i]!
    const high = (corner[0] - px) * nx + (corner[1] - py) * ny + (corner[2] - pz) * nz
    if (up > 0 !== high > 0) {
      const t = up / (up - high)
      x[count] = before[0] + t * (corner[0] - before[0]) - px
      y[count] = before[1] + t * (corner[1] - before[1]) - py
      z[count] = before[2] + t * (corner[2] - before[2]) - pz
      count++
    }
    if (high > 0) {
      x[count] = corner[0] - px
      y[count] = corner[1] - py
      z[count] = corner[2] - pz
      count++
    }
    before = corner
    up = high
  }
  let sum = 0
  for (let i = 0; i < count; i++) {
    const k = i + 1 < count ? i + 1 : 0
    const cx = y[i]! * z[k]! - z[i]! * y[k]!
    const cy = z[i]! * x[k]! - x[i]! * z[k]!
    const cz = x[i]! * y[k]! - y[i]! * x[k]!
    const sine = Math.sqrt(cx * cx + cy * cy + cz * cz)
    if (sine < 1e-12) continue
    const cosine = x[i]! * x[k]! + y[i]! * y[k]! + z[i]! * z[k]!
    sum += (Math.atan2(sine, cosine) * (cx * nx + cy * ny + cz * nz)) / sine
  }
  return Math.abs(sum) / (2 * Math.PI)
}

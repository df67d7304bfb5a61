/**
 * Diffraction: each point of the picture spread into its Airy pattern. Source: I(x) = (2·J₁(x)/x)²,
 * x = π·r/(λ·N), any optics handbook; J₁ by the polynomials of Abramowitz and Stegun, 9.4.4 and
 * 9.4.6.
 */

/** Bessel's function of the first kind and order, to 1e-7. */
export function besselJ1(value: number): number {
  const x = Math.abs(value)
  if (x <= 3) {
    const t = (x / 3) ** 2
    const series =
      0.5 +
      t *
        (-0.56249985 +
          t *
            (0.21093573 +
              t * (-0.03954289 + t * (0.00443319 + t * (-0.00031761 + t * 0.00001109)))))
    return value * series
  }
  const t = 3 / x
  const amplitude =
    0.79788456 +
    t *
      (0.00000156 +
        t * (0.01659667 + t * (0.00017105 + t * (-0.00249511 + t * (0.00113653 - t * 0.00020033)))))
  const phase =
    x -
    2.35619449 +
    t *
      (0.12499612 +
        t * (0.0000565 + t * (-0.00637879 + t * (0.00074348 + t * (0.00079824 - t * 0.00029166)))))
  return (Math.sign(value) * amplitude * Math.cos(phase)) / Math.sqrt(x)
}

/** First dark ring: where x = 3.8317. */
const FIRST_DARK = 3.8317059702
/** So many radii of the first dark ring are drawn; what lies farther out is less than a twentieth. */
const RADII = 3

/**
 * The pattern over pixels, adding up to 1, in a square of odd side; a single 1 where it is smaller
 * than a pixel.
 * @param discPx diameter of the first dark ring, pixels
 */
export function airyKernel(discPx: number): {
  readonly side: number
  readonly shares: Float64Array
} {
  const radius = discPx / 2
  const half = radius < 0.25 ? 0 : Math.ceil(RADII * radius)
  const side = 2 * half + 1
  const shares = new Float64Array(side * side)
  const parts = 5
  let sum = 0
  for (let i = 0; i < side; i++)
    for (let k = 0; k < side; k++) {
      let share = 0
      for (let a = 0; a < parts; a++)
        for (let b = 0; b < parts; b++) {
          const u = i - half + (a + 0.5) / parts - 0.5
          const v = k - half + (b + 0.5) / parts - 0.5
          const x = half === 0 ? 0 : (FIRST_DARK * Math.hypot(u, v)) / radius
          share += x < 1e-6 ? 1 : ((2 * besselJ1(x)) / x) ** 2
        }
      shares[i * side + k] = share
      sum += share
    }
  return { side, shares: shares.map((share) => share / sum) }
}

/**
 * Spreads a linear picture by diffraction.
 * @param linear [pixel × 3]
 * @returns the same size; at the edges what lies outside is taken for its nearest pixel
 */
export function diffracted(
  linear: Float32Array,
  width: number,
  height: number,
  discPx: number
): Float32Array {
  const { side, shares } = airyKernel(discPx)
  if (side === 1) return linear
  const half = (side - 1) / 2
  const out = new Float32Array(linear.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        let sum = 0
        for (let i = 0; i < side; i++) {
          const yy = Math.min(height - 1, Math.max(0, y + i - half))
          for (let k = 0; k < side; k++) {
            const xx = Math.min(width - 1, Math.max(0, x + k - half))
            sum += shares[i * side + k]! * linear[(yy * width + xx) * 3 + c]!
          }
        }
        out[(y * width + x) * 3 + c] = sum
      }
  return out
}

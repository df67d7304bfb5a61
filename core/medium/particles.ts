/**
 * Light that particles in water turn aside, per steradian: over all directions it sums to 1. Most
 * goes nearly straight on; back towards where it came from it is nearly even. Source: mean of
 * Petzold's measurements of 1972, as tabulated by Mobley, Light and Water, 1994 (values from memory).
 */

/** [37] by 5° from 0° to 180°; the first from 1°, where the peak is still finite. */
const BY_5_DEG: readonly number[] = [
  70, 5.74, 1.153, 0.4893, 0.2444, 0.1472, 0.08609, 0.05931, 0.0421, 0.03067, 0.02275, 0.01699,
  0.01313, 0.01046, 0.008488, 0.006976, 0.005842, 0.004953, 0.004292, 0.003782, 0.003404, 0.003116,
  0.002912, 0.002797, 0.002686, 0.002571, 0.002476, 0.002377, 0.002329, 0.002313, 0.002365,
  0.002506, 0.002662, 0.002835, 0.003031, 0.003092, 0.003154
]

/**
 * @param cosine of the angle the light is turned by, −1 to 1; 1 goes straight on
 * @returns per steradian, between the table's angles straight in its logarithm
 */
export function particlePhase(cosine: number): number {
  const at = (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI / 5
  const low = Math.min(35, Math.floor(at))
  const share = at - low
  return BY_5_DEG[low]! ** (1 - share) * BY_5_DEG[low + 1]! ** share
}

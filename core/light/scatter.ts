/** Light that small drops turn aside. */

/**
 * How much light is scattered by an angle, per steradian: over all directions it sums to 1.
 * @param cosine of the angle the light is turned by, −1 to 1; 1 goes straight on
 * @param asymmetry mean of that cosine, −1 to 1; 0 scatters alike to all sides
 * Source: Henyey and Greenstein, Astrophysical Journal 1941.
 */
export function henyeyGreenstein(cosine: number, asymmetry: number): number {
  if (!(asymmetry > -1 && asymmetry < 1))
    throw new RangeError(`asymmetry must lie between −1 and 1: ${asymmetry}`)
  const g = asymmetry
  const under = 1 + g * g - 2 * g * Math.max(-1, Math.min(1, cosine))
  return (1 - g * g) / (4 * Math.PI * under * Math.sqrt(under))
}

/** The same against scattering alike to all sides: 1 on the mean. */
export const phaseGain = (cosine: number, asymmetry: number): number =>
  4 * Math.PI * henyeyGreenstein(cosine, asymmetry)

/**
 * Reflectance of a matt surface as bright as thin vapour that scatters alike to all sides.
 * @param opticalDepth along the view, ≥ 0; small
 * Source: single scattering, L = E·τ/(4π) = E·ρ/π.
 */
export const vapourReflectance = (opticalDepth: number): number => opticalDepth / 4

/** From here on light is scattered more than once: the single scattering here says too much. */
export const THICK = 0.5

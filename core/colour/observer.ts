/**
 * What an eye makes of a spectrum. Colour-matching functions of the CIE 1931 2° observer, by 10 nm.
 * Source: CIE 15 (from memory; the tests hold it against sums of Gaussians by Wyman, Sloan and
 * Shirley, JCGT 2013, and against the chromaticities CIE 15 states).
 */
import type { Spectrum } from './bands'

export type Xyz = readonly [number, number, number]

const X_BAR = [
  0.01431, 0.04351, 0.13438, 0.2839, 0.34828, 0.3362, 0.2908, 0.19536, 0.09564, 0.03201, 0.0049,
  0.0093, 0.06327, 0.1655, 0.2904, 0.43345, 0.5945, 0.7621, 0.9163, 1.0263, 1.0622, 1.0026, 0.85445,
  0.6424, 0.4479, 0.2835, 0.1649, 0.0874, 0.04677, 0.0227, 0.011359
]
const Y_BAR = [
  0.000396, 0.00121, 0.004, 0.0116, 0.023, 0.038, 0.06, 0.09098, 0.13902, 0.20802, 0.323, 0.503,
  0.71, 0.862, 0.954, 0.99495, 0.995, 0.952, 0.87, 0.757, 0.631, 0.503, 0.381, 0.265, 0.175, 0.107,
  0.061, 0.032, 0.017, 0.00821, 0.004102
]
const Z_BAR = [
  0.06785, 0.2074, 0.6456, 1.3856, 1.74706, 1.77211, 1.6692, 1.28764, 0.81295, 0.46518, 0.272,
  0.1582, 0.07825, 0.04216, 0.0203, 0.00875, 0.0039, 0.0021, 0.00165, 0.0011, 0.0008, 0.00034,
  0.00019, 0.00005, 0.00002, 0, 0, 0, 0, 0, 0
]
export const MATCHING: readonly (readonly number[])[] = [X_BAR, Y_BAR, Z_BAR]

const along = (curve: readonly number[], spectrum: Spectrum): number => {
  let sum = 0
  for (let k = 0; k < curve.length; k++) sum += curve[k]! * spectrum[k]!
  return sum
}

/** Tristimulus values, in the spectrum's own units. */
export const xyzOf = (spectrum: Spectrum): Xyz => [
  along(X_BAR, spectrum),
  along(Y_BAR, spectrum),
  along(Z_BAR, spectrum)
]

/** Luminance alone. */
export const luminanceOf = (spectrum: Spectrum): number => along(Y_BAR, spectrum)

export interface Chromaticity {
  readonly x: number
  readonly y: number
}
export function chromaticityOf([x, y, z]: Xyz): Chromaticity {
  const sum = x + y + z
  return { x: x / sum, y: y / sum }
}
/** Tristimulus values of a chromaticity, luminance 1. */
export const xyzAt = ({ x, y }: Chromaticity): Xyz => [x / y, 1, (1 - x - y) / y]

/** CIE 1960 u, v: where distances from the Planckian locus are measured. */
export interface Uv {
  readonly u: number
  readonly v: number
}
export function uvOf({ x, y }: Chromaticity): Uv {
  const under = -2 * x + 12 * y + 3
  return { u: (4 * x) / under, v: (6 * y) / under }
}
export function chromaticityAt({ u, v }: Uv): Chromaticity {
  const under = 2 * u - 8 * v + 4
  return { x: (3 * u) / under, y: (2 * v) / under }
}

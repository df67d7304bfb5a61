/**
 * How many particles of a size float in water, by how much it scatters. Source: numbers fall with the
 * fourth power of the diameter (Junge’s law; Bader, Journal of Geophysical Research 1970, from
 * memory); each turns aside twice what falls on it (van de Hulst 1957), down to a thousandth of a mm.
 */
import type { Water } from './water'

/** Diameters of specks that are judged, mm: fine sand, a grain, a flake. */
export const SPECKS_MM = [0.1, 0.5, 2] as const
/** What a speck throws back; no source. */
export const SPECK_REFLECTANCE = 0.4

/** Diameter of the smallest that count, mm: what is smaller scatters little for its number. */
const FINEST_MM = 0.001

/**
 * Particles at least so large, per mm³.
 * @param sizeMm ≥ 0.001
 */
export const moreThan = ({ scatterPerM }: Pick<Water, 'scatterPerM'>, sizeMm: number): number => {
  // b = 2·π/4·∫ k·D⁻⁴·D² dD from the finest up
  const k = ((scatterPerM / 1000) * 2 * FINEST_MM) / Math.PI
  return k / (3 * sizeMm ** 3)
}

/**
 * A diameter of those at least so large, mm.
 * @param share 0 < share ≤ 1: that many are at least as large
 */
export const sizeOf = (leastMm: number, share: number): number => leastMm * share ** (-1 / 3)

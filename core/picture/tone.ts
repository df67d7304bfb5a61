/**
 * From linear light to what a screen shows. Plain: as an sRGB file of a camera without a curve of
 * its own, level 0 at 118 of 255, clipped above white (IEC 61966-2-1). Camera: as cameras draw their
 * own JPEGs, more contrast round mid-grey, shadows deeper, highlights rolled off, mid-grey where it
 * is; common practice, no source, until the curve of the camera itself is known.
 */

import { GREY } from '../light/luminance'

/** How light becomes a value. */
export type Curve = 'plain' | 'camera'

/** sRGB value of linear light from 0 to 1, 0 to 255, not rounded. */
export function encoded(linear: number): number {
  const x = Math.min(1, Math.max(0, linear))
  return 255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055)
}

/**
 * The camera's own curve on linear light, before it is encoded: a power law round mid-grey whose
 * ends lean towards black and white. Straight through 0, 0.18 and 1.
 */
export function cameraCurve(linear: number): number {
  const x = Math.max(0, linear)
  // Hill's curve, x^n/(x^n + k), raised to pass 1 at white; k so that mid-grey stays.
  const power = x ** CONTRAST
  return Math.min(1, ((1 + K) * power) / (power + K))
}
/** Slope at mid-grey against a plain one, stops a stop. */
const CONTRAST = 1.35
const GREY_POWER = GREY ** CONTRAST
/** Solves ((1 + K)·g)/(g + K) = 0.18 for g = 0.18^CONTRAST. */
const K = (GREY_POWER * (1 - GREY)) / (GREY - GREY_POWER)

/**
 * A number is looked up by its first 17 bits as IEEE 754 stores it in 32: sign, exponent, eight bits
 * of what follows. That is a step of 1/256 of itself, less than one of 255 values.
 */
export const TONE_SHIFT = 15
const ENTRIES = 2 ** (32 - TONE_SHIFT)
const tables = new Map<Curve, Uint8Array>()
/** What a screen shows, 0–255, of linear light, 1 being level 0, by its first bits. */
export function toneTable(curve: Curve): Uint8Array {
  const known = tables.get(curve)
  if (known) return known
  const bits = new Uint32Array(1)
  const value = new Float32Array(bits.buffer)
  const table = Uint8Array.from({ length: ENTRIES }, (_, i) => {
    // The middle of what has these bits.
    bits[0] = i * 2 ** TONE_SHIFT + 2 ** (TONE_SHIFT - 1)
    const linear = GREY * value[0]!
    if (!(linear > 0)) return 0
    return Math.round(encoded(curve === 'plain' ? linear : cameraCurve(linear)))
  })
  tables.set(curve, table)
  return table
}

/**
 * From linear light to what a screen shows. Plain: as an sRGB file of a camera without a curve of
 * its own, level 0 at 118 of 255, clipped above white. Source: IEC 61966-2-1.
 */

/** Level 0 is mid-grey. */
const GREY = 0.18

/** sRGB value of linear light from 0 to 1, 0 to 255, not rounded. */
export function encoded(linear: number): number {
  const x = Math.min(1, Math.max(0, linear))
  return 255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055)
}

/** Steps of the table over the square root of the light, so that shadows keep theirs. */
const STEPS = 4096
let table: Uint8Array | null = null
/**
 * Table from the square root of light, 1 being level 0, to 0–255: STEPS entries up to white.
 */
export function toneTable(): Uint8Array {
  table ??= Uint8Array.from({ length: STEPS + 1 }, (_, i) => Math.round(encoded((i / STEPS) ** 2)))
  return table
}

/** Brings the square root of light, 1 being level 0, to an index of the table. */
export const TONE_SCALE = STEPS * Math.sqrt(GREY)
export const TONE_LAST = STEPS

/** What the sun and the sky give on the level ground under a clear sky. */

/** log10 of lux as a cubic in altitude/90°, by altitude from the given one up. */
const PIECES: readonly (readonly [fromDeg: number, ...cubic: [number, number, number, number]])[] =
  [
    [20, 3.74, 3.97, -4.07, 1.47],
    [5, 3.05, 13.28, -45.98, 64.33],
    [-0.8, 2.88, 22.26, -207.64, 1034.3],
    [-5, 2.88, 21.81, -258.11, -858.36],
    [-12, 2.7, 12.17, -431.69, -1899.83]
  ]
/** Below this the formula ends; the night goes on as it is there. */
export const LOWEST_DEG = -12

/**
 * Illuminance on level ground, lux, by the sun's altitude; below −12° as at −12°.
 * @param altitudeDeg −90 to 90, without refraction
 * Source: Explanatory Supplement to the Astronomical Almanac (from memory).
 */
export function daylightLux(altitudeDeg: number): number {
  if (!(Math.abs(altitudeDeg) <= 90))
    throw new RangeError(`altitudeDeg out of range: ${altitudeDeg}`)
  const held = Math.max(LOWEST_DEG, altitudeDeg)
  const [, c0, c1, c2, c3] = PIECES.find(([from]) => held >= from)!
  const x = held / 90
  return 10 ** (c0 + x * (c1 + x * (c2 + x * c3)))
}

/** What lights the background: sun and sky, the sky alone, or a wall that the sky lights. */
export const SKY_LIGHTS = ['sun', 'sky', 'bounced'] as const
export type SkyLight = (typeof SKY_LIGHTS)[number]

/**
 * The sky alone on level ground, lux: what a clear sky gives, at most all there is.
 * Source: IES daylighting, E = 0.8 + 15.5·√sin a klx (from memory).
 */
export const skyLux = (altitudeDeg: number): number => {
  const all = daylightLux(altitudeDeg)
  if (altitudeDeg <= 0) return all
  return Math.min(all, 800 + 15500 * Math.sqrt(Math.sin((altitudeDeg * Math.PI) / 180)))
}

/** Illuminance by what lights, lux. A wall follows the sky; how much of it is for readings to say. */
export const lightOfSky = (lights: SkyLight, altitudeDeg: number): number =>
  lights === 'sun' ? daylightLux(altitudeDeg) : skyLux(altitudeDeg)

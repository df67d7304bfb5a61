/** What a clear layer takes of red, green and blue. */
import type { Rgb } from '../colour/balance'
import { linearOf } from '../colour/surface'

/** The least of a band that a layer lets through: none is wholly dark. */
const LEAST = 0.001

/**
 * What a clear thing takes of red, green and blue, per mm: through a layer so thick white light comes
 * out in the colour. Source: Beer–Lambert law.
 */
export const absorptionOf = (colour: string, throughMm: number): Rgb =>
  linearOf(colour).map((value) => -Math.log(Math.max(LEAST, value)) / throughMm) as unknown as Rgb

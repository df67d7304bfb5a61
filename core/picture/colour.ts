/** Colours of a plan as light: what a surface throws back of red, green and blue, what a layer takes. */
import { srgbDecode } from '../ambient/blackScale'
import { LUMINANCE } from '../light/luminance'

export type Rgb = readonly [number, number, number]

/** A colour written #rrggbb as linear light, 0–1. Source: IEC 61966-2-1. */
export function linearOf(colour: string): Rgb {
  const band = (at: number): number => srgbDecode(parseInt(colour.slice(at, at + 2), 16) / 255)
  return [band(1), band(3), band(5)]
}

/** No band throws back more than this. */
const MOST = 0.98

/**
 * A surface's share of red, green and blue in a colour's hue, as light as its reflectance says: where
 * a band would throw back more than it gets, the colour is paler.
 * @param colour #rrggbb; null: grey
 * @param reflectance 0–1
 */
export function albedoOf(colour: string | null, reflectance: number): Rgb {
  const grey: Rgb = [reflectance, reflectance, reflectance]
  if (colour === null) return grey
  const linear = linearOf(colour)
  const own = linear.reduce((sum, value, k) => sum + LUMINANCE[k]! * value, 0)
  // Black has no hue.
  if (own < 1e-6) return grey
  const full = linear.map((value) => (value / own) * reflectance)
  const top = Math.max(...full)
  const keep =
    top <= MOST || top === reflectance ? 1 : Math.max(0, MOST - reflectance) / (top - reflectance)
  return full.map((value) => reflectance + keep * (value - reflectance)) as unknown as Rgb
}

/** The least of a band that a layer lets through: none is wholly dark. */
const LEAST = 0.001

/**
 * What a clear thing takes of red, green and blue, per mm: through a layer so thick white light comes
 * out in the colour. Source: Beer–Lambert law.
 */
export const absorptionOf = (colour: string, throughMm: number): Rgb =>
  linearOf(colour).map((value) => -Math.log(Math.max(LEAST, value)) / throughMm) as unknown as Rgb

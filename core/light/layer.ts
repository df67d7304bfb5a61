/**
 * A layer that spreads light and takes some of it: what it throws back and what it lets through, by
 * how thick it is. Source: Kubelka and Munk 1931, in the hyperbolic form of Kubelka 1948 (J. Opt.
 * Soc. Am. 38, 448), over black, lit diffusely.
 */

/** What a stuff is, as far as its layers go. */
export interface Layered {
  /** ln of 1 over what a layer throws back that is too thick to see through; > 0 */
  readonly depth: number
  /** how fast light is lost in it, per mm */
  readonly perMm: number
}

/** A layer throws back no more than this, however thick, and lets through from LEAST to MOST. */
const WHITEST = 0.999
const [LEAST, MOST] = [1e-6, 0.999]

/**
 * A stuff by two readings.
 * @param thickReflectance of a layer so thick that nothing comes through, 0–1
 * @param transmittance of a layer of `mm`, diffuse, 0–1
 * @param mm > 0
 */
export function layered(thickReflectance: number, transmittance: number, mm: number): Layered {
  if (!(mm > 0)) throw new RangeError('a layer has a thickness')
  if (!(thickReflectance > 0 && thickReflectance <= 1))
    throw new RangeError('reflectance must lie above 0 and not above 1')
  if (!(transmittance >= 0 && transmittance <= 1))
    throw new RangeError('transmittance must lie from 0 to 1')
  const depth = -Math.log(Math.min(WHITEST, thickReflectance))
  const through = Math.min(MOST, Math.max(LEAST, transmittance))
  // T = sinh depth / sinh(perMm·mm + depth)
  return { depth, perMm: (Math.asinh(Math.sinh(depth) / through) - depth) / mm }
}

/**
 * Another colour of the same stuff: it scatters alike and takes more or less.
 * @param thickReflectance of that colour
 */
export function layeredLike(stuff: Layered, thickReflectance: number): Layered {
  const depth = -Math.log(Math.min(WHITEST, Math.max(1e-4, thickReflectance)))
  // perMm = S·sinh depth, S being what scatters.
  return { depth, perMm: (stuff.perMm * Math.sinh(depth)) / Math.sinh(stuff.depth) }
}

/** What of diffuse light a layer lets through, 0–1. */
export function throughLayer({ depth, perMm }: Layered, mm: number): number {
  const far = perMm * mm + depth
  return (2 * Math.sinh(depth) * Math.exp(-far)) / -Math.expm1(-2 * far)
}

/** What of it a layer throws back, nothing standing behind; 0–1. */
export function backFromLayer({ depth, perMm }: Layered, mm: number): number {
  const own = perMm * mm
  return (Math.exp(-depth) * Math.expm1(-2 * own)) / Math.expm1(-2 * (own + depth))
}

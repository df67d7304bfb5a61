/**
 * Reading a real frame: shares of black and clipped, histograms, percentiles. Of a large picture
 * some rows are counted. Pixels come as RGBA bytes, a part at a time, so that a large picture never
 * has to be in memory whole. What they stand for: gamut.ts.
 */
import { z } from 'zod'
import { srgbEncode } from '../ambient/blackScale'
import { decodingOf, GAMUTS, type Decoding, type Gamut } from './gamut'

export const BLACK_VALUE = 5
export const CLIP_VALUE = 254

/** counts per 8-bit value, 256 entries each */
const histogramSchema = z.array(z.number().int().min(0)).length(256)
const share = z.number().min(0).max(1)

export const analysisSchema = z.strictObject({
  width: z.number().int().min(1).max(65535),
  height: z.number().int().min(1).max(65535),
  gamut: z.enum(GAMUTS).default('srgb').describe('what its numbers follow'),
  blackShare: share.describe('pixels whose brightest channel is ≤ 5 of 255'),
  clippedShare: z
    .strictObject({ r: share, g: share, b: share })
    .describe('pixels at ≥ 254 of 255, per channel'),
  histogram: z.strictObject({
    r: histogramSchema,
    g: histogramSchema,
    b: histogramSchema,
    luminance: histogramSchema
  }),
  percentiles: z
    .strictObject({ p1: z.number(), p50: z.number(), p99: z.number(), p999: z.number() })
    .describe('8-bit luminance values')
})
export type FrameAnalysis = z.infer<typeof analysisSchema>

/** Steps of linear luminance that a pixel's 8-bit value is looked up by. */
const LIGHT_STEPS = 65535
const ENCODED = Uint8Array.from({ length: LIGHT_STEPS + 4 }, (_, i) =>
  Math.round(255 * Math.min(1, srgbEncode(i / LIGHT_STEPS)))
)
/** What each value of a channel adds to the luminance, in those steps. */
const addedBy = ({ linear }: Decoding, share: number): Uint32Array =>
  Uint32Array.from(linear, (light) => Math.round(light * share * LIGHT_STEPS))

/** A picture is counted by so many pixels: more tell the shares no better. */
const ENOUGH_PIXELS = 1_500_000

/** Of a large picture one row in so many is counted, the middle one of them. */
export const rowStep = (width: number, height: number): number =>
  Math.max(1, Math.floor((width * height) / ENOUGH_PIXELS))

/** Linear luminance of a pixel, 0–1. */
export const luminanceBy = (by: Decoding, r: number, g: number, b: number): number =>
  by.r * by.linear[r]! + by.g * by.linear[g]! + by.b * by.linear[b]!

export interface Counter {
  readonly gamut: Gamut
  readonly r: Uint32Array
  readonly g: Uint32Array
  readonly b: Uint32Array
  readonly luminance: Uint32Array
  black: number
  pixels: number
}

export const newCounter = (gamut: Gamut = 'srgb'): Counter => ({
  gamut,
  r: new Uint32Array(256),
  g: new Uint32Array(256),
  b: new Uint32Array(256),
  luminance: new Uint32Array(256),
  black: 0,
  pixels: 0
})

/**
 * Counts rows in place.
 * @param rgba bytes, length a multiple of 4
 */
export function countPixels(counter: Counter, rgba: ArrayLike<number>): void {
  if (rgba.length % 4 !== 0)
    throw new RangeError(`rgba must hold whole pixels, got ${rgba.length} bytes`)
  const decoding = decodingOf(counter.gamut)
  const [red, green, blue] = [decoding.r, decoding.g, decoding.b].map((share) =>
    addedBy(decoding, share)
  ) as [Uint32Array, Uint32Array, Uint32Array]
  const { r: reds, g: greens, b: blues, luminance } = counter
  let black = 0
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i]!
    const g = rgba[i + 1]!
    const b = rgba[i + 2]!
    reds[r]!++
    greens[g]!++
    blues[b]!++
    luminance[ENCODED[red[r]! + green[g]! + blue[b]!]!]!++
    if (r <= BLACK_VALUE && g <= BLACK_VALUE && b <= BLACK_VALUE) black++
  }
  counter.black += black
  counter.pixels += rgba.length / 4
}

/** Smallest 8-bit value at or below which the given share of the pixels lies. */
export function percentile(histogram: ArrayLike<number>, wanted: number): number {
  let total = 0
  for (let v = 0; v < histogram.length; v++) total += histogram[v]!
  let seen = 0
  for (let v = 0; v < histogram.length; v++) {
    seen += histogram[v]!
    if (seen >= wanted * total && seen > 0) return v
  }
  return histogram.length - 1
}

export function finishCount(counter: Counter, width: number, height: number): FrameAnalysis {
  if (counter.pixels === 0) throw new RangeError('counter must have seen pixels')
  const clipped = (counts: Uint32Array) => {
    let sum = 0
    for (let v = CLIP_VALUE; v < 256; v++) sum += counts[v]!
    return sum / counter.pixels
  }
  return {
    width,
    height,
    gamut: counter.gamut,
    blackShare: counter.black / counter.pixels,
    clippedShare: { r: clipped(counter.r), g: clipped(counter.g), b: clipped(counter.b) },
    histogram: {
      r: Array.from(counter.r),
      g: Array.from(counter.g),
      b: Array.from(counter.b),
      luminance: Array.from(counter.luminance)
    },
    percentiles: {
      p1: percentile(counter.luminance, 0.01),
      p50: percentile(counter.luminance, 0.5),
      p99: percentile(counter.luminance, 0.99),
      p999: percentile(counter.luminance, 0.999)
    }
  }
}

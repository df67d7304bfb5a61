/**
 * Reading a real frame: shares of black and clipped, histograms, percentiles, the level of a marked
 * patch. Pixels come in stripes of RGBA bytes (sRGB), so that a large picture never has to be in
 * memory whole. Source: IEC 61966-2-1 for decoding; luminance weights 0.2126, 0.7152, 0.0722 (ITU-R
 * BT.709).
 */
import { z } from 'zod'
import { CLIP_LEVEL, srgbDecode, srgbEncode } from '../ambient/blackScale'

export const BLACK_VALUE = 5
const CLIP_VALUE = 254

/** counts per 8-bit value, 256 entries each */
const histogramSchema = z.array(z.number().int().min(0)).length(256)
const share = z.number().min(0).max(1)

export const analysisSchema = z.strictObject({
  width: z.number().int().min(1).max(65535),
  height: z.number().int().min(1).max(65535),
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

/** linear light of each 8-bit value */
export const LINEAR = Float64Array.from({ length: 256 }, (_, value) => srgbDecode(value / 255))

/** 8-bit value of a linear luminance, by table (4096 steps of its square root) */
const ENCODE_STEPS = 4096
const ENCODED = Uint8Array.from({ length: ENCODE_STEPS + 1 }, (_, i) =>
  Math.round(255 * Math.min(1, srgbEncode((i / ENCODE_STEPS) ** 2)))
)

const luminance = (r: number, g: number, b: number): number =>
  0.2126 * LINEAR[r]! + 0.7152 * LINEAR[g]! + 0.0722 * LINEAR[b]!

export interface Counter {
  readonly r: Uint32Array
  readonly g: Uint32Array
  readonly b: Uint32Array
  readonly luminance: Uint32Array
  black: number
  pixels: number
}

export const newCounter = (): Counter => ({
  r: new Uint32Array(256),
  g: new Uint32Array(256),
  b: new Uint32Array(256),
  luminance: new Uint32Array(256),
  black: 0,
  pixels: 0
})

/**
 * Counts a stripe in place.
 * @param rgba bytes, length a multiple of 4
 */
export function countPixels(counter: Counter, rgba: ArrayLike<number>): void {
  if (rgba.length % 4 !== 0)
    throw new RangeError(`rgba must hold whole pixels, got ${rgba.length} bytes`)
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i]!
    const g = rgba[i + 1]!
    const b = rgba[i + 2]!
    counter.r[r]!++
    counter.g[g]!++
    counter.b[b]!++
    counter.luminance[ENCODED[Math.round(Math.sqrt(luminance(r, g, b)) * ENCODE_STEPS)]!]!++
    if (r <= BLACK_VALUE && g <= BLACK_VALUE && b <= BLACK_VALUE) counter.black++
  }
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

export interface PatchLevel {
  /** mean level, stops against mid-grey; never under `FLOOR_LEVEL` */
  readonly level: number
  /** a clipped patch is at least this bright, one at the file's floor at most */
  readonly limit: 'exact' | 'at-least' | 'at-most'
  readonly clippedShare: number
}

/**
 * Below this an 8-bit file tells nothing more: value 1 of 255 is level −9.2, rounding makes it
 * uncertain from −8 on.
 */
export const FLOOR_LEVEL = -8

/**
 * Level of a patch.
 * @param rgba the patch's pixels, RGBA bytes
 */
export function patchLevel(rgba: ArrayLike<number>): PatchLevel {
  if (rgba.length < 4 || rgba.length % 4 !== 0)
    throw new RangeError('rgba must hold at least one whole pixel')
  let sum = 0
  let clipped = 0
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i]!
    const g = rgba[i + 1]!
    const b = rgba[i + 2]!
    sum += luminance(r, g, b)
    if (r >= CLIP_VALUE || g >= CLIP_VALUE || b >= CLIP_VALUE) clipped++
  }
  const pixels = rgba.length / 4
  const level = Math.log2(sum / pixels / 0.18)
  const clippedShare = clipped / pixels
  if (level <= FLOOR_LEVEL) return { level: FLOOR_LEVEL, limit: 'at-most', clippedShare }
  return {
    level: Math.min(level, CLIP_LEVEL),
    limit: clippedShare > 0.05 ? 'at-least' : 'exact',
    clippedShare
  }
}

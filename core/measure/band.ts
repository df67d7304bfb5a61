/**
 * The dark band of a shutter faster than the flash can follow, measured in a picture of an evenly
 * lit sheet. Source: the band's edge stands where the light is half way between dark and lit; the
 * step is found as the split of the line means that leaves the least squared rest (least-squares
 * step fit, any handbook of statistics).
 */
import { decodingOf } from './gamut'

const { linear: LINEAR } = decodingOf('srgb')

export interface Band {
  /** share of the frame without flash; 0 for none */
  readonly share: number
  readonly side: 'top' | 'bottom' | 'left' | 'right'
  /** how much darker the band is, stops */
  readonly depthStops: number
}

/**
 * A band is at least this much darker than the rest: vignetting and an uneven sheet are not. Common
 * practice, no source.
 */
const LEAST_STOPS = 1.5
/**
 * Of all the unevenness, the share the step must account for; less is a subject, not a band. Common
 * practice, no source.
 */
const LEAST_FIT = 0.75
/** A sheet darker than this got no flash at all, linear light. */
const NO_LIGHT = 0.18 * 2 ** -6

/** Mean green light of each line, along x or y; the green channel stands for luminance. */
function means(
  rgba: ArrayLike<number>,
  width: number,
  height: number,
  across: boolean
): Float64Array {
  const out = new Float64Array(across ? width : height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) out[across ? x : y]! += LINEAR[rgba[(y * width + x) * 4 + 1]!]!
  return out.map((sum) => sum / (across ? height : width))
}

interface Step {
  readonly at: number
  readonly before: number
  readonly after: number
  /** unevenness the step accounts for, a line's share; and of all there is */
  readonly gain: number
  readonly fit: number
}
/** The split of a profile into two flat halves that leaves least. */
function stepIn(profile: Float64Array): Step {
  const n = profile.length
  const total = profile.reduce((sum, value) => sum + value, 0)
  const spread = profile.reduce((sum, value) => sum + (value - total / n) ** 2, 0)
  let best = { at: 0, before: total / n, after: total / n, gain: 0 }
  let sum = 0
  for (let k = 1; k < n; k++) {
    sum += profile[k - 1]!
    const before = sum / k
    const after = (total - sum) / (n - k)
    const gain = ((k * (n - k)) / n) * (before - after) ** 2
    if (gain > best.gain) best = { at: k, before, after, gain }
  }
  return {
    at: best.at,
    before: best.before,
    after: best.after,
    gain: best.gain / n,
    fit: spread > 0 ? best.gain / spread : 0
  }
}

/**
 * Where the profile passes half way between the two levels, nearest to the split, between two
 * lines.
 */
function edge(profile: Float64Array, { at, before, after }: Step): number {
  const middle = (before + after) / 2
  let found = at
  let away = Infinity
  for (let i = 1; i < profile.length; i++) {
    const [a, b] = [profile[i - 1]! - middle, profile[i]! - middle]
    if (a * b > 0 || a === b || Math.abs(i - at) >= away) continue
    away = Math.abs(i - at)
    // A line's mean stands for its own middle.
    found = i - 0.5 + a / (a - b)
  }
  return found
}

/**
 * @param rgba bytes of a picture, made small: at least 16 lines either way
 * @returns the band; share 0 where there is none; null where the sheet got no light at all
 */
export function findBand(rgba: ArrayLike<number>, width: number, height: number): Band | null {
  if (!(width >= 16 && height >= 16)) throw new RangeError('width and height must be at least 16')
  if (rgba.length !== width * height * 4)
    throw new RangeError('rgba must hold width × height pixels')
  const [rows, columns] = [means(rgba, width, height, false), means(rgba, width, height, true)]
  if (Math.max(...rows) < NO_LIGHT && Math.max(...columns) < NO_LIGHT) return null
  // Curtains run one way: a picture turned upright has its band down a side.
  const tries = [
    { profile: rows, sides: ['top', 'bottom'] as const },
    { profile: columns, sides: ['left', 'right'] as const }
  ]
  const [{ profile, sides }, step] = tries
    .map((each) => [each, stepIn(each.profile)] as const)
    .reduce((a, b) => (b[1].gain > a[1].gain ? b : a))
  const dark = step.before < step.after
  const depthStops = Math.log2(
    Math.max(step.before, step.after) / Math.max(1e-6, Math.min(step.before, step.after))
  )
  const side = sides[dark ? 0 : 1]
  if (step.fit < LEAST_FIT || depthStops < LEAST_STOPS) return { share: 0, side, depthStops: 0 }
  const at = edge(profile, step) / profile.length
  return { share: Math.min(1, Math.max(0, dark ? at : 1 - at)), side, depthStops }
}

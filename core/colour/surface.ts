/**
 * Surfaces: a colour in daylight as a smooth spectrum, so that any light can fall on it. A colour is
 * what the surface throws back of red, green and blue in 5500 K under a balance for it.
 */
import { srgbDecode, srgbEncode } from '../ambient/blackScale'
import { LUMINANCE } from '../light/luminance'
import { AS_DAYLIGHT, balanced, type Rgb } from './balance'
import { BANDS, product, WAVELENGTHS, type Spectrum } from './bands'
import { luminanceOf, xyzOf } from './observer'
import { daylight, DAYLIGHT_K } from './sources'

/** A colour written #rrggbb as linear light, 0–1. Source: IEC 61966-2-1. */
export function linearOf(colour: string): Rgb {
  const band = (at: number): number => srgbDecode(parseInt(colour.slice(at, at + 2), 16) / 255)
  return [band(1), band(3), band(5)]
}

/** Linear light, 0–1, written #rrggbb; what sRGB cannot hold is its nearest. */
export const hexOf = (linear: Rgb): string =>
  `#${linear
    .map((value) =>
      Math.round(255 * srgbEncode(Math.min(1, Math.max(0, value))))
        .toString(16)
        .padStart(2, '0')
    )
    .join('')}`

/** #rrggbb, or what was measured by band, whose scale does not count; null: grey. */
export type SurfaceColour = string | Spectrum | null

/** No band throws back more than this. */
const MOST = 0.98

/**
 * A surface's share of red, green and blue in a colour's hue, as light as its reflectance says: where
 * a band would throw back more than it gets, the colour is paler.
 * @param reflectance 0–1
 */
export function albedoOf(colour: SurfaceColour, reflectance: number): Rgb {
  const grey: Rgb = [reflectance, reflectance, reflectance]
  if (colour === null) return grey
  const linear = typeof colour === 'string' ? linearOf(colour) : inGamut(shown(colour))
  const own = linear.reduce((sum, value, k) => sum + LUMINANCE[k]! * value, 0)
  // Black has no hue.
  if (own < 1e-6) return grey
  const full = linear.map((value) => (value / own) * reflectance)
  const top = Math.max(...full)
  const keep =
    top <= MOST || top === reflectance ? 1 : Math.max(0, MOST - reflectance) / (top - reflectance)
  return full.map((value) => reflectance + keep * (value - reflectance)) as unknown as Rgb
}

type Three = [number, number, number]
/** Reflectance of each band: an S-curve of a parabola over 400 to 700 nm. */
const curve = ([a, b, c]: Three): Spectrum =>
  WAVELENGTHS.map((nm) => {
    const t = (nm - 400) / 300
    const x = (a * t + b) * t + c
    return 0.5 + x / (2 * Math.sqrt(1 + x * x))
  })

/** Solves a 3 × 3 by Cramer's rule; null: it has no one answer. */
function solved(m: readonly (readonly number[])[], v: readonly number[]): Three | null {
  const det = (p: readonly (readonly number[])[]): number =>
    p[0]![0]! * (p[1]![1]! * p[2]![2]! - p[1]![2]! * p[2]![1]!) -
    p[0]![1]! * (p[1]![0]! * p[2]![2]! - p[1]![2]! * p[2]![0]!) +
    p[0]![2]! * (p[1]![0]! * p[2]![1]! - p[1]![1]! * p[2]![0]!)
  const whole = det(m)
  if (Math.abs(whole) < 1e-15) return null
  return [0, 1, 2].map(
    (k) => det(m.map((row, i) => row.map((value, j) => (j === k ? v[i]! : value)))) / whole
  ) as Three
}

const white = daylight(DAYLIGHT_K)
const shown = (spectrum: Spectrum): Rgb => {
  const [x, y, z] = xyzOf(product(white, spectrum))
  return balanced([x, y, z], AS_DAYLIGHT)
}

/** How near a fit comes before it stops, and how often it tries. */
const NEAR_ENOUGH = 1e-5
const MOST_TRIES = 60

/**
 * A smooth reflectance that shows a colour in daylight.
 * @param rgb linear, each 0–1; the edges are kept off by a thousandth
 * @returns [BANDS], 0–1
 * Source: the S-curve of a parabola of Jakob and Hanika, Computer Graphics Forum 2019, fitted here by
 *   Levenberg's damped least squares.
 */
export function smoothSpectrum(rgb: Rgb): Spectrum {
  const wanted = rgb.map((value) => Math.min(0.999, Math.max(0.001, value)))
  const miss = (p: Three): number[] => shown(curve(p)).map((value, k) => value - wanted[k]!)
  const size = (residual: readonly number[]): number => residual.reduce((sum, r) => sum + r * r, 0)
  const mean = Math.min(0.999, Math.max(0.001, (wanted[0]! + wanted[1]! + wanted[2]!) / 3))
  let best: Three = [0, 0, (mean - 0.5) / Math.sqrt(mean * (1 - mean))]
  let residual = miss(best)
  let damping = 1e-3
  for (let tries = 0; tries < MOST_TRIES && size(residual) > NEAR_ENOUGH ** 2; tries++) {
    const columns = [0, 1, 2].map((k) => {
      const step = 1e-4 * Math.max(1, Math.abs(best[k]!))
      const moved = best.map((value, j) => (j === k ? value + step : value)) as Three
      return miss(moved).map((value, i) => (value - residual[i]!) / step)
    })
    const normal = columns.map((a, i) =>
      columns.map((b, j) => {
        const sum = a.reduce((total, value, k) => total + value * b[k]!, 0)
        return i === j ? sum * (1 + damping) + 1e-12 : sum
      })
    )
    const slope = columns.map((a) => -a.reduce((sum, value, k) => sum + value * residual[k]!, 0))
    const step = solved(normal, slope)
    const next = step && (best.map((value, k) => value + step[k]!) as Three)
    const there = next && miss(next)
    if (next && there && size(there) < size(residual)) {
      best = next
      residual = there
      damping = Math.max(1e-9, damping / 5)
    } else damping *= 8
  }
  return curve(best)
}

/** What a screen can show of it. */
const inGamut = (rgb: Rgb): Rgb => rgb.map((value) => Math.max(0, value)) as unknown as Rgb

/**
 * A measured reflectance as figures of 0–1, and how light it is in daylight.
 * @param values [BANDS] as a file holds them: shares, or percent where one is above 1.5
 * @throws RangeError where a band throws back more than it gets
 */
export function measuredSurface(values: Spectrum): {
  readonly spectrum: Spectrum
  readonly reflectance: number
} {
  const top = Math.max(...values)
  const spectrum = top > 1.5 ? values.map((value) => value / 100) : values
  if (Math.max(...spectrum) > 1.0001)
    throw new RangeError('a band throws back more than it gets: is it a reflectance?')
  return { spectrum, reflectance: luminanceOf(product(white, spectrum)) }
}

const known = new Map<string, Spectrum>()
const MOST_KEPT = 200

/**
 * What a surface throws back of each band: its colour's smooth spectrum, as light in daylight as its
 * reflectance says.
 * @param reflectance 0–1
 * @returns [BANDS]
 */
export function surfaceSpectrum(colour: SurfaceColour, reflectance: number): Spectrum {
  if (colour === null) return new Array<number>(BANDS).fill(reflectance)
  const key = `${String(colour)} ${reflectance}`
  const before = known.get(key)
  if (before) return before
  const shape = typeof colour === 'string' ? smoothSpectrum(albedoOf(colour, reflectance)) : colour
  const by = reflectance / luminanceOf(product(white, shape))
  const made = shape.map((value) => value * by)
  if (known.size >= MOST_KEPT) known.clear()
  known.set(key, made)
  return made
}

/**
 * How much more (or less) a coloured surface throws back of a light than of daylight, stops; 0 for
 * grey.
 * @param light [BANDS]
 */
export const colourStops = (light: Spectrum, colour: SurfaceColour, reflectance: number): number =>
  colour === null
    ? 0
    : Math.log2(
        luminanceOf(product(light, surfaceSpectrum(colour, reflectance))) /
          (luminanceOf(light) * reflectance)
      )

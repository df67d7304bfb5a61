/**
 * Takes the noise out of a film without touching its edges: smooth over pixels that show the same
 * surface and, as far as the samples' own spread can tell, the same light. Each source by itself.
 * Source: edge-avoiding à-trous wavelets (Dammertz et al. 2010) led by the spread of the light as in
 * Schied et al. 2017; both from memory.
 */
import { LUMINANCE } from '../light/luminance'
import type { Film } from './film'
import { alikeness, guidesOf } from './guides'

/** What comes out: mean light, and how far off its luminance may still be. */
export interface Denoised {
  /** [source × pixel × 3] */
  readonly light: Float32Array
  /** [source × pixel] square of one standard deviation of its luminance */
  readonly spread: Float32Array
}

const LEVELS = 5
/** A picture narrower than this, pixels, is a first look: three levels reach as far over it. */
const NARROW = 160
/** So many standard deviations apart, light counts as other light. */
const APART = 4
/** Noise below this share of the light is let be. */
const CALM = 0.005 * APART
/** What one smoothing leaves of noise. */
const CALMER = 0.6
/** From this step on pixels are smooth enough to be told apart by themselves. */
const SETTLED = 4
/** A pixel so many standard deviations above all round it is a stray. */
const STRAY = 4

const luminanceAt = (light: Float32Array, p: number): number =>
  LUMINANCE[0] * light[p * 3]! + LUMINANCE[1] * light[p * 3 + 1]! + LUMINANCE[2] * light[p * 3 + 2]!

/** Luminance of the light of one source, pixel by pixel. */
function luminances(light: Float32Array): Float32Array {
  const own = new Float32Array(light.length / 3)
  for (let p = 0; p < own.length; p++) own[p] = luminanceAt(light, p)
  return own
}

/** Mean light of a film as it was traced, and its spread. */
export function meansOf({ light, squares, samples }: Film): Denoised {
  const means = new Float32Array(light.length)
  for (let i = 0; i < means.length; i++) means[i] = light[i]! / samples
  const spread = new Float32Array(squares.length)
  for (let p = 0; p < squares.length; p++) {
    const mean = luminanceAt(means, p)
    spread[p] = Math.max(0, squares[p]! / samples - mean * mean) / Math.max(1, samples - 1)
  }
  return { light: means, spread }
}

/** A grid of pixels, row by row. */
interface Grid {
  readonly width: number
  readonly rows: number
}

/** Brings single bright strays of one source down to the brightest of what lies round them. */
function withoutStrays(light: Float32Array, spread: Float32Array, { width, rows }: Grid): void {
  const own = luminances(light)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < width; x++) {
      const p = y * width + x
      if (own[p]! <= 0) continue
      let most = 0
      for (let yy = Math.max(0, y - 1); yy <= Math.min(rows - 1, y + 1); yy++)
        for (let xx = Math.max(0, x - 1); xx <= Math.min(width - 1, x + 1); xx++) {
          const q = yy * width + xx
          if (q !== p && own[q]! > most) most = own[q]!
        }
      if (own[p]! < 1.5 * most || own[p]! - most > STRAY * Math.sqrt(spread[p]!)) continue
      const k = most / own[p]!
      for (let c = 0; c < 3; c++) light[p * 3 + c]! *= k
      spread[p]! *= k * k
    }
}

/** Standard deviations, smoothed over neighbours: a few samples know them badly. */
function deviations(spread: Float32Array, { width, rows }: Grid, out: Float32Array): void {
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0
      let count = 0
      for (let yy = Math.max(0, y - 1); yy <= Math.min(rows - 1, y + 1); yy++)
        for (let xx = Math.max(0, x - 1); xx <= Math.min(width - 1, x + 1); xx++) {
          const w = (yy === y ? 2 : 1) * (xx === x ? 2 : 1)
          sum += w * spread[yy * width + xx]!
          count += w
        }
      out[y * width + x] = Math.sqrt(sum / count)
    }
}

/**
 * Neighbours: four to the right and below, as guides.ts weighs them, and the same backwards. How
 * much each counts, of a spline over three pixels each way.
 */
const ACROSS = [1, 0, 1, -1, -1, 0, -1, 1] as const
const DOWN = [0, 1, 1, 1, 0, -1, -1, -1] as const
const COUNTS = [1 / 2, 1 / 2, 1 / 4, 1 / 4] as const

/**
 * How bright each pixel is with those next to it that show the same: what light is told apart by, so
 * that one pixel's own noise does not make it an island.
 */
function calmed(own: Float32Array, nearest: Float32Array, { width, rows }: Grid): Float32Array {
  const calm = new Float32Array(own.length)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < width; x++) {
      const p = y * width + x
      let sum = own[p]!
      let count = 1
      for (let k = 0; k < 8; k++) {
        const xx = x + ACROSS[k]!
        const yy = y + DOWN[k]!
        if (xx < 0 || xx >= width || yy < 0 || yy >= rows) continue
        const q = yy * width + xx
        const w = nearest[(k < 4 ? p : q) * 4 + (k & 3)]!
        sum += w * own[q]!
        count += w
      }
      calm[p] = sum / count
    }
  return calm
}

const outside = (x: number, y: number, width: number, rows: number): boolean =>
  x < 0 || x >= width || y < 0 || y >= rows

/** Smooths one source once, over pixels `step` apart. */
function smoothed(
  from: Denoised,
  to: Denoised,
  [alike, nearest]: readonly [Float32Array, Float32Array],
  step: number,
  { width, rows }: Grid,
  scratch: Float32Array
): void {
  const { light, spread } = from
  const own = luminances(light)
  const bright = step < SETTLED ? calmed(own, nearest, { width, rows }) : own
  // What is left of the noise is told less surely than the sum of the weights would have it.
  if (step === 1) deviations(spread, { width, rows }, scratch)
  else for (let p = 0; p < scratch.length; p++) scratch[p]! *= CALMER
  const ways = Int32Array.from(ACROSS, (dx, k) => (DOWN[k]! * width + dx) * step)
  const counts = Float64Array.from(COUNTS)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < width; x++) {
      const p = y * width + x
      const middle = bright[p]!
      const allowed = APART * scratch[p]!
      if (allowed <= CALM * middle) {
        for (let c = 0; c < 3; c++) to.light[p * 3 + c] = light[p * 3 + c]!
        to.spread[p] = spread[p]!
        continue
      }
      const over = 1 / allowed
      let red = light[p * 3]!
      let green = light[p * 3 + 1]!
      let blue = light[p * 3 + 2]!
      let all = 1
      let squares = spread[p]!
      const inside = x >= step && x < width - step && y >= step && y < rows - step
      for (let k = 0; k < 8; k++) {
        if (!inside && outside(x + ACROSS[k]! * step, y + DOWN[k]! * step, width, rows)) continue
        const q = p + ways[k]!
        const off = bright[q]! - middle
        const near = 1 - (off < 0 ? -off : off) * over
        if (near <= 0) continue
        const w = counts[k & 3]! * near * near * alike[(k < 4 ? p : q) * 4 + (k & 3)]!
        if (w < 1e-4) continue
        red += w * light[q * 3]!
        green += w * light[q * 3 + 1]!
        blue += w * light[q * 3 + 2]!
        all += w
        squares += w * w * spread[q]!
      }
      to.light[p * 3] = red / all
      to.light[p * 3 + 1] = green / all
      to.light[p * 3 + 2] = blue / all
      to.spread[p] = squares > 1e-30 ? squares / (all * all) : 0
    }
}

/**
 * A film without its noise. Films of whole pictures only.
 * @param all its means: they are what is cleaned
 */
export function denoised(film: Film, all: Denoised = meansOf(film)): Denoised {
  const { width, rows, sources } = film
  const grid = { width, rows }
  const pixels = width * rows
  const levels = width < NARROW ? LEVELS - 2 : LEVELS
  const guides = guidesOf(film)
  const alike = Array.from({ length: levels }, (_, level) => alikeness(guides, grid, 1 << level))
  const other: Denoised = {
    light: new Float32Array(pixels * 3),
    spread: new Float32Array(pixels)
  }
  const scratch = new Float32Array(pixels)
  for (let s = 0; s < sources; s++) {
    const own: Denoised = {
      light: all.light.subarray(s * pixels * 3, (s + 1) * pixels * 3),
      spread: all.spread.subarray(s * pixels, (s + 1) * pixels)
    }
    if (own.spread.every((value) => value === 0)) continue
    withoutStrays(own.light, own.spread, grid)
    for (let level = 0; level < levels; level++) {
      smoothed(own, other, [alike[level]!, alike[0]!], 1 << level, grid, scratch)
      own.light.set(other.light)
      own.spread.set(other.spread)
    }
  }
  return all
}

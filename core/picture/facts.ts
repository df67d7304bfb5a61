/** What a mixed picture amounts to, in figures: for its histogram, its words and its marks. */
import { GREY, LUMINANCE } from '../light/luminance'
import type { Factors } from './mix'
import type { Picture } from './picture'

/** Histogram: half stops from here to there. */
export const LEAST_STOPS = -12
export const MOST_STOPS = 4
export const BIN_STOPS = 0.5
const BINS = (MOST_STOPS - LEAST_STOPS) / BIN_STOPS

/** White: 1 is level 0. */
export const WHITE = 1 / GREY
/** Light that comes out as 5 of 255 or less, as frames are read. Source: IEC 61966-2-1. */
export const BLACK = 5.5 / 255 / 12.92 / GREY

export interface Facts {
  /** shares of pixels by level of luminance and of red, green, blue; the ends hold what lies beyond */
  readonly histogram: readonly [Float64Array, Float64Array, Float64Array, Float64Array]
  /** shares of pixels */
  readonly black: number
  readonly clipped: number
  /** share of the light above −8 stops that came through glass by a guessed way */
  readonly guessed: number
}

/** Luminance of one of rows of three. */
export const luminanceOf = (linear: Float32Array | Float64Array, p: number): number =>
  LUMINANCE[0] * linear[p * 3]! +
  LUMINANCE[1] * linear[p * 3 + 1]! +
  LUMINANCE[2] * linear[p * 3 + 2]!

const bin = (value: number): number => {
  const at = value > 0 ? Math.floor((Math.log2(value) - LEAST_STOPS) / BIN_STOPS) : 0
  return at < 0 ? 0 : at >= BINS ? BINS - 1 : at
}

/** A pixel below this does not count as to noise: nobody sees it. */
const SEEN = 2 ** -8

/** Noise of one pixel of a mixed picture, stops. */
export function noiseAt(
  { spread, width, height }: Picture,
  factors: Factors,
  p: number,
  level: number
): number {
  let square = 0
  const pixels = width * height
  for (let s = 0; 3 * s < factors.length; s++) {
    const factor = luminanceOf(factors, s)
    square += factor * factor * spread[s * pixels + p]!
  }
  return Math.log2(1 + Math.sqrt(square) / level)
}

/** Every so many pixels are looked at for noise: it is their spread that counts. */
const NOISE_STEP = 7

/** Noise left that one pixel in twenty exceeds, of those above −8 stops; stops. */
export function noiseOf(picture: Picture, linear: Float32Array, factors: Factors): number {
  const noise: number[] = []
  for (let p = 0; p < picture.width * picture.height; p += NOISE_STEP) {
    const level = luminanceOf(linear, p)
    if (level >= SEEN) noise.push(noiseAt(picture, factors, p, level))
  }
  const sorted = Float64Array.from(noise).sort()
  return sorted[Math.floor(sorted.length * 0.95)] ?? 0
}

/** @param linear [pixel × 3] of `mixed` */
export function factsOf(picture: Picture, linear: Float32Array): Facts {
  const pixels = picture.width * picture.height
  const histogram = [0, 1, 2, 3].map(() => new Float64Array(BINS))
  let black = 0
  let clipped = 0
  let guessed = 0
  let seen = 0
  for (let p = 0; p < pixels; p++) {
    const level = luminanceOf(linear, p)
    histogram[0]![bin(level)]!++
    let most = 0
    for (let c = 0; c < 3; c++) {
      const value = linear[p * 3 + c]!
      histogram[c + 1]![bin(value)]!++
      if (value > most) most = value
    }
    if (most >= WHITE) clipped++
    if (most <= BLACK) black++
    if (level < SEEN) continue
    seen++
    guessed += picture.guessed[p]!
  }
  for (const counts of histogram) for (let i = 0; i < BINS; i++) counts[i]! /= pixels
  return {
    histogram: histogram as unknown as Facts['histogram'],
    black: black / pixels,
    clipped: clipped / pixels,
    guessed: seen > 0 ? guessed / seen : 0
  }
}

/**
 * How blurred a part of a picture is, by its edges: each edge is blurred once more by a known amount
 * and grows weaker by so much as it was sharp.
 * Source: Zhuo and Sim 2011, Defocus map estimation from a single image; here by two blurs in place of
 * one.
 */
import type { GreyPicture } from './register'

/** What the difference of neighbours two apart adds to a blur's variance, px². */
const DIFFERENCE = 1 / 3
/**
 * Pairs of blurs an edge is tried with, px. The first, near its own, evens out grain and whatever
 * form its blur has: what counts is its second moment.
 */
const TRIED = [
  [1, 2.5],
  [2, 4.5],
  [3.4, 7],
  [5, 10]
] as const
/** An edge wider than so many times the first is tried with the next pair. */
const WIDEST = 1.2
/** A wider pair that finds less than this share of what the one before found took in too much. */
const LEFT = 0.6
/** Edges weaker than this share of the strongest are left out, and than this share of the light. */
const WEAK = { ofStrongest: 0.3, ofLight: 0.04 }
const LEAST_EDGES = 6
/** Directions across edges that are told apart: 0 across, 45, 90 down, 135 degrees. */
const BLUR_DIRECTIONS = 4

export interface EdgeBlur {
  /** half-width of the blur as a bell, px; 0: detail finer than edges are told by, or grain */
  readonly sigmaPx: number
  /** pixels on edges it was measured by */
  readonly edges: number
  /** the same across edges of each direction; null where there are too few */
  readonly byDirection: readonly (number | null)[]
}

/** Blurred by a bell, rows then columns; the rim repeats. */
function blurred({ width, height, light }: GreyPicture, sigma: number): Float32Array {
  const reach = Math.ceil(3 * sigma)
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma))
  )
  const sum = kernel.reduce((a, b) => a + b)
  const pass = (from: Float32Array, across: boolean): Float32Array => {
    const out = new Float32Array(from.length)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let value = 0
        for (let k = -reach; k <= reach; k++) {
          const [px, py] = across ? [x + k, y] : [x, y + k]
          const at =
            Math.min(height - 1, Math.max(0, py)) * width + Math.min(width - 1, Math.max(0, px))
          value += kernel[k + reach]! * from[at]!
        }
        out[y * width + x] = value / sum
      }
    return out
  }
  return pass(pass(light, true), false)
}

const median = (values: number[]): number => {
  values.sort((a, b) => a - b)
  return values[Math.floor(values.length / 2)]!
}

/**
 * @param picture linear light of a part of a picture, 8 pixels and more each way
 * @returns null where it has no edges to speak of
 */
export function edgeBlur(picture: GreyPicture): EdgeBlur | null {
  const { width, height } = picture
  if (width < 8 || height < 8) throw new RangeError(`picture must be 8 px wide, got ${width}`)
  let widest: EdgeBlur | null = null
  for (const tried of TRIED) {
    const [first, again] = tried.map((sigma) => blurred(picture, sigma))
    const found = measured(first!, again!, width, height, tried)
    // A wide blur takes in what lies beside an edge: it is not believed where it says much less.
    if (!found || found.sigmaPx < LEFT * (widest?.sigmaPx ?? 0)) return widest
    widest = found
    if (found.sigmaPx <= WIDEST * tried[0]) return widest
  }
  return widest
}

function measured(
  first: Float32Array,
  again: Float32Array,
  width: number,
  height: number,
  [less, more]: readonly [number, number]
): EdgeBlur | null {
  const slope = (of: Float32Array, i: number): readonly [number, number, number] => {
    const across = (of[i + 1]! - of[i - 1]!) / 2
    const down = (of[i + width]! - of[i - width]!) / 2
    return [across, down, Math.hypot(across, down)]
  }
  let [strongest, light] = [0, 0]
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      strongest = Math.max(strongest, slope(first, y * width + x)[2])
      light = Math.max(light, first[y * width + x]!)
    }
  const least = Math.max(WEAK.ofStrongest * strongest, WEAK.ofLight * light)
  const all: number[] = []
  const by: number[][] = Array.from({ length: BLUR_DIRECTIONS }, () => [])
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x
      const [across, down, steep] = slope(first, i)
      if (steep < least) continue
      // The ridge of an edge: steeper than the neighbours on either side of it.
      const step = Math.round(across / steep) + width * Math.round(down / steep)
      if (slope(first, i + step)[2] > steep || slope(first, i - step)[2] >= steep) continue
      const ratio = steep / slope(again, i)[2]
      if (!(ratio > 1.001)) continue
      const variance = (more ** 2 - (ratio * less) ** 2) / (ratio ** 2 - 1) - DIFFERENCE
      const sigma = Math.sqrt(Math.max(0, variance))
      all.push(sigma)
      const turn = (Math.atan2(down, across) / Math.PI) * BLUR_DIRECTIONS
      by[((Math.round(turn) % BLUR_DIRECTIONS) + BLUR_DIRECTIONS) % BLUR_DIRECTIONS]!.push(sigma)
    }
  if (all.length < LEAST_EDGES) return null
  const sigmaPx = median(all)
  return {
    sigmaPx,
    edges: all.length,
    byDirection: by.map((sigmas) => (sigmas.length >= LEAST_EDGES ? median(sigmas) : null))
  }
}

/** A disc of even light spreads an edge as a bell of a quarter of its width: its second moment. */
export const discOf = (sigmaPx: number): number => 4 * sigmaPx

export interface Smear {
  /** how far what moves went, px */
  readonly px: number
  /** across, 0, to 135 degrees clockwise */
  readonly directionDeg: number
  /** whether it is more than grain and shading may look like */
  readonly told: boolean
}
/** Movement under this is not told from grain, px, nor under this share of the blur from shading. */
const LEAST_SMEAR = { px: 1.5, ofBlur: 0.8 }

/**
 * Movement, by edges that are wider across one direction than across the one square to it: even
 * travel of a length L spreads an edge by L/√12.
 * @returns null where only edges of one direction are seen
 */
export function smearOf({ byDirection, sigmaPx }: EdgeBlur): Smear | null {
  const pairs = byDirection.flatMap((sigma, i) => {
    const square = byDirection[(i + BLUR_DIRECTIONS / 2) % BLUR_DIRECTIONS]
    return sigma === null || square == null ? [] : [{ i, spread: sigma ** 2 - square ** 2 }]
  })
  if (pairs.length === 0) return null
  const { i, spread } = pairs.reduce((a, b) => (b.spread > a.spread ? b : a))
  const px = Math.sqrt(12 * Math.max(0, spread))
  return {
    px,
    directionDeg: (i * 180) / BLUR_DIRECTIONS,
    told: px >= Math.max(LEAST_SMEAR.px, LEAST_SMEAR.ofBlur * discOf(sigmaPx))
  }
}

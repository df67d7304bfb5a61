/** Even, grey parts of a frame, whose numbers a tone curve can be measured by. */
import { CLIP_VALUE } from './analyse'
import { decodingOf, type Gamut } from './gamut'
import { GREY } from './toneCurve'

/** Spots across a frame, however large it is; each at least so many pixels wide. */
const ACROSS = 96
const LEAST_PIXELS = 6

export interface SpotGrid {
  readonly across: number
  readonly down: number
}

/** How many spots a frame is parted into. */
export function spotGrid(width: number, height: number): SpotGrid {
  const across = Math.max(1, Math.min(ACROSS, Math.floor(width / LEAST_PIXELS)))
  return { across, down: Math.max(1, Math.round((across * height) / width)) }
}

/** What a spot may vary by, against its mean and of white. */
const EVEN = { ofMean: 0.15, ofWhite: 0.002 }
/** Channels may differ by so much, of 255 and of their mean, to be grey. */
const GREY_WITHIN = { values: 3, ofMean: 0.06 }

export interface JpegSpot {
  /** level its green shows, stops; NaN where the spot is uneven, clipped or black */
  readonly shownStops: number
  /** whether it is grey */
  readonly grey: boolean
}

/** @param rgba the spot's pixels */
export function jpegSpot(rgba: ArrayLike<number>, gamut: Gamut): JpegSpot {
  const { linear } = decodingOf(gamut)
  const sums = [0, 0, 0]
  let [light, light2, most] = [0, 0, 0]
  for (let i = 0; i < rgba.length; i += 4) {
    for (let channel = 0; channel < 3; channel++) {
      sums[channel]! += rgba[i + channel]!
      most = Math.max(most, rgba[i + channel]!)
    }
    light += linear[rgba[i + 1]!]!
    light2 += linear[rgba[i + 1]!]! ** 2
  }
  const pixels = rgba.length / 4
  const [r, g, b] = sums.map((sum) => sum / pixels) as [number, number, number]
  const mean = light / pixels
  const spread = Math.sqrt(Math.max(0, light2 / pixels - mean ** 2))
  const told = most < CLIP_VALUE && mean > 0 && spread <= EVEN.ofMean * mean + EVEN.ofWhite
  const apart = Math.max(r, g, b) - Math.min(r, g, b)
  return {
    shownStops: told ? Math.log2(mean / GREY) : NaN,
    grey: apart <= Math.max(GREY_WITHIN.values, GREY_WITHIN.ofMean * g)
  }
}

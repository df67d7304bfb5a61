/**
 * A camera's own tone curve: what a level that its JPEGs show stands for. It is applied to each
 * channel, as cameras do.
 */
import type { ToneCurve } from '../kit/cameraFiles'
import type { Decoding } from './gamut'

/** Linear light of level 0. */
export const GREY = 0.18

/** Beyond the ends of a curve it goes on as it ended, and is less sure by this much a stop. */
const BEYOND_PER_STOP = 0.5

export interface CurveLevel {
  /** the level it is, stops against mid-grey */
  readonly stops: number
  /** ±, stops */
  readonly uncertaintyStops: number
  /** outside what the curve was measured over */
  readonly beyond: boolean
}

/**
 * The level behind a shown one.
 * @param curve at least two points, darkest first
 * @param shownStops what the JPEG shows, read as if it had no curve of its own
 */
export function levelBehind(curve: ToneCurve, shownStops: number): CurveLevel {
  if (curve.length < 2) throw new RangeError(`curve must have two points, got ${curve.length}`)
  const at = curve.findIndex((point) => point.shownStops >= shownStops)
  const high = Math.max(1, at < 0 ? curve.length - 1 : at)
  const [a, b] = [curve[high - 1]!, curve[high]!]
  const share = (shownStops - a.shownStops) / (b.shownStops - a.shownStops)
  const outside = Math.max(0, -share, share - 1)
  const within = Math.min(1, Math.max(0, share))
  return {
    stops: a.stops + share * (b.stops - a.stops),
    uncertaintyStops:
      a.uncertaintyStops +
      within * (b.uncertaintyStops - a.uncertaintyStops) +
      BEYOND_PER_STOP * outside * (b.shownStops - a.shownStops),
    beyond: outside > 0
  }
}

/** A decoding that takes the camera's curve out of each channel; the same where there is none. */
export function withoutCurve(decoding: Decoding, curve: ToneCurve): Decoding {
  if (curve.length < 2) return decoding
  return {
    ...decoding,
    linear: decoding.linear.map((linear) =>
      linear > 0 ? GREY * 2 ** levelBehind(curve, Math.log2(linear / GREY)).stops : 0
    )
  }
}

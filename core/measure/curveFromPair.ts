/** A camera's tone curve, measured by a frame's raw file beside its JPEG. */
import {
  asCurve,
  isTold,
  LEAST_POINTS,
  LEAST_SPAN,
  LEAST_UNCERTAINTY,
  median,
  MOST_SPREAD,
  spreadOf,
  type Learned,
  type NoCurve,
  type Point
} from './curvePoints'

/** One even spot of a frame, as its two files have it. */
export interface PairSpot {
  /** level its JPEG shows, stops */
  readonly shownStops: number
  /** the same under the raw file's white, stops */
  readonly underWhite: number
  readonly grey: boolean
}
/** Where a frame has no greys enough, its colours are taken: a camera turns those a little. */
const COLOUR_UNCERTAINTY = 0.06
/** Width of a point's share of the curve, stops shown. */
const BIN = 1 / 4
/** Spots a point needs. */
const LEAST_SPOTS = 4

export interface LearnedPair {
  readonly learned: Learned
  /** mid-grey under the raw file's white, stops; null where the curve is */
  readonly rawGrey: number | null
}

/** The level a curve gives where the JPEG shows mid-grey; it must reach that far. */
function atShownGrey(points: readonly Point[]): number | null {
  const at = points.findIndex(({ shown }) => shown >= 0)
  if (at < 1) return null
  const [a, b] = [points[at - 1]!, points[at]!]
  return a.stops + ((0 - a.shown) / (b.shown - a.shown)) * (b.stops - a.stops)
}

/** The middle of each bin of spots. */
function pointsOf(spots: readonly PairSpot[]): readonly (Point & { readonly spread: number })[] {
  const bins = new Map<number, PairSpot[]>()
  for (const spot of spots) {
    if (!isTold(spot.shownStops) || !Number.isFinite(spot.underWhite)) continue
    const bin = Math.floor(spot.shownStops / BIN)
    bins.set(bin, [...(bins.get(bin) ?? []), spot])
  }
  return [...bins]
    .filter(([, inside]) => inside.length >= LEAST_SPOTS)
    .sort(([a], [b]) => a - b)
    .map(([, inside]) => {
      const spread = spreadOf(inside.map(({ underWhite }) => underWhite))
      return {
        shown: median(inside.map(({ shownStops }) => shownStops)),
        stops: median(inside.map(({ underWhite }) => underWhite)),
        uncertainty: LEAST_UNCERTAINTY + (1.25 * spread) / Math.sqrt(inside.length),
        weight: inside.length,
        spread
      }
    })
}

/**
 * A tone curve from the even spots of a frame with its raw file; greys where there are enough.
 * @param rawGrey where mid-grey lies under white, where it is known; else it is put where the JPEG
 * shows mid-grey, value 118, as cameras that follow standard output sensitivity do (ISO 12232:2006,
 * from memory)
 */
export function curveFromPair(spots: readonly PairSpot[], rawGrey: number | null): LearnedPair {
  const greys = curveFrom(pointsOf(spots.filter(({ grey }) => grey)), rawGrey)
  if (greys.learned.ok) return greys
  const all = pointsOf(spots).map((point) => ({
    ...point,
    uncertainty: Math.hypot(point.uncertainty, COLOUR_UNCERTAINTY)
  }))
  return curveFrom(all, rawGrey)
}

function curveFrom(
  points: readonly (Point & { readonly spread: number })[],
  rawGrey: number | null
): LearnedPair {
  const none = (why: NoCurve): LearnedPair => ({ learned: { ok: false, why }, rawGrey: null })
  if (points.length < LEAST_POINTS) return none('too-few')
  const grey = rawGrey ?? atShownGrey(points)
  if (grey === null || points.at(-1)!.shown - points[0]!.shown < LEAST_SPAN)
    return none('too-narrow')
  const spreadStops = median(points.map(({ spread }) => spread))
  if (spreadStops > MOST_SPREAD) return none('unsteady')
  const curve = asCurve(points.map((point) => ({ ...point, stops: point.stops - grey })))
  return { learned: { ok: true, curve, spreadStops }, rawGrey: grey }
}

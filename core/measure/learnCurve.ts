/**
 * A camera's tone curve, measured: from one frame's raw file beside its JPEG, or from frames of one
 * set whose exposures differ by known steps.
 */
import { Matrix, QrDecomposition } from 'ml-matrix'
import type { ToneCurve } from '../kit/cameraFiles'

/** Width of a point's share of the curve, stops shown. */
const BIN = 1 / 4
/** Shown levels a curve is made of: darker ones a file rounds to its last values, 254 is clipped. */
const SHOWN = { from: -7.5, to: 2.45 } as const
/** What even the best measured point may be off: where the file's mid-grey lies is rounded. */
const LEAST_UNCERTAINTY = 0.04

/** Why no curve could be made. */
export type NoCurve = 'too-few' | 'too-narrow' | 'unsteady'
export type Learned =
  | { readonly ok: true; readonly curve: ToneCurve; readonly spreadStops: number }
  | { readonly ok: false; readonly why: NoCurve }

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = (sorted.length - 1) / 2
  return (sorted[Math.floor(middle)]! + sorted[Math.ceil(middle)]!) / 2
}
/** Half-width of a bell that has the same middle half, however far its tails reach. */
const spreadOf = (values: readonly number[]): number => {
  const middle = median(values)
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)))
}

const isTold = (shown: number): boolean => shown >= SHOWN.from && shown <= SHOWN.to

interface Point {
  shown: number
  stops: number
  uncertainty: number
  weight: number
}

/**
 * Points that fall are joined with the ones before, until all rise.
 * Source: pool adjacent violators (Ayer et al. 1955, from memory).
 */
function rising(points: readonly Point[]): Point[] {
  const out: Point[] = []
  for (const point of points) {
    let last = { ...point }
    for (let before = out.at(-1); before && before.stops >= last.stops; before = out.at(-1)) {
      const weight = before.weight + last.weight
      const mean = (of: 'shown' | 'stops' | 'uncertainty'): number =>
        (before[of] * before.weight + last[of] * last.weight) / weight
      last = {
        shown: mean('shown'),
        stops: mean('stops'),
        uncertainty: mean('uncertainty'),
        weight
      }
      out.pop()
    }
    out.push(last)
  }
  return out
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000

const asCurve = (points: readonly Point[]): ToneCurve =>
  rising(points).map(({ shown, stops, uncertainty }) => ({
    shownStops: rounded(shown),
    stops: rounded(stops),
    uncertaintyStops: rounded(Math.min(3, Math.max(LEAST_UNCERTAINTY, uncertainty)))
  }))

/** The level a curve gives where the JPEG shows mid-grey; it must reach that far. */
function atShownGrey(points: readonly Point[]): number | null {
  const at = points.findIndex(({ shown }) => shown >= 0)
  if (at < 1) return null
  const [a, b] = [points[at - 1]!, points[at]!]
  return a.stops + ((0 - a.shown) / (b.shown - a.shown)) * (b.stops - a.stops)
}

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
/** Spots a point needs, points a curve, and the stops it must span. */
const LEAST_SPOTS = 4
const LEAST_POINTS = 8
const LEAST_SPAN = 3
/** Spots that stray more than this from one curve are not of one curve. */
const MOST_SPREAD = 0.5

export interface LearnedPair {
  readonly learned: Learned
  /** mid-grey under the raw file's white, stops; null where the curve is */
  readonly rawGrey: number | null
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

/** One frame of several of one set. */
export interface Rung {
  /** its exposure against the first frame's, by settings that change nothing else, stops */
  readonly exposureStops: number
  /** level shown at each spot, the same spots in each frame; NaN where it is clipped or coloured */
  readonly shown: readonly number[]
}

/** Stops between the curve's points, and how stiff it is against the readings. */
const KNOT = 1 / 2
const STIFFNESS = 0.4
/** Frames that lie nearer to each other tell nothing of the curve, stops. */
const LEAST_STEP = 0.9
/** Readings that stray by more count for less. Source: Huber 1964; 1.345 (from memory). */
const HUBER = 1.345
const ROUNDS = 6

/** Shares of the two points round a shown level. */
const hats = (shown: number, from: number): readonly [at: number, share: number] => {
  const at = Math.floor((shown - from) / KNOT)
  return [at, (shown - from) / KNOT - at]
}

interface Sighting {
  readonly spot: number
  readonly shown: number
  readonly exposureStops: number
}

/**
 * A tone curve from frames that differ by known steps: each spot has one level of its own, the
 * curve takes what every frame shows of it back to that level and the frame's exposure. Least
 * squares with a stiff curve, strays weighed less; mid-grey is where the JPEG shows it.
 * Source: Debevec and Malik 1997, recovering a response from differently exposed pictures.
 */
export function curveFromSteps(rungs: readonly Rung[]): Learned {
  const sightings: Sighting[] = rungs.flatMap(({ exposureStops, shown }) =>
    shown.flatMap((level, spot) => (isTold(level) ? [{ spot, shown: level, exposureStops }] : []))
  )
  const seen = new Map<number, number>()
  for (const { spot } of sightings) seen.set(spot, (seen.get(spot) ?? 0) + 1)
  // A spot seen once tells nothing of the curve.
  const told = sightings.filter(({ spot }) => seen.get(spot)! > 1)
  const exposures = told.map(({ exposureStops }) => exposureStops)
  if (
    told.length < 4 * LEAST_POINTS ||
    Math.max(...exposures) - Math.min(...exposures) < LEAST_STEP
  )
    return { ok: false, why: 'too-few' }
  const levels = told.map(({ shown }) => shown)
  const from = Math.min(...levels)
  const span = Math.max(...levels) - from
  if (span < LEAST_SPAN || from > 0 || from + span < 0) return { ok: false, why: 'too-narrow' }
  const knots = Math.ceil(span / KNOT) + 1
  const spots = [...new Set(told.map(({ spot }) => spot))]
  const column = new Map(spots.map((spot, i) => [spot, knots + i]))

  let weights = told.map(() => 1)
  let solution: number[] = []
  let residuals: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    solution = solved(told, weights, { from, knots, column })
    residuals = told.map(({ spot, shown, exposureStops }) => {
      const [at, share] = hats(shown, from)
      const next = Math.min(knots - 1, at + 1)
      return (
        solution[at]! * (1 - share) +
        solution[next]! * share -
        solution[column.get(spot)!]! -
        exposureStops
      )
    })
    const scale = Math.max(0.01, spreadOf(residuals))
    weights = residuals.map((each) => Math.min(1, (HUBER * scale) / Math.abs(each || 1e-9)))
  }
  const spreadStops = spreadOf(residuals)
  if (spreadStops > MOST_SPREAD) return { ok: false, why: 'unsteady' }
  const near = (knot: number): number[] =>
    residuals.filter((_, i) => Math.abs(told[i]!.shown - (from + knot * KNOT)) <= KNOT)
  const points = Array.from({ length: knots }, (_, knot): Point => {
    const readings = near(knot)
    return {
      shown: from + knot * KNOT,
      stops: solution[knot]!,
      uncertainty:
        LEAST_UNCERTAINTY +
        (readings.length ? (2 * spreadOf(readings)) / Math.sqrt(readings.length) : 1),
      weight: Math.max(1, readings.length)
    }
  }).filter(({ shown }) => shown <= SHOWN.to)
  const curve = asCurve(points)
  return curve.length < LEAST_POINTS / 2
    ? { ok: false, why: 'unsteady' }
    : { ok: true, curve, spreadStops }
}

/** Curve and spots that suit the readings best; the curve's points come first. */
function solved(
  told: readonly Sighting[],
  weights: readonly number[],
  { from, knots, column }: { from: number; knots: number; column: ReadonlyMap<number, number> }
): number[] {
  const columns = knots + column.size
  const rows = told.length + knots - 2 + 1
  const a = Matrix.zeros(rows, columns)
  const b = Matrix.zeros(rows, 1)
  told.forEach(({ spot, shown, exposureStops }, row) => {
    const [at, share] = hats(shown, from)
    const weight = Math.sqrt(weights[row]!)
    a.set(row, at, (1 - share) * weight)
    if (at + 1 < knots) a.set(row, at + 1, share * weight)
    a.set(row, column.get(spot)!, -weight)
    b.set(row, 0, exposureStops * weight)
  })
  for (let knot = 1; knot < knots - 1; knot++) {
    const row = told.length + knot - 1
    a.set(row, knot - 1, STIFFNESS)
    a.set(row, knot, -2 * STIFFNESS)
    a.set(row, knot + 1, STIFFNESS)
  }
  // Where the JPEG shows mid-grey is mid-grey.
  const [at, share] = hats(0, from)
  a.set(rows - 1, at, (1 - share) * 100)
  if (at + 1 < knots) a.set(rows - 1, at + 1, share * 100)
  return new QrDecomposition(a).solve(b).to1DArray()
}

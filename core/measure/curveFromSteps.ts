/** A camera's tone curve, measured by frames of one set whose exposures differ by known steps. */
import { Matrix, QrDecomposition } from 'ml-matrix'
import {
  asCurve,
  isTold,
  LEAST_POINTS,
  LEAST_SPAN,
  LEAST_UNCERTAINTY,
  MOST_SPREAD,
  SHOWN,
  spreadOf,
  type Learned,
  type Point
} from './curvePoints'

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

/** Spots a curve is worked out by; more tell no more, and take longer. */
const MOST_SPOTS = 60

/** Spots that are told in two frames or more, spread evenly over what they show. */
function tellingSpots(rungs: readonly Rung[]): number[] {
  const told = (rungs[0]?.shown ?? [])
    .map((_, spot) => ({
      spot,
      levels: rungs.map(({ shown }) => shown[spot]!).filter((level) => isTold(level))
    }))
    // A spot seen once tells nothing of the curve.
    .filter(({ levels }) => levels.length > 1)
    .sort((a, b) => a.levels[0]! - b.levels[0]!)
  const step = Math.max(1, told.length / MOST_SPOTS)
  return Array.from(
    { length: Math.min(told.length, MOST_SPOTS) },
    (_, i) => told[Math.floor(i * step)]!.spot
  )
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
  const chosen = tellingSpots(rungs)
  const told: Sighting[] = rungs.flatMap(({ exposureStops, shown }) =>
    chosen.flatMap((spot) =>
      isTold(shown[spot]!) ? [{ spot, shown: shown[spot]!, exposureStops }] : []
    )
  )
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

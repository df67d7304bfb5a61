/**
 * The course of falling (or rising) light: its shape by the sun, its height and steepness by what was
 * read, and
 * the shutter due at each minute for the background to stay at its level.
 */
import { sunAltitudeDeg, sunPasses, halfDay } from '../ambient/sun'
import { lightOfSky, LOWEST_DEG } from '../ambient/twilight'
import { restCell } from '../ledger/cells'
import type { AmbientReading, Falling, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'

/** A reading of the background, as the camera’s shutter would have to be. */
export interface TimedReading {
  readonly id: string
  /** ms since 1970 */
  readonly at: number
  /** EV the camera would call right for the background, stops */
  readonly ev: number
  readonly uncertaintyStops: number
  /** counts; left out where the user dropped it */
  readonly on: boolean
}

const MINUTE = 60_000
/** The course is looked at from the sun this high to this low. */
const HIGHEST_DEG = 8

/**
 * EV that stands for a reading of the background, as a camera with this lens and its filters would
 * call it right through the lens: its level at f/1, 1 s, ISO 100, no ND.
 */
export function evOfBackground(plan: Plan, reading: AmbientReading): number {
  const place = transportOf(plan).scene.places.find(({ id }) => id === 'background')!
  const open: Plan = {
    ...plan,
    ambient: { ...plan.ambient, background: reading, shadeStops: 0 },
    settings: { ...plan.settings, apertureStops: 0, shutterStops: 0, isoStops: 0, ndStops: 0 }
  }
  return restCell(open, place).level
}

/** The clear-sky EV of the background by the sun’s altitude: light falling in on it. */
function clearEv(plan: Plan, falling: Falling, altitudeDeg: number): number {
  return evOfBackground(plan, {
    value: { kind: 'lux', lux: Math.max(0.0001, lightOfSky(falling.lights, altitudeDeg)) },
    limit: 'exact',
    via: 'incident',
    atMagnification: plan.focus.magnification,
    takenAt: null,
    look: null
  })
}

export interface CoursePoint {
  /** ms since 1970 */
  readonly at: number
  readonly altitudeDeg: number
  /** of the background, stops */
  readonly ev: number
  /** ±, one standard deviation */
  readonly uncertaintyStops: number
  /** exact shutter that is due, −log2 s */
  readonly dueStops: number
}
export interface FittedReading extends TimedReading {
  /** what it is off the course, stops */
  readonly offStops: number
  /** so far off that it hardly counts: a cloud, or a slip */
  readonly strays: boolean
}
export interface Course {
  /** a minute apart */
  readonly points: readonly CoursePoint[]
  readonly readings: readonly FittedReading[]
  /** against a clear sky that lights the background fully; stops, ± */
  readonly offsetStops: number
  readonly offsetUncertainty: number
  /** of the clear sky’s own steepness, ± */
  readonly slope: number
  readonly slopeUncertainty: number
  /** when the sun’s middle passes the horizon; null: not in sight of the course */
  readonly sunsetAt: number | null
  /** the sun does not pass these heights that day: half a day is shown */
  readonly allDay: boolean
}

/**
 * Before anything is read: walls, direction and clouds; steepness within so much; sky between
 * readings drifts by so much a root of a minute. Common practice, no source.
 */
const OFFSET_PRIOR = 1.5
const SLOPE_PRIOR = 0.12
const WEATHER = 0.05
/** Readings further out than this many of their own ± count less and less. */
const DEGREES = 4
const STRAYS_FROM = 3

interface Line {
  readonly offset: number
  readonly slope: number
  /** of offset and slope, and between them */
  readonly covariance: readonly [number, number, number]
  readonly middle: number
}

/**
 * Straight line through readings with priors, strays weighed less. Source: linear regression with
 * priors; Student’s t (Lange, Little and Taylor 1989, from memory).
 * @param points model’s figure x, what was read y, its ±
 */
function fitLine(
  points: readonly { readonly x: number; readonly y: number; readonly spread: number }[],
  middleOtherwise: number
): Line {
  const middle = points.length
    ? points.reduce((sum, { x }) => sum + x, 0) / points.length
    : middleOtherwise
  let weights = points.map(() => 1)
  let line: Line = {
    offset: 0,
    slope: 1,
    covariance: [OFFSET_PRIOR ** 2, 0, SLOPE_PRIOR ** 2],
    middle
  }
  for (let turn = 0; turn < 30; turn++) {
    let [aa, ab, bb] = [1 / OFFSET_PRIOR ** 2, 0, 1 / SLOPE_PRIOR ** 2]
    let [ya, yb] = [0, 1 / SLOPE_PRIOR ** 2]
    points.forEach(({ x, y, spread }, i) => {
      const w = weights[i]! / spread ** 2
      const [u, v] = [x - middle, y - middle]
      aa += w
      ab += w * u
      bb += w * u * u
      ya += w * v
      yb += w * v * u
    })
    const det = aa * bb - ab * ab
    const offset = (bb * ya - ab * yb) / det
    const slope = (aa * yb - ab * ya) / det
    line = { offset, slope, covariance: [bb / det, -ab / det, aa / det], middle }
    weights = points.map(({ x, y, spread }) => {
      const z = (y - middle - offset - slope * (x - middle)) / spread
      return (DEGREES + 1) / (DEGREES + z * z)
    })
  }
  return line
}
const onLine = ({ offset, slope, middle }: Line, x: number): number =>
  middle + offset + slope * (x - middle)
const spreadOf = ({ covariance: [aa, ab, bb], middle }: Line, x: number): number => {
  const u = x - middle
  return Math.sqrt(Math.max(0, aa + 2 * ab * u + bb * u * u))
}

/** From when to when the course is looked at. */
function spanOf(falling: Falling): { from: number; to: number; allDay: boolean } {
  const passes = (altitude: number): number | null =>
    sunPasses(falling, falling.date, falling.way, altitude)
  const [first, last] =
    falling.way === 'dusk'
      ? [passes(HIGHEST_DEG), passes(LOWEST_DEG)]
      : [passes(LOWEST_DEG), passes(HIGHEST_DEG)]
  const [from, to] = halfDay(falling, falling.date, falling.way)
  return { from: first ?? from, to: last ?? to, allDay: first === null || last === null }
}

/** Straight between whole minutes. */
function between(values: Float64Array, from: number, at: number): number {
  const where = Math.min(values.length - 1, Math.max(0, (at - from) / MINUTE))
  const low = Math.min(values.length - 2, Math.floor(where))
  return values[low]! + (where - low) * (values[low + 1]! - values[low]!)
}

/**
 * @param readings of the background, in any order
 */
export function courseOf(plan: Plan, falling: Falling, readings: readonly TimedReading[]): Course {
  const { from, to, allDay } = spanOf(falling)
  const minutes = Math.max(2, Math.ceil((to - from) / MINUTE) + 1)
  const altitudes = Float64Array.from({ length: minutes }, (_, i) =>
    sunAltitudeDeg(from + i * MINUTE, falling)
  )
  const clear = altitudes.map((altitude) => clearEv(plan, falling, altitude))
  /** Within the course by its minutes, outside it by the sun itself. */
  const clearAt = (at: number): number =>
    at >= from && at <= to
      ? between(clear, from, at)
      : clearEv(plan, falling, sunAltitudeDeg(at, falling))
  const counted = readings.filter(({ on }) => on)
  const line = fitLine(
    counted.map(({ at, ev, uncertaintyStops }) => ({
      x: clearAt(at),
      y: ev,
      spread: Math.max(0.05, uncertaintyStops)
    })),
    clear[Math.floor(minutes / 2)]!
  )
  const levelAtOne = levelAtOneSecond(plan)
  const due = (ev: number): number => ev - plan.ambient.shadeStops + levelAtOne - falling.levelStops
  const points = Array.from({ length: minutes }, (_, i): CoursePoint => {
    const at = from + i * MINUTE
    const ev = onLine(line, clear[i]!)
    const nearest = counted.reduce(
      (least, each) => Math.min(least, Math.abs(each.at - at)),
      Infinity
    )
    const drift = Number.isFinite(nearest) ? WEATHER * Math.sqrt(nearest / MINUTE) : 0
    return {
      at,
      altitudeDeg: altitudes[i]!,
      ev,
      uncertaintyStops: Math.hypot(spreadOf(line, clear[i]!), drift),
      dueStops: due(ev)
    }
  })
  return {
    points,
    readings: [...readings]
      .sort((a, b) => a.at - b.at)
      .map((reading) => {
        const offStops = reading.ev - onLine(line, clearAt(reading.at))
        const strays = Math.abs(offStops) > STRAYS_FROM * Math.max(0.15, reading.uncertaintyStops)
        return { ...reading, offStops, strays }
      }),
    offsetStops: line.offset,
    offsetUncertainty: Math.sqrt(line.covariance[0]),
    slope: line.slope,
    slopeUncertainty: Math.sqrt(line.covariance[2]),
    sunsetAt: sunPasses(falling, falling.date, falling.way, 0),
    allDay
  }
}

/** Level of a background of EV 0 in 1 s at the plan’s aperture, ISO and filters. */
function levelAtOneSecond(plan: Plan): number {
  const place = transportOf(plan).scene.places.find(({ id }) => id === 'background')!
  const zero: AmbientReading = {
    value: { kind: 'ev', ev: 0 },
    limit: 'exact',
    via: 'lens',
    atMagnification: plan.focus.magnification,
    takenAt: null,
    look: null
  }
  const at = (settings: Plan['settings']): number =>
    restCell({ ...plan, ambient: { ...plan.ambient, background: zero }, settings }, place).level
  const open = { ...plan.settings, apertureStops: 0, shutterStops: 0, isoStops: 0, ndStops: 0 }
  return at({ ...plan.settings, shutterStops: 0 }) - at(open)
}

/** EV of the course at a moment; null outside it. */
export function evAt({ points }: Course, at: number): number | null {
  const first = points[0]!
  const last = points.at(-1)!
  if (at < first.at || at > last.at) return null
  const i = Math.min(points.length - 2, Math.floor((at - first.at) / MINUTE))
  const [low, high] = [points[i]!, points[i + 1]!]
  return low.ev + ((at - low.at) / (high.at - low.at)) * (high.ev - low.ev)
}

/** By how much the light on the background has changed from one moment to another; null: unknown. */
export function changeBetween(course: Course, from: number, to: number): number | null {
  const [then, now] = [evAt(course, from), evAt(course, to)]
  return then === null || now === null ? null : now - then
}

/** Light by angle off the axis, straight from the readings of a run: of a head, or of a modifier. */
import type { Modifier, Strobe } from '../kit/kit'
import { beamExponent } from '../light/beam'
import type { MeterDisplay } from '../scales/meter'
import { readingUncertainty } from './readingSure'
import { thinned } from './thinned'
import type { BenchReading, BenchRow, LightCalibration } from './calibration'

export interface AnglePoint {
  readonly deg: number
  /** against the axis of the bare head */
  readonly stops: number
  readonly uncertaintyStops: number
}

/** Light that a reading stands for, stops; two of one kind can be held against each other. */
const lightOf = (reading: BenchReading, { isoStops }: LightCalibration): number =>
  reading.kind === 'meter'
    ? reading.apertureStops - isoStops
    : reading.levelStops + reading.apertureStops - reading.isoStops

interface Mean {
  readonly stops: number
  readonly uncertaintyStops: number
}
function meanOf(
  readings: readonly BenchReading[],
  run: LightCalibration,
  display: MeterDisplay
): Mean | null {
  if (readings.length === 0) return null
  return {
    stops: readings.reduce((sum, each) => sum + lightOf(each, run), 0) / readings.length,
    uncertaintyStops:
      Math.hypot(...readings.map((each) => readingUncertainty(each, display))) / readings.length
  }
}

/**
 * What was read at each angle against the reference: without the modifier on the axis; of a bare
 * head its own axis. Only readings of one kind are held against each other: those of the reference.
 * @param display of the meter it was read with
 * @returns rising by angle, the axis first; empty where the reference or the axis was not read
 */
export function byAngle(run: LightCalibration, display: MeterDisplay): AnglePoint[] {
  const isReference = ({ reference, at }: BenchRow): boolean =>
    run.kind === 'modifier' ? reference : at < 0.5
  const read = run.rows.filter(({ reading, on }) => reading && on)
  const kind = read.find(isReference)?.reading?.kind
  const readings = (counts: (row: BenchRow) => boolean): BenchReading[] =>
    read.filter((row) => counts(row) && row.reading!.kind === kind).map((row) => row.reading!)
  const bare = meanOf(readings(isReference), run, display)
  if (!bare) return []
  const worn = (row: BenchRow): boolean => run.kind === 'beam' || !row.reference
  const angles = [...new Set(read.filter(worn).map(({ at }) => (at < 0.5 ? 0 : at)))]
  const points = angles
    .sort((a, b) => a - b)
    .flatMap((deg): AnglePoint[] => {
      const mean = meanOf(
        readings((row) => worn(row) && (row.at < 0.5 ? 0 : row.at) === deg),
        run,
        display
      )
      if (!mean) return []
      const own = run.kind === 'beam' && deg === 0
      return [
        {
          deg,
          stops: own ? 0 : mean.stops - bare.stops,
          uncertaintyStops: own ? 0 : Math.hypot(mean.uncertaintyStops, bare.uncertaintyStops)
        }
      ]
    })
  return points[0]?.deg === 0 ? points : []
}

const cosineStops = (deg: number, beamDeg: number): number =>
  beamExponent(beamDeg) * Math.log2(Math.max(1e-6, Math.cos((deg * Math.PI) / 180)))

export interface SmoothBeam {
  /** full angle at whose edge the light is down one stop */
  readonly beamDeg: number
  /** by how much the worst reading lies off it, stops */
  readonly worstStops: number
}

const [NARROWEST, WIDEST] = [5, 178]
/**
 * The smooth beam that comes nearest to the readings: cosⁿ, n by least squares of the stops, for
 * which they are straight in log2 cos.
 * @returns null where nothing was read off the axis
 */
export function smoothBeam(points: readonly AnglePoint[]): SmoothBeam | null {
  const off = points.filter(({ deg }) => deg > 0 && deg < 89)
  if (off.length === 0) return null
  const x = off.map(({ deg }) => Math.log2(Math.cos((deg * Math.PI) / 180)))
  const top = off.reduce((sum, { stops }, i) => sum + x[i]! * stops, 0)
  const n = Math.max(1e-3, top / x.reduce((sum, each) => sum + each * each, 0))
  const half = (Math.acos(2 ** (-1 / n)) * 180) / Math.PI
  const beamDeg = Number(Math.min(WIDEST, Math.max(NARROWEST, 2 * half)).toFixed(1))
  const worst = off.map(({ deg, stops }) => Math.abs(stops - cosineStops(deg, beamDeg)))
  return { beamDeg, worstStops: Math.max(...worst) }
}

/** As near as this a smooth beam says what was read, stops. */
const SMOOTH_ENOUGH = 0.15
/** Angles that go on beyond the last that was read. */
const BEYOND = [20, 30, 40, 50, 60, 70, 80, 88]
/** What a modifier's table holds. */
const MOST_POINTS = 30
/** What a head's does. */
const MOST_ANGLES = 60
const tidy = (value: number): number => Number(value.toFixed(2))
const kept = (stops: number): number => tidy(Math.min(4, Math.max(-20, stops)))

/**
 * The head with the beam that was read: smooth where that says it, or where it zooms; else a table,
 * beyond its last angle falling on as the smooth one would.
 * @returns the same head where nothing was read off the axis
 */
export function withReadBeam(strobe: Strobe, points: readonly AnglePoint[]): Strobe {
  const smooth = smoothBeam(points)
  if (!smooth) return strobe
  const { beamDeg, worstStops } = smooth
  if (worstStops <= SMOOTH_ENOUGH || strobe.zoom.length > 0)
    return { ...strobe, beamDeg, distribution: { kind: 'cos' } }
  const last = points.at(-1)!
  const falls = (deg: number): number =>
    last.stops + cosineStops(deg, beamDeg) - cosineStops(last.deg, beamDeg)
  const beyond = BEYOND.filter((deg) => deg > last.deg + 1)
  return {
    ...strobe,
    beamDeg,
    distribution: {
      kind: 'table',
      points: [
        ...thinned(points, MOST_ANGLES - beyond.length).map(({ deg, stops }) => ({
          deg,
          stops: kept(stops)
        })),
        ...beyond.map((deg) => ({ deg, stops: kept(falls(deg)) }))
      ]
    }
  }
}

/** Where a table ends there is as good as nothing left, stops against the axis. */
const NOTHING = -12
/** Degrees by which it goes on at least: the last reading is no edge. */
const LEAST_ON = 1

/** Beyond the last angle light falls on as it fell before it. */
function fallingOn(points: readonly AnglePoint[]): { deg: number; stops: number }[] {
  const [before, last] = [points.at(-2), points.at(-1)!]
  if (!before) return []
  const slope = Math.min(-0.05, (last.stops - before.stops) / (last.deg - before.deg))
  const end = points[0]!.stops + NOTHING
  const deg = Math.min(90, last.deg + Math.max(LEAST_ON, (end - last.stops) / slope))
  if (deg <= last.deg) return []
  return [{ deg: tidy(deg), stops: last.stops + slope * (deg - last.deg) }]
}

/** The modifier with the table that was read in place of its loss and geometry. */
export function withReadTable(modifier: Modifier, points: readonly AnglePoint[]): Modifier {
  if (points.length === 0) return modifier
  return {
    ...modifier,
    measured: [...thinned(points, MOST_POINTS - 1), ...fallingOn(points)].map(({ deg, stops }) => ({
      deg,
      stops: kept(stops)
    })),
    lossUncertaintyStops: Number(Math.max(0.01, points[0]!.uncertaintyStops).toFixed(3))
  }
}

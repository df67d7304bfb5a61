/** What a calibration starts from: how far off, and which rows to read. */
import type { Camera, Modifier, Strobe } from '../kit/kit'
import { dialMarks } from '../scales/dial'
import { marksBetween, marksOf } from '../scales/marks'
import { cutAngleDeg } from '../set/modified'
import { faceRadiusMm } from '../set/faces'
import type { BenchRow, DurationCalibration, LightKind } from './calibration'

const row = (at: number, reference = false): BenchRow => ({
  at,
  reference,
  reading: null,
  on: true
})

/** Shares of the angle at which a beam ends, or is down a stop. */
const BEAM_SHARES = [0, 0.4, 0.7, 1, 1.3]
const MODIFIER_SHARES = [0, 0.25, 0.5, 0.75, 1]
const WIDEST = 80

/** Half the angle to which a modifier's light is worth reading, degrees. */
const edgeOf = ({ beam }: Modifier, strobe: Strobe): number =>
  (cutAngleDeg(beam) ?? (beam.kind === 'spread' ? beam.beamDeg : strobe.beamDeg)) / 2

const angles = (shares: readonly number[], edgeDeg: number): number[] => [
  ...new Set(shares.map((share) => Math.min(WIDEST, Math.round(share * edgeDeg))))
]

/** Marks a stop apart, full power first. */
export function wholeMarks(strobe: Strobe, most: number): number[] {
  const marks = [...dialMarks(strobe.dial)].reverse()
  const found: number[] = []
  for (const { stops } of marks)
    if (found.length < most && (found.length === 0 || found.at(-1)! - stops > 0.95))
      found.push(stops)
  return found
}

/** Shutters a stop apart, faster than sync. */
function fasterShutters(camera: Camera): number[] {
  const { syncStops, fastestShutterStops } = camera
  const marks = marksBetween(marksOf('shutter', camera.step), syncStops, fastestShutterStops)
  const found: number[] = []
  for (const { stops } of marks)
    if (stops - (found.at(-1) ?? syncStops) > 0.95 && found.length < 6) found.push(stops)
  return found
}

export interface StartKit {
  readonly strobe: Strobe
  readonly modifier: Modifier | null
  readonly camera: Camera | null
}

/** The rows to read; any may be added, changed or left out. */
export function startRows(kind: LightKind, { strobe, modifier, camera }: StartKit): BenchRow[] {
  switch (kind) {
    case 'output':
      return [1000, 1400, 2000].map((at) => row(at))
    case 'water':
      return [300, 600, 1000].map((at) => row(at))
    case 'beam':
      return angles(BEAM_SHARES, strobe.beamDeg / 2).map((at) => row(at))
    case 'marks':
      return wholeMarks(strobe, 13).map((at) => row(at))
    case 'meter':
      return wholeMarks(strobe, 3).flatMap((at) => [row(at, true), row(at)])
    case 'highSpeed':
      return camera
        ? [row(camera.syncStops, true), ...fasterShutters(camera).map((at) => row(at))]
        : []
    case 'modifier':
      return modifier
        ? [row(0, true), ...angles(MODIFIER_SHARES, edgeOf(modifier, strobe)).map((at) => row(at))]
        : []
  }
}

/** Rows of a flash's duration: full power, and each second stop below it. */
export const startDurations = (strobe: Strobe): DurationCalibration['rows'] =>
  wholeMarks(strobe, 8)
    .filter((_, i) => i % 2 === 0)
    .map((powerStops) => ({ powerStops, value: null, on: true }))

/** A lit face is a point from so many of its sizes away. Source: five-times rule, from memory. */
const SIZES = 5
/** A table by angle holds from here on, mm. */
const LEAST_TABLE = 500

/** How far off to stand at least, mm, rounded up. */
export function leastDistanceMm({ strobe, modifier }: Omit<StartKit, 'camera'>): number {
  const face = modifier && modifier.face.kind !== 'keep' ? modifier.face : strobe.face
  const far = SIZES * 2 * faceRadiusMm(face)
  return Math.ceil(Math.max(LEAST_TABLE, far) / 100) * 100
}

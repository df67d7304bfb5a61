/** How a frame of the card is to be taken for a row: set so that the card comes out near mid-grey. */
import { ledgerOf } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { benchPlan, type Kit } from './benchSet'
import type { BenchRow, LightCalibration } from './calibration'

/** A little under mid-grey nothing clips, whatever the figures are off. */
const AIM_STOPS = -0.5

const stub = { kind: 'card', levelStops: 0, uncertaintyStops: 1, fileName: null } as const

/**
 * Lowest ISO and the aperture that does it; a higher ISO where the widest does not.
 * @returns null where an item it needs is not in the kit any more, or no light falls on the card
 */
export function cardShot(run: LightCalibration, row: BenchRow, kit: Kit): Plan | null {
  const camera = run.cameraId === null ? undefined : kit.get(run.cameraId)
  const lens = run.lensId === null ? undefined : kit.get(run.lensId)
  if (camera?.kind !== 'camera' || lens?.kind !== 'lens') return null
  const { step, syncStops, slowestShutterStops, lowestIsoStops, highestIsoStops } = camera
  const shutters = marksBetween(marksOf('shutter', step), slowestShutterStops, syncStops)
  const apertures = marksBetween(marksOf('aperture', step), lens.widestStops, lens.narrowestStops)
  const isos = marksBetween(marksOf('iso', step), lowestIsoStops, highestIsoStops)
  const [widest, lowest] = [apertures[0], isos[0]]
  if (!widest || !lowest || shutters.length === 0) return null
  const shutterStops = run.kind === 'highSpeed' ? row.at : nearestMark(shutters, syncStops).stops
  const at = (apertureStops: number, isoStops: number): Plan | null =>
    benchPlan(run, { ...row, reading: { ...stub, apertureStops, shutterStops, isoStops } }, kit)
  const first = at(widest.stops, lowest.stops)
  if (!first) return null
  const over = ledgerOf(first).totals.subject! - AIM_STOPS
  if (!Number.isFinite(over)) return null
  return over >= 0
    ? at(nearestMark(apertures, widest.stops + over).stops, lowest.stops)
    : at(widest.stops, nearestMark(isos, lowest.stops - over).stops)
}

/**
 * Whether a row is read in a frame of the card: in high-speed sync and under water, without a meter,
 * or beside it.
 */
export const byFrame = ({ kind, meterId }: LightCalibration, { reference }: BenchRow): boolean =>
  kind === 'highSpeed' || kind === 'water' || meterId === null || (kind === 'meter' && reference)

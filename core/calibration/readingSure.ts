/** How sure a reading on the bench is by itself, whatever its meter is off as a whole. */
import type { MeterDisplay } from '../scales/meter'
import { UNCERTAINTY } from '../run/calibrate'
import type { BenchReading } from './calibration'

/** What a display rounds to, stops; the f-number itself to a tenth. */
const STEP: Readonly<Record<MeterDisplay, number>> = {
  tenths: 0.1,
  thirds: 1 / 3,
  halves: 0.5,
  decimals: 0.05
}

/**
 * ±, one standard deviation, stops.
 * @param display of the meter it was read with
 * Source: what is rounded to a step is off by step/√12 (a uniform error).
 */
export const readingUncertainty = (reading: BenchReading, display: MeterDisplay): number =>
  reading.kind === 'card'
    ? reading.uncertaintyStops
    : Math.hypot(UNCERTAINTY.meter, STEP[display] / Math.sqrt(12))

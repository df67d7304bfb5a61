/** Flash duration t0.1 from what a frame showed of something whose speed is known. */
import { positive } from '../guard'
import type { DurationCalibration } from './calibration'

/** m/s². Source: standard gravity, ISO 80000-3. */
const GRAVITY = 9.80665

/** Speed of a mark on a disc, mm/s: 2πr · turns a second. */
export const turningSpeed = (radiusMm: number, turnsPerMinute: number): number =>
  (2 * Math.PI * positive(radiusMm, 'radiusMm') * positive(turnsPerMinute, 'turnsPerMinute')) / 60

/** Speed of something that has fallen so far from rest, mm/s: √(2gh). Air's drag left out. */
export const fallingSpeed = (dropMm: number): number =>
  Math.sqrt(2 * GRAVITY * 1000 * positive(dropMm, 'dropMm'))

/**
 * Time a streak took, s. A mark that stands still shows its own length already.
 * @param speedMmS mm/s
 */
export const streakSeconds = (streakMm: number, markMm: number, speedMmS: number): number =>
  Math.max(0, streakMm - markMm) / positive(speedMmS, 'speedMmS')

/**
 * t0.1 of a flash that dies away by itself, from what a leaf shutter cut off: the share that passed
 * is 1 − e^(−t/τ), t0.1 = τ·ln 10.
 * @param seconds how long the fast shutter stays open from the flash's start
 * @param lostStops what its frame got less than one at a slow shutter, stops > 0
 * Source: RC discharge model.
 */
export function durationByTwo(seconds: number, lostStops: number): number {
  const passed = 2 ** -positive(lostStops, 'lostStops')
  return (-positive(seconds, 'seconds') * Math.LN10) / Math.log1p(-passed)
}

/** The ends of a streak fade: where they lie is a judgement. Share, common practice, no source. */
const STREAK_UNSURE = 0.1
/** Two frames are told apart to this, stops. Common practice, no source. */
const LOSS_UNSURE = 0.1
/** Less than this is not told from nothing, stops. */
export const LEAST_LOST = 0.1

export interface MeasuredDuration {
  readonly powerStops: number
  readonly t01: number
  /** ±, share of it */
  readonly uncertainty: number
}

/** What the kit holds of a duration, s. */
const [SHORTEST, LONGEST] = [1e-6, 1]
const isKept = ({ t01 }: MeasuredDuration): boolean => t01 >= SHORTEST && t01 <= LONGEST

/** What each row that counts says, by its mark; those that say nothing are left out. */
export function durationsOf(run: DurationCalibration): MeasuredDuration[] {
  const { way, markMm } = run
  const found = run.rows.flatMap(({ powerStops, value, on }): MeasuredDuration[] => {
    if (value === null || !on) return []
    if (way === 'two-frames') {
      if (value < LEAST_LOST) return []
      const seconds = 2 ** -run.shutterStops
      const t01 = durationByTwo(seconds, value)
      const other = durationByTwo(seconds, value + LOSS_UNSURE)
      return [{ powerStops, t01, uncertainty: Math.abs(other - t01) / t01 }]
    }
    const speed =
      way === 'turning' ? turningSpeed(run.radiusMm, run.turnsPerMinute) : fallingSpeed(run.dropMm)
    const t01 = streakSeconds(value, markMm, speed)
    return [{ powerStops, t01, uncertainty: STREAK_UNSURE }]
  })
  return found.filter(isKept)
}

/**
 * Shutter against flash. Seconds in, shares and stops out.
 * Source: geometry of a two-curtain focal-plane shutter; common practice, no source for the penalty
 * of a head.
 */
import { positive } from '../guard'

/**
 * Share of the frame a short flash leaves dark when the shutter is faster than the curtains'
 * travel: 1 − t/Tc, 0 at sync.
 * @param seconds shutter time
 * @param curtainSeconds curtain travel, about the sync time
 */
export const darkShare = (seconds: number, curtainSeconds: number): number =>
  Math.max(0, 1 - positive(seconds, 'seconds') / positive(curtainSeconds, 'curtainSeconds'))

/**
 * Light lost in high-speed sync, given over the whole travel, stops ≥ 0: log2((Tc + t)/t), before
 * the head's own penalty.
 */
export const highSpeedSyncLoss = (seconds: number, curtainSeconds: number): number =>
  Math.log2((positive(curtainSeconds, 'curtainSeconds') + positive(seconds, 'seconds')) / seconds)

export interface Trial {
  /** −log2 of seconds */
  readonly shutterStops: number
  /** share of the frame without flash; 0 for none */
  readonly darkShare: number
}
export interface SyncFound {
  /** fastest shutter without a band; null when none was tried */
  readonly cleanStops: number | null
  /** slowest with one */
  readonly bandedStops: number | null
  /**
   * curtain travel the bands speak of, s: from t / (1 − share), the middle of them; null without a
   * band
   */
  readonly curtainSeconds: number | null
  /** a shutter without a band that is faster than one with: some trial is wrong */
  readonly contradictory: boolean
}

/**
 * The camera's real sync limit from trial frames.
 * Source: the band's geometry as in `darkShare`, solved for the travel: Tc = t / (1 − share).
 */
export function findSync(trials: readonly Trial[]): SyncFound {
  const clean = trials.filter((each) => each.darkShare === 0).map((each) => each.shutterStops)
  const banded = trials.filter((each) => each.darkShare > 0)
  const travels = banded
    .map((each) => 2 ** -each.shutterStops / (1 - each.darkShare))
    .sort((a, b) => a - b)
  const cleanStops = clean.length ? Math.max(...clean) : null
  const bandedStops = banded.length ? Math.min(...banded.map((each) => each.shutterStops)) : null
  return {
    cleanStops,
    bandedStops,
    curtainSeconds: travels[Math.floor(travels.length / 2)] ?? null,
    contradictory: cleanStops !== null && bandedStops !== null && cleanStops >= bandedStops - 1e-6
  }
}

/**
 * Where the next trial tells most: past the fastest clean mark and short of the slowest with a
 * band; before any was clean, the fastest that a measured band says should be. Null when there is
 * none.
 * @param marks of the camera, slow to fast, −log2 s
 * @param syncStops what is believed so far
 */
export function nextTrial(
  { cleanStops, bandedStops, curtainSeconds }: SyncFound,
  marks: readonly number[],
  syncStops: number
): number | null {
  const open = marks.filter(
    (stops) => stops > (cleanStops ?? -Infinity) + 0.1 && stops < (bandedStops ?? Infinity) - 0.1
  )
  if (cleanStops !== null) return open[0] ?? null
  const believed = curtainSeconds === null ? syncStops - 1 + 0.1 : -Math.log2(curtainSeconds) + 0.03
  return (
    (curtainSeconds === null
      ? open.find((stops) => stops > believed)
      : open.filter((stops) => stops <= believed).at(-1)) ?? null
  )
}

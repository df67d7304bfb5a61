/**
 * The course of a single flash: light that decays exponentially from its start, cut off where a
 * quenched head ends it. Seconds in, shares and stops out.
 * Source: RC discharge model; rise time left out.
 */
import { notNegative, positive } from '../guard'

export interface Pulse {
  /** time in which the light falls to 1/e, s */
  readonly tauS: number
  /** when the head cuts it off, s after its start; Infinity when it dies away by itself */
  readonly endS: number
}

/** Time above a tenth of the peak, s: τ·ln 10, unless it is cut off before. */
export const tenthTime = ({ tauS, endS }: Pulse): number => Math.min(endS, tauS * Math.LN10)

/** Time above half the peak, s: τ·ln 2, unless it is cut off before. */
export const halfTime = ({ tauS, endS }: Pulse): number => Math.min(endS, tauS * Math.LN2)

/**
 * Share of the flash's light given out until a time after its start, 0…1:
 * (1 − e^(−t/τ)) / (1 − e^(−end/τ)).
 * @param seconds after the start, ≥ 0; may be Infinity
 */
export function shareUntil({ tauS, endS }: Pulse, seconds: number): number {
  positive(tauS, 'tauS')
  if (seconds === Infinity || notNegative(seconds, 'seconds') >= endS) return 1
  return Math.expm1(-seconds / tauS) / (endS === Infinity ? -1 : Math.expm1(-endS / tauS))
}

/** Less than this is not told, stops. */
const UNSEEN = -0.005

/**
 * What a shutter takes from a flash by closing on it, stops ≤ 0; 0 where it would not show.
 * @param seconds how long the shutter stays open after the flash's start; 0 or less: nothing passes
 */
export function cutStops(pulse: Pulse, seconds: number): number {
  if (seconds >= pulse.endS) return 0
  if (seconds <= 0) return -Infinity
  const stops = Math.log2(shareUntil(pulse, seconds))
  return stops < UNSEEN ? stops : 0
}

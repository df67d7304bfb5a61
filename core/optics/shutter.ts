/**
 * Shutter against flash. Seconds in, shares and stops out.
 * Source: geometry of a two-curtain focal-plane shutter; common practice, no source for the penalty of a head.
 */
import { positive } from '../guard'

/**
 * Share of the frame a short flash leaves dark when the shutter is faster than the curtains' travel: 1 − t/Tc, 0 at sync.
 * @param seconds shutter time; @param curtainSeconds curtain travel, about the sync time
 */
export const darkShare = (seconds: number, curtainSeconds: number): number =>
  Math.max(0, 1 - positive(seconds, 'seconds') / positive(curtainSeconds, 'curtainSeconds'))

/** Light lost by pulsing the flash over the whole travel, stops ≥ 0: log2((Tc + t)/t), before the head's own penalty. */
export const pulsedLoss = (seconds: number, curtainSeconds: number): number =>
  Math.log2((positive(curtainSeconds, 'curtainSeconds') + positive(seconds, 'seconds')) / seconds)

/**
 * Motion blur on the sensor, pixels: speed × time × magnification / pixel pitch.
 * @param speedMmS subject speed across the frame, mm/s, ≥ 0
 * @param seconds how long light was let in: t0.1 of the flash, or the shutter for ambient, ≥ 0
 * @param pitchMm pixel pitch, mm
 * Source: plain kinematics.
 */
import { notNegative, positive } from '../guard'

export const motionBlurPx = (speedMmS: number, seconds: number, magnification: number, pitchMm: number): number =>
  (notNegative(speedMmS, 'speedMmS') * notNegative(seconds, 'seconds') * positive(magnification, 'magnification')) /
  positive(pitchMm, 'pitchMm')

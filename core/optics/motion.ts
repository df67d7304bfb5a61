/**
 * Motion blur on the sensor, pixels.
 * Source: plain kinematics and the thin lens's magnification, m ∝ 1 / distance to the entrance
 * pupil.
 */
import { notNegative, positive } from '../guard'

/**
 * Movement across the frame: speed × time × magnification / pixel pitch.
 * @param speedMmS subject speed across the frame, mm/s, ≥ 0
 * @param seconds how long light was let in: t0.1 of the flash, or the shutter for ambient, ≥ 0
 * @param pitchMm pixel pitch, mm
 */
export const motionBlurPx = (
  speedMmS: number,
  seconds: number,
  magnification: number,
  pitchMm: number
): number =>
  (notNegative(speedMmS, 'speedMmS') *
    notNegative(seconds, 'seconds') *
    positive(magnification, 'magnification')) /
  positive(pitchMm, 'pitchMm')

/**
 * Movement in any direction, at the worst spot of the subject: across by the above; toward the lens
 * the image grows, so a spot `radiusMm` off the axis wanders by radius × (way / distance).
 * @param directionDeg 0 across, 90 straight toward the lens
 * @param radiusMm farthest spot of the subject from the lens axis
 * @param pupilMm subject to entrance pupil
 */
export function motionBlurTowardsPx(
  speedMmS: number,
  directionDeg: number,
  seconds: number,
  magnification: number,
  pitchMm: number,
  radiusMm: number,
  pupilMm: number
): number {
  const angle = (notNegative(directionDeg, 'directionDeg') * Math.PI) / 180
  const across = motionBlurPx(speedMmS * Math.abs(Math.cos(angle)), seconds, magnification, pitchMm)
  const growing =
    motionBlurPx(speedMmS * Math.abs(Math.sin(angle)), seconds, magnification, pitchMm) *
    (notNegative(radiusMm, 'radiusMm') / positive(pupilMm, 'pupilMm'))
  return across + growing
}

/**
 * Speed after a fall, or with which a jump of that height begins, mm/s: √(2·g·h). Source: free
 * fall, g = 9.81 m/s².
 */
export const fallSpeedMmS = (heightMm: number): number =>
  Math.sqrt(2 * 9810 * notNegative(heightMm, 'heightMm'))

/**
 * Close-up geometry of a thin lens with a pupil ratio. Lengths in millimetres.
 * Source: geometrical optics, e.g. Kingslake, Optics in Photography (SPIE 1992).
 */
import { notNegative, positive } from '../guard'

/**
 * Effective f-number of a lens focused close.
 * @param fNumber marked f-number, infinity focus, > 0
 * @param magnification image size / subject size, ≥ 0
 * @param pupilRatio exit / entrance pupil diameter, > 0 (1 for a symmetric lens)
 * @returns f-number that governs exposure and diffraction
 */
export const effectiveFNumber = (fNumber: number, magnification: number, pupilRatio = 1): number =>
  positive(fNumber, 'fNumber') *
  (1 + notNegative(magnification, 'magnification') / positive(pupilRatio, 'pupilRatio'))

/** Light lost to close focus, stops ≥ 0: 2·log2(1 + m/P). */
export const closeUpLoss = (magnification: number, pupilRatio = 1): number =>
  2 *
  Math.log2(1 + notNegative(magnification, 'magnification') / positive(pupilRatio, 'pupilRatio'))

/** Sensor plane to subject: f·(2 + m + 1/m), principal planes taken as one. */
export const sensorToSubject = (focalMm: number, magnification: number): number =>
  positive(focalMm, 'focalMm') * (2 + positive(magnification, 'magnification') + 1 / magnification)

/** Lens (front principal plane) to subject: f·(1 + 1/m). */
export const lensToSubject = (focalMm: number, magnification: number): number =>
  positive(focalMm, 'focalMm') * (1 + 1 / positive(magnification, 'magnification'))

/**
 * Magnification at which the subject stands `distanceMm` from the sensor plane, the smaller of the
 * two solutions.
 * @returns null when the distance is under four focal lengths, where a thin lens forms no image
 */
export function magnificationAtDistance(focalMm: number, distanceMm: number): number | null {
  const half = positive(distanceMm, 'distanceMm') / positive(focalMm, 'focalMm') / 2 - 1
  if (half < 1 - 1e-12) return null
  return 1 / (half + Math.sqrt(Math.max(0, half * half - 1)))
}

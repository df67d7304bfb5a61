/**
 * Depth of field and diffraction close up. Lengths in millimetres.
 * Sources: geometrical optics (exact limits from similar triangles at the entrance pupil);
 * Airy disc diameter 2.44·λ·N, any optics handbook.
 */
import { positive } from '../guard'

/** Green light, the middle of the eye's and the sensor's response, mm. */
const WAVELENGTH_MM = 550e-6

export interface DepthLimits {
  /** in front of the plane of focus */
  readonly nearMm: number
  /** behind it; Infinity when the far limit never comes */
  readonly farMm: number
  readonly totalMm: number
}

/**
 * Exact limits of a symmetric thin lens: near = u·A/(A+k), far = u·A/(A−k), A = f/N, k = c/m, u =
 * f·(1+1/m); with a pupil ratio P the entrance pupil stands at f·(1/P + 1/m) from the subject,
 * which takes u's place.
 * @param focalMm focal length, > 0
 * @param fNumber marked f-number, > 0
 * @param magnification > 0
 * @param circleMm permitted blur disc on the sensor, > 0
 * @param pupilRatio exit / entrance pupil diameter
 */
export function depthLimits(
  focalMm: number,
  fNumber: number,
  magnification: number,
  circleMm: number,
  pupilRatio = 1
): DepthLimits {
  const pupilDistance =
    positive(focalMm, 'focalMm') *
    (1 / positive(pupilRatio, 'pupilRatio') + 1 / positive(magnification, 'magnification'))
  const pupil = focalMm / positive(fNumber, 'fNumber')
  const k = positive(circleMm, 'circleMm') / magnification
  const nearMm = (pupilDistance * k) / (pupil + k)
  const farMm = pupil > k ? (pupilDistance * k) / (pupil - k) : Infinity
  return { nearMm, farMm, totalMm: nearMm + farMm }
}

/** Airy disc diameter on the sensor, mm. */
export const airyDisc = (effectiveF: number): number =>
  2.44 * WAVELENGTH_MM * positive(effectiveF, 'effectiveF')

/**
 * Blur disc on the sensor at both ends of a depth centred on the plane of focus, by defocus alone:
 * D·m²/(2N(1+m/P)).
 */
export const defocusAtEnds = (
  depthMm: number,
  fNumber: number,
  magnification: number,
  pupilRatio = 1
): number =>
  (depthMm * magnification ** 2) /
  (2 * positive(fNumber, 'fNumber') * (1 + positive(magnification, 'magnification') / pupilRatio))

/**
 * What a good eye tells apart: one minute of arc, rad. Source: handbooks of optics (visual acuity
 * 1.0).
 */
const EYE_RAD = Math.PI / 180 / 60

/**
 * Blur disc on the sensor that an eye just sees as a point in a print of the whole frame, mm.
 * @param printWidthMm width of the print
 * @param viewingMm eye to print
 * @param frameWidthMm width of the sensor in use
 */
export const printCircleMm = (
  printWidthMm: number,
  viewingMm: number,
  frameWidthMm: number
): number =>
  (positive(viewingMm, 'viewingMm') * Math.tan(EYE_RAD) * positive(frameWidthMm, 'frameWidthMm')) /
  positive(printWidthMm, 'printWidthMm')

/**
 * Depth of field and diffraction close up. Lengths in millimetres.
 * Sources: geometrical optics (exact limits from similar triangles at the entrance pupil);
 * Airy disc diameter 2.44·λ·N, any optics handbook.
 */
import { positive } from '../guard'
import { combinedFocalMm } from './attachments'
import { addedVergence, imageBehindPort, subjectBehind, type PortOptics } from './port'

/** Green light, the middle of the eye's and the sensor's response, mm. */
const WAVELENGTH_MM = 550e-6

export interface DepthLimits {
  /** in front of the plane of focus */
  readonly nearMm: number
  /** behind it; Infinity when the far limit never comes */
  readonly farMm: number
  readonly totalMm: number
}

/** A port before a lens, and where the lens focuses: so far before the port, in air. */
export interface PortBefore extends PortOptics {
  /** > 0 */
  readonly imageMm: number
}

/** What a lens with a close-up lens in contact takes in of a point in focus. */
export interface LensInFront {
  /** of the bare lens, > 0 */
  readonly focalMm: number
  /** marked f-number, > 0 */
  readonly fNumber: number
  /** of the two together, > 0 */
  readonly magnification: number
  /** exit / entrance pupil diameter of the bare lens; 1 when left out */
  readonly pupilRatio?: number
  /** of the close-up lens, 1/m; 0 when left out */
  readonly dioptres?: number
  /** between subject and lens; `magnification` is then that of the image it makes */
  readonly port?: PortBefore
}

/** The cone of rays from the point in focus to the entrance pupil. */
interface Cone {
  /** of the bare lens's entrance pupil, mm */
  readonly pupilMm: number
  /** subject to the pupil as close-up lens and port show it, times `taper`; mm */
  readonly distanceMm: number
  /** 1 for a bare lens, 0 where what is before it puts the pupil at infinity, < 0 past that */
  readonly taper: number
  /** of the subject */
  readonly magnification: number
}
/**
 * The entrance pupil of a lens of pupil ratio P stands f·(1/P − 1) behind its principal plane; a
 * close-up lens there shows it at s/(1 − s·D), as much larger. Source: Gaussian imaging of the
 * pupil, e.g. Kingslake, Optics in Photography; the close-up lens is taken to stand in the principal
 * plane, thin.
 */
function coneOf({
  focalMm,
  fNumber,
  magnification,
  pupilRatio = 1,
  dioptres = 0,
  port
}: LensInFront): Cone {
  const combined = combinedFocalMm(focalMm, dioptres)
  const behind = focalMm * (1 / positive(pupilRatio, 'pupilRatio') - 1)
  const taper = 1 - (behind * dioptres) / 1000
  const cone: Cone = {
    pupilMm: focalMm / positive(fNumber, 'fNumber'),
    distanceMm: combined * (1 + 1 / positive(magnification, 'magnification')) * taper + behind,
    taper,
    magnification
  }
  return port ? behindPort(cone, port) : cone
}

/** Past what a lens can focus behind a port, its subject is taken to stand so far off, mm. */
const FARTHEST_MM = 1e9

/**
 * The cone as it is in the water: the pupil imaged by the port, times a taper of its own so that one
 * at infinity does no harm. Source: Gaussian imaging, as port.ts.
 */
function behindPort({ pupilMm, distanceMm, taper, magnification }: Cone, port: PortBefore): Cone {
  const subjectMm = Math.min(FARTHEST_MM, subjectBehind(port, port.imageMm))
  const toPort = distanceMm - port.imageMm * taper
  const tapers = taper + addedVergence(port) * toPort
  return {
    pupilMm,
    distanceMm: tapers * subjectMm + port.index * toPort,
    taper: tapers,
    magnification: magnification * imageBehindPort(port, subjectMm).larger
  }
}

/**
 * Subject to the entrance pupil as it shows from there, mm: where the picture is seen from.
 * @returns Infinity for a pupil at infinity or beyond it
 */
export function pupilDistanceMm(lens: Omit<LensInFront, 'fNumber'>): number {
  const { distanceMm, taper } = coneOf({ ...lens, fNumber: 1 })
  return taper > 1e-3 ? distanceMm / taper : Infinity
}

/**
 * Width of the cone of light from the point in focus into the entrance pupil, over its length.
 * @returns > 0
 */
export function coneWidth(lens: LensInFront): number {
  const { pupilMm, distanceMm } = coneOf(lens)
  return pupilMm / distanceMm
}

/**
 * Exact limits: near = u·A/(A + k), far = u·A/(A − k), k = c/m, A the entrance pupil and u the
 * subject's distance from it, both as the close-up lens shows them.
 * @param circleMm permitted blur disc on the sensor, > 0
 */
export function depthLimits(lens: LensInFront, circleMm: number): DepthLimits {
  const { pupilMm, distanceMm, taper, magnification } = coneOf(lens)
  const k = positive(circleMm, 'circleMm') / magnification
  const at = (width: number): number => (width > 0 ? (distanceMm * k) / width : Infinity)
  const nearMm = at(pupilMm + k * taper)
  const farMm = at(pupilMm - k * taper)
  return { nearMm, farMm, totalMm: nearMm + farMm }
}

/** Airy disc diameter on the sensor, mm. */
export const airyDisc = (effectiveF: number): number =>
  2.44 * WAVELENGTH_MM * positive(effectiveF, 'effectiveF')

/**
 * Blur disc on the sensor at the worse end of a depth centred on the plane of focus, by defocus
 * alone, mm: m·A·h/(u − h), h = D/2. (About D·m²/(2N(1 + m/P)) for a shallow one.)
 * @returns Infinity where the near end reaches the entrance pupil
 */
export function defocusAtEnds(lens: LensInFront, depthMm: number): number {
  const { pupilMm, distanceMm, taper, magnification } = coneOf(lens)
  const half = depthMm / 2
  const left = distanceMm - half * Math.abs(taper)
  return left > 0 ? (magnification * pupilMm * half) / left : Infinity
}

/**
 * Blur disc on the sensor of a point off the plane of focus, mm, by defocus alone: m·A·|z|/(u + z).
 * @param behindMm beyond the plane of focus; < 0 nearer
 * @returns Infinity at the entrance pupil and before it
 */
export function defocusAt(lens: LensInFront, behindMm: number): number {
  const { pupilMm, distanceMm, taper, magnification } = coneOf(lens)
  const left = distanceMm + behindMm * taper
  return left > 0 ? (magnification * pupilMm * Math.abs(behindMm)) / left : Infinity
}

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

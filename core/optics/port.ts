/**
 * What a port between water and the lens makes of both: where the lens has to focus, how large
 * things come out, and where its entrance pupil stands as seen from the water. One refracting face,
 * flat or part of a sphere, with a thin wet close-up lens on it; the port’s own thickness is left
 * out. Source: Gaussian optics of a spherical refracting surface, n/s + (n − 1)/R − D = 1/s′,
 * lateral magnification n·s′/s, e.g. Hecht, Optics.
 */
import { notNegative, positive } from '../guard'

export interface PortOptics {
  /** of the medium before it over that behind it, ≥ 1; 1: it does nothing */
  readonly index: number
  /** 1/R of a dome, 1/mm; 0: flat */
  readonly curvature: number
  /** of a wet close-up lens, in water, 1/mm */
  readonly power: number
}

/** What a port adds to vergence, 1/mm: a dome spreads light, a wet close-up lens gathers it. */
export const addedVergence = ({ index, curvature, power }: PortOptics): number =>
  (index - 1) * curvature - power

/**
 * A subject in the water as the lens sees it.
 * @param distanceMm subject to the port, > 0
 * @returns how far before the port its image stands (Infinity: at infinity; < 0: past that, where no
 *   lens focuses), and by how much it is larger
 */
export function imageBehindPort(
  port: PortOptics,
  distanceMm: number
): { readonly distanceMm: number; readonly larger: number } {
  const vergence = port.index / positive(distanceMm, 'distanceMm') + addedVergence(port)
  const image = 1 / vergence
  return { distanceMm: image, larger: (port.index * image) / distanceMm }
}

/**
 * The subject whose image stands so far before the port.
 * @param imageMm > 0
 * @returns its distance from the port, mm; Infinity where only what is infinitely far, or nothing,
 *   has its image there
 */
export function subjectBehind(port: PortOptics, imageMm: number): number {
  const vergence = 1 / positive(imageMm, 'imageMm') - addedVergence(port)
  return vergence > 0 ? port.index / vergence : Infinity
}

/**
 * The entrance pupil of the lens as it shows from the water.
 * @param pupilMm pupil to port in air, ≥ 0
 * @returns how far behind the port it stands, and by how much it is wider; Infinity: at infinity
 */
export function pupilFromWater(
  port: PortOptics,
  pupilMm: number
): { readonly distanceMm: number; readonly wider: number } {
  if (notNegative(pupilMm, 'pupilMm') === 0) return { distanceMm: 0, wider: 1 }
  const vergence = 1 / pupilMm + addedVergence(port)
  if (!(vergence > 0)) return { distanceMm: Infinity, wider: Infinity }
  const distanceMm = port.index / vergence
  return { distanceMm, wider: distanceMm / (port.index * pupilMm) }
}

/** Half the field of view behind a flat port, rad. Source: law of refraction (Snell). */
export const fieldBehindFlat = (halfAngle: number, index: number): number =>
  Math.asin(Math.sin(halfAngle) / positive(index, 'index'))

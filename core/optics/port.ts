/**
 * What a port between water and the lens makes of the subject: where the lens has to focus, and how
 * large it comes out; of the entrance pupil it makes the same (depth.ts). One refracting face,
 * flat or part of a sphere, with a thin wet close-up lens on it; the port’s own thickness is left
 * out. Source: Gaussian optics of a spherical refracting surface, n/s + (n − 1)/R − D = 1/s′,
 * lateral magnification n·s′/s, e.g. Hecht, Optics.
 */
import { positive } from '../guard'

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

/**
 * Veiling glare: light that falls on the lens front and is spread over the whole picture by glass
 * and barrel. Angles in degrees, shares and stops out.
 */
import { positive } from '../guard'

/**
 * Veil of a lens per light on its front, times the angle squared: the veil's luminance is
 * (E/π)·k/θ². The law of the angle is that of disability glare (Stiles–Holladay, CIE 146, from
 * memory); its size is set so that an even surround gives a veiling glare index of about 1.5 %
 * (the measure of ISO 9358; 1 to 3 % for good lenses, value from memory).
 */
const VEIL_DEG2 = 9
/** Nearer the axis than this a light stands in or at the picture: the law of the angle ends. */
const NEAREST_DEG = 3

/**
 * Share of the light on the lens front that comes out as an even veil, against what a white matt
 * surface there would send back.
 * @param offAxisDeg between the lens axis and the light, 0…90
 */
export const veilShare = (offAxisDeg: number): number =>
  VEIL_DEG2 / Math.max(NEAREST_DEG, Math.abs(offAxisDeg)) ** 2

/**
 * Level of the veil, stops against mid-grey.
 * @param frontStops level an 18 % card at the lens front would have by this light
 * @param offAxisDeg between the lens axis and the light
 */
export const veilStops = (frontStops: number, offAxisDeg: number): number =>
  frontStops + Math.log2(veilShare(offAxisDeg) / 0.18)

/**
 * Share of a light's face that a hood leaves to the lens front, 0…1: all inside its angle, none
 * past it, evenly between where the face crosses it.
 * @param offAxisDeg middle of the face, off the axis
 * @param faceDeg angle the face spans as the lens sees it, > 0
 * @param hoodDeg angle past which the hood shades the front; null: no hood
 */
export function pastHood(offAxisDeg: number, faceDeg: number, hoodDeg: number | null): number {
  if (hoodDeg === null) return 1
  const inside = (hoodDeg - offAxisDeg) / positive(faceDeg, 'faceDeg') + 0.5
  return Math.min(1, Math.max(0, inside))
}

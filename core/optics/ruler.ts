/**
 * Magnification from a photographed ruler: length of its image on the sensor over its length in
 * life. Source: definition of magnification.
 */
import { positive } from '../guard'

/**
 * @param dx distance of the two marks across the frame, share of its width
 * @param dy share of its height
 * @param frameWidthMm width of the sensor in use
 * @param frameHeightMm its height
 * @param lengthMm what the ruler says lies between the marks, mm
 * @throws RangeError when the marks fall together
 */
export const magnificationFromRuler = (
  dx: number,
  dy: number,
  frameWidthMm: number,
  frameHeightMm: number,
  lengthMm: number
): number =>
  positive(
    Math.hypot(
      dx * positive(frameWidthMm, 'frameWidthMm'),
      dy * positive(frameHeightMm, 'frameHeightMm')
    ),
    'distance of the marks'
  ) / positive(lengthMm, 'lengthMm')

/**
 * What may be screwed to a lens: extension tubes behind it, a close-up lens in front, a
 * teleconverter between. Thin lenses in contact; the converter's own thickness is left out.
 * Sources: Gaussian optics, e.g. Kingslake, Optics in Photography: m = e/f at infinity focus with a
 * tube of length e, m = f·D/1000 with a close-up lens of D dioptres, 1/f' = 1/f + D/1000; a
 * converter multiplies m and N.
 */
import { notNegative, positive } from '../guard'
import { closeUpLoss } from './closeUp'

export interface Attachments {
  /** tubes, mm, ≥ 0 */
  readonly extensionMm: number
  /** power of the close-up lens, 1/m, ≥ 0 */
  readonly dioptres: number
  /** ≥ 1 */
  readonly teleconverter: number
}

/** Focal length of the lens with its close-up lens, mm. */
export const combinedFocalMm = (focalMm: number, dioptres: number): number =>
  1 / (1 / positive(focalMm, 'focalMm') + notNegative(dioptres, 'dioptres') / 1000)

/**
 * Magnifications that can be focused, from the lens at infinity to its closest.
 * @param ownMost largest magnification of the bare lens
 * @returns least (0 for a bare lens) and most
 */
export function magnificationRange(
  focalMm: number,
  ownMost: number,
  { extensionMm, dioptres, teleconverter }: Attachments
): readonly [number, number] {
  const combined = combinedFocalMm(focalMm, dioptres)
  const at = (extension: number): number =>
    positive(teleconverter, 'teleconverter') * ((focalMm + extension) / combined - 1)
  return [
    Math.max(0, at(notNegative(extensionMm, 'extensionMm'))),
    at(extensionMm + focalMm * positive(ownMost, 'ownMost'))
  ]
}

/**
 * Magnification the bare lens would have at the extension that gives `magnification` in all; ≥ 0.
 * It is what costs light.
 */
export const extensionMagnification = (
  focalMm: number,
  magnification: number,
  { dioptres, teleconverter }: Attachments
): number =>
  Math.max(
    0,
    ((1 + magnification / teleconverter) * combinedFocalMm(focalMm, dioptres)) / focalMm - 1
  )

/**
 * Light lost to extension, stops ≥ 0, beyond what the shown f-number says (a converter's loss is in
 * that number).
 */
export const attachedCloseUpLoss = (
  focalMm: number,
  magnification: number,
  pupilRatio: number,
  attached: Attachments
): number => closeUpLoss(extensionMagnification(focalMm, magnification, attached), pupilRatio)

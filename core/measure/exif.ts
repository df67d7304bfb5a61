/**
 * Camera settings written in a file, as positions on the scales. Tag values come from an EXIF
 * reader. Source: Exif 2.32 (CIPA DC-008): FNumber, ExposureTime and PhotographicSensitivity.
 */
import { nearestMark, marksOf, type CameraStep } from '../scales/marks'

export interface ExifNumbers {
  readonly fNumber: number | null
  readonly seconds: number | null
  readonly iso: number | null
  readonly takenAt: string | null
  readonly camera: string | null
}

export interface ExifSettings {
  readonly apertureStops: number | null
  readonly shutterStops: number | null
  readonly isoStops: number | null
}

const at = (
  axis: 'aperture' | 'shutter' | 'iso',
  step: CameraStep,
  stops: number
): number | null => (Number.isFinite(stops) ? nearestMark(marksOf(axis, step), stops).stops : null)

/**
 * Snaps what the file says to the camera's marks; nonsense (zero, negative, missing) becomes null.
 */
export const settingsFromExif = (exif: ExifNumbers, step: CameraStep): ExifSettings => ({
  apertureStops:
    exif.fNumber && exif.fNumber > 0 ? at('aperture', step, 2 * Math.log2(exif.fNumber)) : null,
  shutterStops:
    exif.seconds && exif.seconds > 0 ? at('shutter', step, -Math.log2(exif.seconds)) : null,
  isoStops: exif.iso && exif.iso > 0 ? at('iso', step, Math.log2(exif.iso / 100)) : null
})

/** Opens a JPEG in a worker, and gives its pixels. */
import ExifReader from 'exifreader'
import type { ToneCurve } from '@core/kit/cameraFiles'
import { fileNotes, isFromCamera, NO_EXIF, type FileNotes } from '@core/measure/exif'
import type { Gamut } from '@core/measure/gamut'

/** @throws Error in words for the user */
export async function openJpeg(file: Blob): Promise<ImageBitmap> {
  const head = new Uint8Array(await file.slice(0, 3).arrayBuffer())
  if (head[0] !== 0xff || head[1] !== 0xd8 || head[2] !== 0xff)
    throw new Error('This is not a JPEG picture.')
  try {
    return await createImageBitmap(file, { colorSpaceConversion: 'default' })
  } catch {
    throw new Error('This picture is damaged or cut short: it cannot be opened.')
  }
}

interface Box {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

/** Pixels of a part of the picture, brought to so many rows: the middle one of each lot. */
function drawn(
  bitmap: ImageBitmap,
  { left, top, width, height }: Box,
  rows: number,
  gamut: Gamut
): Uint8ClampedArray {
  // A wide profile is read through P3: sRGB would cut its colours off.
  const colorSpace = gamut === 'profile' ? 'display-p3' : 'srgb'
  const canvas = new OffscreenCanvas(width, rows)
  const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace })
  if (!context) throw new Error('This browser cannot read pictures here.')
  // No mean of rows: that would hide what is clipped.
  context.imageSmoothingEnabled = false
  context.drawImage(bitmap, left, top, width, height, 0, 0, width, rows)
  return context.getImageData(0, 0, width, rows, { colorSpace }).data
}

/** Pixels of a part of the picture, RGBA. */
export const pixelsOf = (
  bitmap: ImageBitmap,
  left: number,
  top: number,
  width: number,
  height: number,
  gamut: Gamut = 'srgb'
): Uint8ClampedArray => drawn(bitmap, { left, top, width, height }, height, gamut)

/** Whole rows from one on, one of each `step`. */
export const rowsOf = (
  bitmap: ImageBitmap,
  top: number,
  rows: number,
  step: number,
  gamut: Gamut
): Uint8ClampedArray =>
  drawn(bitmap, { left: 0, top, width: bitmap.width, height: rows * step }, rows, gamut)

/** What a file says of itself. */
export async function notesOf(file: Blob): Promise<FileNotes> {
  try {
    const { exif, icc } = ExifReader.load(await file.arrayBuffer(), { expanded: true })
    return fileNotes((exif ?? {}) as Parameters<typeof fileNotes>[0], icc)
  } catch {
    return { exif: NO_EXIF, gamut: 'srgb' }
  }
}

/** The camera's tone curve, where it is in the file. */
export const curveIn = ({ exif }: FileNotes, curve: ToneCurve): ToneCurve =>
  isFromCamera(exif) ? curve : []

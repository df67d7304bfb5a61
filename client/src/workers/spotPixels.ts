/** The spots of a JPEG that a tone curve can be measured by; none are told of one no camera wrote. */
import { isFromCamera } from '@core/measure/exif'
import { jpegSpot, spotGrid, type JpegSpot, type SpotGrid } from '@core/measure/greySpots'
import { notesOf, openJpeg, pixelsOf } from './jpegPixels'

export interface Spots {
  readonly grid: SpotGrid
  /** of the whole picture, width by height */
  readonly shape: number
  /** row by row from the top left */
  readonly spots: readonly JpegSpot[]
}

const NOT_TOLD: JpegSpot = { shownStops: NaN, grey: false }

export async function spotsOf(file: Blob): Promise<Spots> {
  const bitmap = await openJpeg(file)
  try {
    const { gamut, exif } = await notesOf(file)
    const isCameras = isFromCamera(exif)
    const { width, height } = bitmap
    const grid = spotGrid(width, height)
    const spots: JpegSpot[] = []
    for (let row = 0; row < grid.down; row++) {
      const top = Math.floor((row * height) / grid.down)
      const rows = Math.floor(((row + 1) * height) / grid.down) - top
      const stripe = pixelsOf(bitmap, 0, top, width, rows, gamut)
      for (let column = 0; column < grid.across; column++) {
        const left = Math.floor((column * width) / grid.across)
        const right = Math.floor(((column + 1) * width) / grid.across)
        const part = partOf(stripe, width, rows, left, right)
        spots.push(isCameras ? jpegSpot(part, gamut) : NOT_TOLD)
      }
    }
    return { grid, shape: width / height, spots }
  } finally {
    bitmap.close()
  }
}

/** Columns of a stripe of pixels. */
function partOf(
  stripe: Uint8ClampedArray,
  width: number,
  rows: number,
  left: number,
  right: number
): Uint8ClampedArray {
  const part = new Uint8ClampedArray((right - left) * rows * 4)
  for (let y = 0; y < rows; y++)
    part.set(
      stripe.subarray((y * width + left) * 4, (y * width + right) * 4),
      y * (right - left) * 4
    )
  return part
}

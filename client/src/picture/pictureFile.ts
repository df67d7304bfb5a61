/** The picture as a file: as it is shown, or its light itself. */
import type { PictureFile } from '@core/api/pictureFile'
import { developed } from '@core/picture/mix'
import { type Curve } from '@core/picture/tone'
import { GREY } from '@core/light/luminance'
import type { Plan } from '@core/plan/plan'
import { secondsAt } from '@core/scales/marks'
import { api } from '@/api/client'
import { saveBlob } from '@/api/saveFile'

/** A mixed picture, to be turned into a file at once. */
export interface Pixels {
  readonly width: number
  readonly height: number
  /** [pixel × 3] linear, 1 being level 0 */
  readonly linear: Float32Array
}
export type SavedAs = 'png' | PictureFile

const FULL = 65535

/** Red, green, blue of 8 bits each with a tone curve. */
export function shownBytes({ linear }: Pixels, curve: Curve): Uint8Array<ArrayBuffer> {
  const rgba = new Uint8ClampedArray((linear.length / 3) * 4)
  developed(linear, rgba, curve)
  return Uint8Array.from(linear, (_, i) => rgba[Math.floor(i / 3) * 4 + (i % 3)]!)
}

/** The same of 16 bits, low byte first, in proportion to light; white is full, mid-grey 18 % of it. */
export function linearBytes({ linear }: Pixels): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(linear.length * 2)
  const view = new DataView(bytes.buffer)
  linear.forEach((value, i) =>
    view.setUint16(2 * i, Math.min(FULL, Math.max(0, Math.round(value * GREY * FULL))), true)
  )
  return bytes
}

async function pngOf(pixels: Pixels, curve: Curve): Promise<Blob> {
  const rgba = new Uint8ClampedArray((pixels.linear.length / 3) * 4)
  developed(pixels.linear, rgba, curve)
  const canvas = new OffscreenCanvas(pixels.width, pixels.height)
  canvas.getContext('2d')!.putImageData(new ImageData(rgba, pixels.width, pixels.height), 0, 0)
  return canvas.convertToBlob({ type: 'image/png' })
}

/** Letters that no file's name may have. */
const fileName = (title: string): string => title.replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ').trim()

/**
 * Saves a picture from this page.
 * @throws ApiProblem where the server, which writes JPEG and TIFF, does not answer
 */
export async function savePicture(
  pixels: Pixels,
  as: SavedAs,
  curve: Curve,
  plan: Plan
): Promise<void> {
  const { width, height } = pixels
  const { apertureStops, shutterStops, isoStops } = plan.settings
  const bytes = as === 'tiff' ? linearBytes(pixels) : shownBytes(pixels, curve)
  const file =
    as === 'png'
      ? await pngOf(pixels, curve)
      : await api.pictureFile(new Blob([bytes]), {
          format: as,
          width,
          height,
          title: plan.title,
          fNumber: 2 ** (apertureStops / 2),
          seconds: secondsAt(shutterStops),
          iso: 100 * 2 ** isoStops,
          focalMm: plan.lens.focalMm
        })
  saveBlob(file, `${fileName(plan.title)}, predicted.${as === 'jpeg' ? 'jpg' : as}`)
}

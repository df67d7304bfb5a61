/** Parts of a JPEG at its own pixels: to look at, and how blurred their edges are. */
import type { ToneCurve } from '@core/kit/cameraFiles'
import { luminanceBy } from '@core/measure/analyse'
import { edgeBlur, type EdgeBlur } from '@core/measure/edgeBlur'
import { decodingOf, type Decoding } from '@core/measure/gamut'
import { withoutCurve } from '@core/measure/toneCurve'
import { curveIn, notesOf, openJpeg, pixelsOf } from './jpegPixels'

export interface Part {
  readonly width: number
  readonly height: number
  readonly rgba: Uint8ClampedArray
  readonly blur: EdgeBlur | null
}
interface Middle {
  readonly x: number
  readonly y: number
}

/** Pixels of a tile at least, each way. */
const LEAST_TILE = 16

function blurIn(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  decoding: Decoding
): EdgeBlur | null {
  const light = new Float32Array(width * height)
  for (let p = 0; p < width * height; p++)
    light[p] = luminanceBy(decoding, rgba[p * 4]!, rgba[p * 4 + 1]!, rgba[p * 4 + 2]!)
  return edgeBlur({ width, height, light })
}

/** @param size of each part, px; it lies wholly within the picture */
async function parts(
  file: Blob,
  middles: readonly Middle[],
  size: (width: number) => number,
  curve: ToneCurve
): Promise<(Part & { readonly fileWidth: number })[]> {
  const bitmap = await openJpeg(file)
  try {
    const notes = await notesOf(file)
    const { gamut } = notes
    const decoding = withoutCurve(decodingOf(gamut), curveIn(notes, curve))
    const side = Math.min(size(bitmap.width), bitmap.width, bitmap.height)
    const start = (middle: number, all: number): number =>
      Math.round(Math.min(all - side, Math.max(0, middle * all - side / 2)))
    return middles.map(({ x, y }) => {
      const [left, top] = [start(x, bitmap.width), start(y, bitmap.height)]
      const rgba = pixelsOf(bitmap, left, top, side, side, gamut)
      const blur = side < 8 ? null : blurIn(rgba, side, side, decoding)
      return { width: side, height: side, rgba, blur, fileWidth: bitmap.width }
    })
  } finally {
    bitmap.close()
  }
}

/** One part, to be looked at. */
export async function partAt(
  file: Blob,
  middle: Middle,
  pixels: number,
  curve: ToneCurve
): Promise<Part & { readonly fileWidth: number }> {
  return (await parts(file, [middle], () => pixels, curve))[0]!
}

export interface TileBlur {
  readonly fileWidth: number
  /** in the order asked for */
  readonly blurs: readonly (EdgeBlur | null)[]
}

/** How blurred the edges of each tile are. */
export async function tileBlurs(
  file: Blob,
  middles: readonly Middle[],
  across: number,
  curve: ToneCurve
): Promise<TileBlur> {
  const found = await parts(
    file,
    middles,
    (width) => Math.max(LEAST_TILE, Math.round(width / across)),
    curve
  )
  return { fileWidth: found[0]?.fileWidth ?? 0, blurs: found.map(({ blur }) => blur) }
}

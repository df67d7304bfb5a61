/** A JPEG as a small linear picture: to be held against another, drawn as a map, or registered. */
import type { ToneCurve } from '@core/kit/cameraFiles'
import { decodingOf } from '@core/measure/gamut'
import {
  register,
  REGISTER_WIDTH,
  type GreyPicture,
  type Registration
} from '@core/measure/register'
import { GREY, withoutCurve } from '@core/measure/toneCurve'
import type { Shot } from '@core/picture/compare'
import { luminanceOf } from '@core/picture/facts'
import { curveIn, notesOf, openJpeg, pixelsOf } from './jpegPixels'

/**
 * @param width of the small picture, px; never larger than the file
 * @returns linear light, 1 being level 0
 */
export async function shotOf(file: Blob, width: number, curve: ToneCurve): Promise<Shot> {
  const bitmap = await openJpeg(file)
  try {
    const across = Math.min(width, bitmap.width)
    const down = Math.max(1, Math.round((across * bitmap.height) / bitmap.width))
    const notes = await notesOf(file)
    const { gamut } = notes
    const small = await createImageBitmap(bitmap, {
      resizeWidth: across,
      resizeHeight: down,
      resizeQuality: 'medium'
    })
    const rgba = pixelsOf(small, 0, 0, across, down, gamut)
    small.close()
    const decoded = withoutCurve(decodingOf(gamut), curveIn(notes, curve)).linear
    const linear = new Float32Array(across * down * 3)
    for (let p = 0; p < across * down; p++)
      for (let c = 0; c < 3; c++) linear[p * 3 + c] = decoded[rgba[p * 4 + c]!]! / GREY
    return { width: across, height: down, linear }
  } finally {
    bitmap.close()
  }
}

const greyOf = ({ width, height, linear }: Shot): GreyPicture => ({
  width,
  height,
  light: Float32Array.from({ length: width * height }, (_, p) => luminanceOf(linear, p))
})

/** How the second picture was reframed against the first; null where they cannot be laid over. */
export async function registered(first: Blob, second: Blob): Promise<Registration | null> {
  const [from, to] = [
    await shotOf(first, REGISTER_WIDTH, []),
    await shotOf(second, REGISTER_WIDTH, [])
  ]
  return register(greyOf(from), greyOf(to))
}

/** A picture of the user's as few pixels: the greys of a relief, the colours of a background. */
import { LUMINANCE } from '@core/light/luminance'
import { RELIEF_SIDE } from '@core/model/coin'
import { PICTURE_HIGH, PICTURE_WIDE } from '@core/plan/plan'

/** Larger files are refused. */
const MOST_BYTES = 20e6

/**
 * The middle of a picture, as large as has the given proportion, drawn into so many pixels.
 * @param aspect width over height
 * @returns RGBA bytes
 * @throws Error saying what is wrong with the file
 */
async function pixelsOf(
  file: Blob,
  aspect: number,
  width: number,
  height: number
): Promise<Uint8ClampedArray> {
  if (file.size > MOST_BYTES) throw new Error('The file is larger than 20 MB.')
  let picture: ImageBitmap
  try {
    picture = await createImageBitmap(file)
  } catch {
    throw new Error('This is no picture the browser can read: use JPEG, PNG or WebP.')
  }
  const context = new OffscreenCanvas(width, height).getContext('2d', {
    willReadFrequently: true
  })!
  const wide = Math.min(picture.width, picture.height * aspect)
  const high = wide / aspect
  const [left, top] = [(picture.width - wide) / 2, (picture.height - high) / 2]
  context.imageSmoothingQuality = 'high'
  context.drawImage(picture, left, top, wide, high, 0, 0, width, height)
  picture.close()
  return context.getImageData(0, 0, width, height).data
}

/** Letters of bytes, in base64. */
const base64Of = (bytes: Iterable<number>): string =>
  btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))

/**
 * A picture as the relief of a coin: its greys, square, dark is low; what is not there is black.
 * @returns [RELIEF_SIDE²] greys in base64
 * @throws Error as of pixelsOf
 */
export async function reliefOf(file: Blob): Promise<string> {
  const rgba = await pixelsOf(file, 1, RELIEF_SIDE, RELIEF_SIDE)
  const greys: number[] = []
  for (let i = 0; i < rgba.length; i += 4) {
    const grey = LUMINANCE.reduce((sum, weight, k) => sum + weight * rgba[i + k]!, 0)
    greys.push(Math.round((grey * rgba[i + 3]!) / 255))
  }
  return base64Of(greys)
}

/**
 * A picture as what is printed on a background; what is not there is white paper.
 * @param aspect of the background, width over height
 * @returns [PICTURE_HIGH × PICTURE_WIDE × 3] sRGB in base64
 * @throws Error as of pixelsOf
 */
export async function printOf(file: Blob, aspect: number): Promise<string> {
  const rgba = await pixelsOf(file, aspect, PICTURE_WIDE, PICTURE_HIGH)
  const colours: number[] = []
  for (let i = 0; i < rgba.length; i += 4) {
    const there = rgba[i + 3]! / 255
    for (let k = 0; k < 3; k++) colours.push(Math.round(255 + (rgba[i + k]! - 255) * there))
  }
  return base64Of(colours)
}

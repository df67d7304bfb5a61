/** A picture as the relief of a coin: its greys, square, dark is low. */
import { RELIEF_SIDE } from '@core/model/coin'
import { LUMINANCE } from '@core/light/luminance'

/** Larger files are refused. */
const MOST_BYTES = 20e6

/**
 * @returns [RELIEF_SIDE²] greys in base64
 * @throws Error saying what is wrong with the file
 */
export async function reliefOf(file: Blob): Promise<string> {
  if (file.size > MOST_BYTES) throw new Error('The file is larger than 20 MB.')
  let picture: ImageBitmap
  try {
    picture = await createImageBitmap(file)
  } catch {
    throw new Error('This is no picture the browser can read: use JPEG, PNG or WebP.')
  }
  const canvas = new OffscreenCanvas(RELIEF_SIDE, RELIEF_SIDE)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  const side = Math.min(picture.width, picture.height)
  context.imageSmoothingQuality = 'high'
  context.drawImage(
    picture,
    (picture.width - side) / 2,
    (picture.height - side) / 2,
    side,
    side,
    0,
    0,
    RELIEF_SIDE,
    RELIEF_SIDE
  )
  picture.close()
  return greysOf(context.getImageData(0, 0, RELIEF_SIDE, RELIEF_SIDE).data)
}

/** Greys of RGBA bytes, what is not there as black, in base64. */
function greysOf(rgba: Uint8ClampedArray): string {
  let bytes = ''
  for (let i = 0; i < rgba.length; i += 4) {
    const grey = LUMINANCE.reduce((sum, weight, k) => sum + weight * rgba[i + k]!, 0)
    bytes += String.fromCharCode(Math.round((grey * rgba[i + 3]!) / 255))
  }
  return btoa(bytes)
}

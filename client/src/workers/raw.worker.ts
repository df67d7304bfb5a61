/**
 * Opens raw files away from the page, linear and at half size: patches, and the spots that a
 * camera's tone curve is measured by.
 */
import * as Comlink from 'comlink'
import LibRaw, { type ColorData, type LibRawSettings } from 'libraw-wasm'
import { srgbEncode } from '@core/ambient/blackScale'
import type { ExifNumbers } from '@core/measure/exif'
import type { PairSpot } from '@core/measure/curveFromPair'
import { cameraMatrices, cameraToSrgb, type CameraMatrix } from '@core/measure/cameraMatrix'
import { patchRect } from '@core/measure/patch'
import { rawColour, type RawColour } from '@core/measure/rawColour'
import {
  NOMINAL_RAW_GREY,
  RAW_WHITE,
  rawPatch,
  type RawPatch,
  type RawPicture
} from '@core/measure/rawPatch'
import { GREY } from '@core/measure/toneCurve'
import type { Patch } from './frame.worker'
import { notesOf } from './jpegPixels'
import { spotsOf } from './spotPixels'

/** Linear, in the camera's own colours: nothing brightened, balanced or bent. */
const LINEAR = {
  outputBps: 16,
  noAutoBright: true,
  // Six numbers, or they are not taken: power 1, slope 1.
  gamm: [1, 1, 0, 0, 0, 0] as unknown as [number, number],
  outputColor: 0,
  userMul: [1, 1, 1, 1],
  useCameraMatrix: 0,
  adjustMaximumThr: 0,
  halfSize: true
} satisfies LibRawSettings

const UNREADABLE = 'This raw file is damaged, or of a kind that cannot be read here.'
/** Shapes of a frame's two files may differ by their edges. */
const MOST_APART = 0.04

/** Those in the file itself; else the reader's own, by the camera's name. */
function matricesOf(colour: ColorData | undefined): CameraMatrix[] {
  const own = cameraMatrices(colour?.dng_color ?? [])
  return own.length > 0 || !colour ? own : cameraMatrices([{ colormatrix: colour.cam_xyz }])
}

async function decoded(file: Blob): Promise<RawPicture> {
  const reader = new LibRaw()
  try {
    await reader.open(new Uint8Array(await file.arrayBuffer()), LINEAR)
    const image = await reader.imageData()
    const colour = (await reader.metadata(true))?.color_data
    if (!image || image.colors !== 3 || !(image.data instanceof Uint16Array))
      throw new Error(UNREADABLE)
    const [red, green, blue] = colour?.cam_mul ?? []
    const known = red && green && blue && red > 0 && green > 0 && blue > 0
    return {
      width: image.width,
      height: image.height,
      rgb: image.data,
      balance: known ? [green / red, green / blue] : [1, 1],
      matrices: matricesOf(colour)
    }
  } catch {
    throw new Error(UNREADABLE)
  } finally {
    reader.dispose()
  }
}

/** The file read last: patches are moved, and ask again. */
let last: { readonly key: string; readonly picture: Promise<RawPicture> } | null = null

function pictureOf(key: string, file: Blob): Promise<RawPicture> {
  if (last?.key === key) return last.picture
  const picture = decoded(file)
  last = { key, picture }
  picture.catch(() => {
    if (last?.picture === picture) last = null
  })
  return picture
}

/** The values of a part of the picture. */
function partOf(
  { width, rgb }: RawPicture,
  left: number,
  top: number,
  right: number,
  bottom: number
): Uint16Array {
  const part = new Uint16Array((right - left) * (bottom - top) * 3)
  for (let y = top; y < bottom; y++)
    part.set(
      rgb.subarray((y * width + left) * 3, (y * width + right) * 3),
      (y - top) * (right - left) * 3
    )
  return part
}

function valuesAt(picture: RawPicture, { x, y, radius }: Patch): Uint16Array {
  const { left, top, size } = patchRect(picture.width, picture.height, x, y, radius)
  return partOf(picture, left, top, left + size, top + size)
}

const QUALITY = 0.92
/** Steps of the light that is looked up. */
const STEPS = 4096

/** The picture in 8 bits, by sRGB. */
function developed({ width, height, rgb, balance, matrices }: RawPicture): ImageData {
  const image = new ImageData(width, height)
  const gain = GREY / 2 ** NOMINAL_RAW_GREY / RAW_WHITE
  const gains = [gain / balance[0], gain, gain / balance[1]]
  const toSrgb = cameraToSrgb(matrices, balance)
  const values = Uint8Array.from({ length: STEPS + 1 }, (_, i) =>
    Math.round(255 * srgbEncode((i / STEPS) ** 2))
  )
  for (let p = 0; p < 3 * width * height; p += 3) {
    // Each channel ends at white before it is mixed with the others.
    const red = Math.min(1, rgb[p]! * gains[0]!)
    const green = Math.min(1, rgb[p + 1]! * gains[1]!)
    const blue = Math.min(1, rgb[p + 2]! * gains[2]!)
    const at = (p / 3) * 4
    for (let c = 0; c < 3; c++) {
      const row = toSrgb[c]!
      const light = Math.min(1, Math.max(0, row[0] * red + row[1] * green + row[2] * blue))
      image.data[at + c] = values[Math.round(Math.sqrt(light) * STEPS)]!
    }
    image.data[at + 3] = 255
  }
  return image
}

const worker = {
  /**
   * Patches in the file's own scale, in the order they are given.
   * @param key names the file: the same is not opened twice in a row
   */
  patches: async (key: string, file: Blob, patches: readonly Patch[]): Promise<RawPatch[]> => {
    const picture = await pictureOf(key, file)
    return patches.map((patch) => rawPatch(valuesAt(picture, patch), picture.balance))
  },
  /**
   * Colours of patches, as the light that came; what the file says of its settings.
   * @throws Error in words for the user where the file does not tell its camera's colours
   */
  colours: async (
    key: string,
    file: Blob,
    patches: readonly Patch[]
  ): Promise<{ readonly colours: RawColour[]; readonly exif: ExifNumbers }> => {
    const picture = await pictureOf(key, file)
    const { matrices } = picture
    if (matrices.length === 0) throw new Error('This raw file does not tell its camera’s colours.')
    const colours = patches.map((patch) => rawColour(valuesAt(picture, patch), matrices))
    return { colours, exif: (await notesOf(file)).exif }
  },
  /**
   * A picture of a raw file that has none beside it, and what the file says of itself: balanced as
   * the camera noted, mid-grey where it lies by rule, no curve but sRGB's.
   */
  develop: async (
    key: string,
    raw: Blob
  ): Promise<{ readonly jpeg: Blob; readonly exif: ExifNumbers }> => {
    const picture = await pictureOf(key, raw)
    const canvas = new OffscreenCanvas(picture.width, picture.height)
    const context = canvas.getContext('2d')
    if (!context) throw new Error('This browser cannot draw pictures here.')
    context.putImageData(developed(picture), 0, 0)
    const jpeg = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
    return { jpeg, exif: (await notesOf(raw)).exif }
  },
  /** The even spots of a frame, as its JPEG and its raw file have them. */
  pair: async (key: string, raw: Blob, jpeg: Blob): Promise<PairSpot[]> => {
    const picture = await pictureOf(key, raw)
    const { grid, shape, spots } = await spotsOf(jpeg)
    const { width, height } = picture
    if (Math.abs(Math.log(width / height / shape)) > MOST_APART)
      throw new Error('The raw file and the JPEG are not of one shape: they cannot be compared.')
    return spots.flatMap(({ shownStops, grey }, i) => {
      if (Number.isNaN(shownStops)) return []
      const [column, row] = [i % grid.across, Math.floor(i / grid.across)]
      const part = partOf(
        picture,
        Math.floor((column * width) / grid.across),
        Math.floor((row * height) / grid.down),
        Math.floor(((column + 1) * width) / grid.across),
        Math.floor(((row + 1) * height) / grid.down)
      )
      const { greenUnderWhite, clippedShare, noise } = rawPatch(part, picture.balance)
      return clippedShare > 0 || noise ? [] : [{ shownStops, grey, underWhite: greenUnderWhite }]
    })
  }
}
export type RawWorker = typeof worker
Comlink.expose(worker)

/**
 * Opens a JPEG away from the page: counts its pixels in stripes, measures patches, reads its EXIF.
 */
import * as Comlink from 'comlink'
import ExifReader from 'exifreader'
import { countPixels, finishCount, newCounter, type FrameAnalysis } from '@core/measure/analyse'
import { findBand, type Band } from '@core/measure/band'
import { fileNotes, NO_EXIF, type ExifNumbers, type FileNotes } from '@core/measure/exif'
import type { Gamut } from '@core/measure/gamut'
import { patchLevel, patchRect, type PatchLevel } from '@core/measure/patch'

export interface FrameReading {
  readonly analysis: FrameAnalysis
  readonly exif: ExifNumbers
}

export interface Patch {
  /** centre, shares of width and height */
  readonly x: number
  readonly y: number
  /** share of the width */
  readonly radius: number
}

/** Rows read at a time: about 10 MB of pixels for a 24-megapixel frame. */
const STRIPE_ROWS = 400
/** A band is looked for in a picture this small: a quarter of a per cent of the frame is a line. */
const BAND_SIZE = 400

async function open(file: Blob): Promise<ImageBitmap> {
  const head = new Uint8Array(await file.slice(0, 3).arrayBuffer())
  if (head[0] !== 0xff || head[1] !== 0xd8 || head[2] !== 0xff)
    throw new Error('This is not a JPEG picture.')
  try {
    return await createImageBitmap(file, { colorSpaceConversion: 'default' })
  } catch {
    throw new Error('This picture is damaged or cut short: it cannot be opened.')
  }
}

function pixels(
  bitmap: ImageBitmap,
  left: number,
  top: number,
  width: number,
  height: number,
  gamut: Gamut = 'srgb'
): Uint8ClampedArray {
  // A wide profile is read through P3: sRGB would cut its colours off.
  const colorSpace = gamut === 'profile' ? 'display-p3' : 'srgb'
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace })
  if (!context) throw new Error('This browser cannot read pictures here.')
  context.drawImage(bitmap, left, top, width, height, 0, 0, width, height)
  return context.getImageData(0, 0, width, height, { colorSpace }).data
}

async function count(
  bitmap: ImageBitmap,
  gamut: Gamut,
  progress: (share: number) => void
): Promise<FrameAnalysis> {
  const counter = newCounter(gamut)
  for (let top = 0; top < bitmap.height; top += STRIPE_ROWS) {
    const rows = Math.min(STRIPE_ROWS, bitmap.height - top)
    countPixels(counter, pixels(bitmap, 0, top, bitmap.width, rows, gamut))
    progress((top + rows) / bitmap.height)
  }
  return finishCount(counter, bitmap.width, bitmap.height)
}

/** What a file says of itself. */
async function notesOf(file: Blob): Promise<FileNotes> {
  try {
    const { exif, icc } = ExifReader.load(await file.arrayBuffer(), { expanded: true })
    return fileNotes((exif ?? {}) as Parameters<typeof fileNotes>[0], icc)
  } catch {
    return { exif: NO_EXIF, gamut: 'srgb' }
  }
}

const worker = {
  read: async (file: Blob, progress: (share: number) => void): Promise<FrameReading> => {
    const bitmap = await open(file)
    try {
      const { exif, gamut } = await notesOf(file)
      return { analysis: await count(bitmap, gamut, progress), exif }
    } finally {
      bitmap.close()
    }
  },
  /**
   * The dark band of a shutter past sync, and what the file says of its settings; null for a
   * picture without light.
   */
  band: async (file: Blob): Promise<{ readonly band: Band | null; readonly exif: ExifNumbers }> => {
    const bitmap = await open(file)
    try {
      const small = await createImageBitmap(bitmap, {
        resizeWidth: BAND_SIZE,
        resizeHeight: BAND_SIZE,
        resizeQuality: 'medium'
      })
      // Let go of the large one before the file is read a second time.
      bitmap.close()
      return {
        band: findBand(pixels(small, 0, 0, BAND_SIZE, BAND_SIZE), BAND_SIZE, BAND_SIZE),
        exif: (await notesOf(file)).exif
      }
    } finally {
      bitmap.close()
    }
  },
  /** Levels of patches, in the order they are given; the picture is opened once. */
  patches: async (file: Blob, patches: readonly Patch[]): Promise<PatchLevel[]> => {
    const bitmap = await open(file)
    try {
      const { gamut } = await notesOf(file)
      return patches.map(({ x, y, radius }) => {
        const { left, top, size } = patchRect(bitmap.width, bitmap.height, x, y, radius)
        return patchLevel(pixels(bitmap, left, top, size, size, gamut), gamut)
      })
    } finally {
      bitmap.close()
    }
  }
}
export type FrameWorker = typeof worker
Comlink.expose(worker)

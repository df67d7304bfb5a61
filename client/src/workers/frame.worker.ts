/**
 * Opens a JPEG away from the page: counts its pixels in stripes, measures patches, reads its EXIF.
 */
import * as Comlink from 'comlink'
import {
  countPixels,
  finishCount,
  newCounter,
  rowStep,
  type FrameAnalysis
} from '@core/measure/analyse'
import { findBand, type Band } from '@core/measure/band'
import type { ToneCurve } from '@core/kit/cameraFiles'
import type { ExifNumbers } from '@core/measure/exif'
import type { Gamut } from '@core/measure/gamut'
import { patchColour, type PatchColour } from '@core/measure/patchColour'
import { patchLevel, patchRect, type PatchLevel } from '@core/measure/patch'
import type { Shot } from '@core/picture/compare'
import { partAt, tileBlurs } from './edgePixels'
import { curveIn, notesOf, openJpeg, pixelsOf, rowsOf } from './jpegPixels'
import { registered, shotOf } from './shotPixels'
import { spotsOf, type Spots } from './spotPixels'

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

async function count(
  bitmap: ImageBitmap,
  gamut: Gamut,
  progress: (share: number) => void
): Promise<FrameAnalysis> {
  const counter = newCounter(gamut)
  const { width, height } = bitmap
  const step = rowStep(width, height)
  const rows = Math.floor(height / step)
  for (let row = 0; row < rows; row += STRIPE_ROWS) {
    const some = Math.min(STRIPE_ROWS, rows - row)
    countPixels(counter, rowsOf(bitmap, row * step, some, step, gamut))
    progress((row + some) / rows)
  }
  return finishCount(counter, bitmap.width, bitmap.height)
}

const worker = {
  read: async (file: Blob, progress: (share: number) => void): Promise<FrameReading> => {
    const bitmap = await openJpeg(file)
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
    const bitmap = await openJpeg(file)
    try {
      const small = await createImageBitmap(bitmap, {
        resizeWidth: BAND_SIZE,
        resizeHeight: BAND_SIZE,
        resizeQuality: 'medium'
      })
      // Let go of the large one before the file is read a second time.
      bitmap.close()
      return {
        band: findBand(pixelsOf(small, 0, 0, BAND_SIZE, BAND_SIZE), BAND_SIZE, BAND_SIZE),
        exif: (await notesOf(file)).exif
      }
    } finally {
      bitmap.close()
    }
  },
  /** Levels of patches, in the order they are given; the picture is opened once. */
  patches: async (
    file: Blob,
    patches: readonly Patch[],
    curve: ToneCurve
  ): Promise<PatchLevel[]> => {
    const bitmap = await openJpeg(file)
    try {
      const notes = await notesOf(file)
      const { gamut } = notes
      const known = curveIn(notes, curve)
      return patches.map(({ x, y, radius }) => {
        const { left, top, size } = patchRect(bitmap.width, bitmap.height, x, y, radius)
        return patchLevel(pixelsOf(bitmap, left, top, size, size, gamut), gamut, known)
      })
    } finally {
      bitmap.close()
    }
  },
  /** Colours of patches. */
  colours: async (
    file: Blob,
    patches: readonly Patch[],
    curve: ToneCurve
  ): Promise<{ readonly colours: PatchColour[]; readonly exif: ExifNumbers }> => {
    const bitmap = await openJpeg(file)
    try {
      const notes = await notesOf(file)
      const { gamut } = notes
      const known = curveIn(notes, curve)
      const colours = patches.map(({ x, y, radius }) => {
        const { left, top, size } = patchRect(bitmap.width, bitmap.height, x, y, radius)
        return patchColour(pixelsOf(bitmap, left, top, size, size, gamut), gamut, known)
      })
      return { colours, exif: notes.exif }
    } finally {
      bitmap.close()
    }
  },
  spots: (file: Blob): Promise<Spots> => spotsOf(file),
  shot: async (file: Blob, width: number, curve: ToneCurve): Promise<Shot> => {
    const shot = await shotOf(file, width, curve)
    return Comlink.transfer(shot, [shot.linear.buffer])
  },
  register: registered,
  part: partAt,
  tiles: tileBlurs
}
export type FrameWorker = typeof worker
Comlink.expose(worker)

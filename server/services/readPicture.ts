/** Reads a JPEG as a page does: what it says of itself, and what its pixels count up to. */
import ExifReader from 'exifreader'
import sharp from 'sharp'
import {
  countPixels,
  finishCount,
  newCounter,
  rowStep,
  type FrameAnalysis
} from '@core/measure/analyse'
import { fileNotes, NO_EXIF, type FileNotes } from '@core/measure/exif'

/** Pixels read at a time: about 10 MB. */
const STRIPE_PIXELS = 2_500_000

/** What a file says of itself; nothing where it says it badly. */
export function notesOf(bytes: Buffer): FileNotes {
  try {
    const { exif, icc } = ExifReader.load(bytes, { expanded: true })
    return fileNotes((exif ?? {}) as Parameters<typeof fileNotes>[0], icc)
  } catch {
    return { exif: NO_EXIF, gamut: 'srgb' }
  }
}

/** Counts the pixels of the rows that are counted, stripe by stripe. */
export async function analysisOf(bytes: Buffer, { gamut }: FileNotes): Promise<FrameAnalysis> {
  const counter = newCounter(gamut)
  const { width, height } = await sharp(bytes).metadata()
  const step = rowStep(width, height)
  const rows = step * Math.max(1, Math.floor(STRIPE_PIXELS / width / step))
  for (let top = 0; top < height - step + 1; top += rows) {
    const some = Math.min(rows, height - top)
    const part = sharp(bytes).extract({ left: 0, top, width, height: some })
    // A wide profile is read through P3: sRGB would cut its colours off.
    const out = gamut === 'profile' ? part.withIccProfile('p3') : part
    const rgba = await out.ensureAlpha().raw().toBuffer()
    for (let row = Math.floor(step / 2); row < some; row += step)
      countPixels(counter, rgba.subarray(row * width * 4, (row + 1) * width * 4))
  }
  return finishCount(counter, width, height)
}

/** Frames of a grey card as readings: the middle of each, by the surest way its files allow. */
import type { BenchReading } from '@core/calibration/calibration'
import type { Camera } from '@core/kit/kit'
import { cameraTime, settingsFromExif, type ExifNumbers } from '@core/measure/exif'
import type { PatchLevel } from '@core/measure/patch'
import { fileStem, isRawHead, RAW_HEAD_BYTES } from '@core/measure/rawFile'
import { rawGreyOf, rawLevel } from '@core/measure/rawPatch'
import { readFrame, readPatches } from '@/run/frameReader'
import { developRaw, readRawPatches } from '@/run/rawReader'

export type CardReading = Extract<BenchReading, { kind: 'card' }>
export interface CardFrame {
  readonly name: string
  /** ms, by the camera's clock; where it says nothing, by the file's */
  readonly takenAt: number
  readonly reading: CardReading
}

/** The middle of the frame is the card. */
const MIDDLE = { x: 0.5, y: 0.5, radius: 0.06 } as const

const isRaw = async (file: File): Promise<boolean> =>
  isRawHead(new Uint8Array(await file.slice(0, RAW_HEAD_BYTES).arrayBuffer()))

const asReading = (
  level: PatchLevel,
  exif: ExifNumbers,
  camera: Camera,
  name: string
): CardReading => {
  if (level.limit === 'at-least') throw new Error('the card is clipped: less light')
  if (level.limit === 'at-most') throw new Error('the card is as good as black')
  const { apertureStops, shutterStops, isoStops } = settingsFromExif(exif, camera.step)
  if (apertureStops === null || shutterStops === null || isoStops === null)
    throw new Error('the file does not say aperture, shutter and ISO')
  return {
    kind: 'card',
    levelStops: level.level,
    uncertaintyStops: Math.max(0.05, level.uncertaintyStops),
    apertureStops,
    shutterStops,
    isoStops,
    fileName: name.slice(0, 200)
  }
}

async function readOne(
  { raw, jpeg }: { raw: File | null; jpeg: File | null },
  camera: Camera,
  signal: AbortSignal
): Promise<CardFrame> {
  const { files } = camera
  const shown = jpeg ?? raw!
  const key = `${shown.name} ${shown.size} ${shown.lastModified}`
  const developed = jpeg ? null : await developRaw(raw!, signal)
  const exif = developed?.exif ?? (await readFrame(jpeg!, () => undefined, signal)).exif
  const iso = settingsFromExif(exif, camera.step).isoStops ?? 0
  const grey = rawGreyOf(files, iso)
  // A raw file is the surer where mid-grey is known in it; a JPEG where its curve is.
  const byRaw = raw !== null && (grey.from !== 'nominal' || jpeg === null)
  const level = byRaw
    ? rawLevel((await readRawPatches(`card ${key}`, raw, [MIDDLE]))[0]!, grey)
    : (await readPatches(jpeg!, [MIDDLE], files.toneCurve))[0]!
  return {
    name: shown.name,
    takenAt: cameraTime(exif)?.getTime() ?? shown.lastModified,
    reading: asReading(level, exif, camera, shown.name)
  }
}

export interface CardFrames {
  /** in the order they were taken */
  readonly read: readonly CardFrame[]
  /** by file, why it says nothing */
  readonly refused: readonly { readonly name: string; readonly why: string }[]
}

/** Files of one name but for their ending are one frame. */
export async function readCardFrames(
  files: readonly File[],
  camera: Camera,
  progress: (share: number) => void,
  signal: AbortSignal
): Promise<CardFrames> {
  const pairs = new Map<string, { raw: File | null; jpeg: File | null }>()
  for (const file of files) {
    const stem = fileStem(file.name)
    const pair = pairs.get(stem) ?? { raw: null, jpeg: null }
    pairs.set(stem, (await isRaw(file)) ? { ...pair, raw: file } : { ...pair, jpeg: file })
  }
  const read: CardFrame[] = []
  const refused: { name: string; why: string }[] = []
  let done = 0
  for (const pair of pairs.values()) {
    if (signal.aborted) break
    try {
      read.push(await readOne(pair, camera, signal))
    } catch (error) {
      refused.push({ name: (pair.jpeg ?? pair.raw!).name, why: (error as Error).message })
    }
    progress(++done / pairs.size)
  }
  return { read: read.sort((a, b) => a.takenAt - b.takenAt), refused }
}

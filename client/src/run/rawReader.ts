/** Reads raw files in a worker. */
import type { ExifNumbers } from '@core/measure/exif'
import { fileStem } from '@core/measure/rawFile'
import type { PairSpot } from '@core/measure/curveFromPair'
import type { RawPatch } from '@core/measure/rawPatch'
import type { Patch } from '@/workers/frame.worker'
import type { RawWorker } from '@/workers/raw.worker'
import { workerHost } from '@/workers/workerHost'

const host = workerHost<RawWorker>(
  () => new Worker(new URL('../workers/raw.worker.ts', import.meta.url), { type: 'module' })
)

/** @param key names the file: the same is not opened twice in a row */
export const readRawPatches = (
  key: string,
  raw: Blob,
  patches: readonly Patch[]
): Promise<RawPatch[]> => host.ask((api) => api.patches(key, raw, patches))

/** Colours of patches as the light that came, and what the file says of its settings. */
export const readRawColours = (
  ...asked: Parameters<RawWorker['colours']>
): ReturnType<RawWorker['colours']> => host.ask((api) => api.colours(...asked))

/** The even spots of a frame, as its raw file and its JPEG have them. */
export const readPair = (
  key: string,
  raw: Blob,
  jpeg: Blob,
  signal: AbortSignal
): Promise<PairSpot[]> => host.ask((api) => api.pair(key, raw, jpeg), signal)

/** A picture of a raw file that has none beside it, named like it; and what the file says. */
export async function developRaw(
  raw: File,
  signal: AbortSignal
): Promise<{ readonly jpeg: File; readonly exif: ExifNumbers }> {
  const key = `${raw.name} ${raw.size} ${raw.lastModified}`
  const { jpeg, exif } = await host.ask((api) => api.develop(key, raw), signal)
  return { jpeg: new File([jpeg], `${fileStem(raw.name)}.jpg`, { type: 'image/jpeg' }), exif }
}

/** Reads raw files in a worker. */
import type { PairSpot } from '@core/measure/learnCurve'
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

/** The even spots of a frame, as its raw file and its JPEG have them. */
export const readPair = (
  key: string,
  raw: Blob,
  jpeg: Blob,
  signal: AbortSignal
): Promise<PairSpot[]> => host.ask((api) => api.pair(key, raw, jpeg), signal)

/** Reads pictures in a worker. One reading can be called off without the others. */
import * as Comlink from 'comlink'
import type { PatchLevel } from '@core/measure/patch'
import type { FrameReading, FrameWorker } from '@/workers/frame.worker'
import { workerHost } from '@/workers/workerHost'

const host = workerHost<FrameWorker>(
  () => new Worker(new URL('../workers/frame.worker.ts', import.meta.url), { type: 'module' })
)

export const readFrame = (
  file: Blob,
  progress: (share: number) => void,
  signal: AbortSignal
): Promise<FrameReading> => host.ask((api) => api.read(file, Comlink.proxy(progress)), signal)

/**
 * The level of a patch of a picture.
 * @param x,y centre, shares of width and height
 * @param radius share of the width
 */
export const readPatch = (file: Blob, x: number, y: number, radius: number): Promise<PatchLevel> =>
  host.ask((api) => api.patch(file, x, y, radius))

export const readBand = (file: Blob): ReturnType<FrameWorker['band']> =>
  host.ask((api) => api.band(file))

/** Makes ready to read, so that a picture can be read when the server has gone away. */
export const warmReader = host.warm

/** Reads pictures in a worker. One reading can be called off without the others. */
import * as Comlink from 'comlink'
import type { ToneCurve } from '@core/kit/cameraFiles'
import type { PatchLevel } from '@core/measure/patch'
import type { FrameReading, FrameWorker, Patch } from '@/workers/frame.worker'
import { workerHost } from '@/workers/workerHost'

const host = workerHost<FrameWorker>(
  () => new Worker(new URL('../workers/frame.worker.ts', import.meta.url), { type: 'module' })
)

export const readFrame = (
  file: Blob,
  progress: (share: number) => void,
  signal: AbortSignal
): Promise<FrameReading> => host.ask((api) => api.read(file, Comlink.proxy(progress)), signal)

/** The levels of patches of a picture, in their order. */
export const readPatches = (
  file: Blob,
  patches: readonly Patch[],
  curve: ToneCurve
): Promise<PatchLevel[]> => host.ask((api) => api.patches(file, patches, curve))

/** Colours of patches of a picture, and what the file says of its settings. */
export const readColours = (
  ...asked: Parameters<FrameWorker['colours']>
): ReturnType<FrameWorker['colours']> => host.ask((api) => api.colours(...asked))

/** The even spots of a picture, alike for all pictures of one shape. */
export const readSpots = (file: Blob, signal: AbortSignal): ReturnType<FrameWorker['spots']> =>
  host.ask((api) => api.spots(file), signal)

/** The picture small and linear, 1 being level 0. */
export const readShot = (
  file: Blob,
  width: number,
  curve: ToneCurve
): ReturnType<FrameWorker['shot']> => host.ask((api) => api.shot(file, width, curve))

/** How the second picture was reframed against the first. */
export const readRegistration = (first: Blob, second: Blob): ReturnType<FrameWorker['register']> =>
  host.ask((api) => api.register(first, second))

/** A part of the picture at its own pixels, and how blurred its edges are. */
export const readPart = (
  ...asked: Parameters<FrameWorker['part']>
): ReturnType<FrameWorker['part']> => host.ask((api) => api.part(...asked))

/** How blurred the edges of each tile are. */
export const readTiles = (
  ...asked: Parameters<FrameWorker['tiles']>
): ReturnType<FrameWorker['tiles']> => host.ask((api) => api.tiles(...asked))

export const readBand = (file: Blob): ReturnType<FrameWorker['band']> =>
  host.ask((api) => api.band(file))

/** Makes ready to read, so that a picture can be read when the server has gone away. */
export const warmReader = host.warm

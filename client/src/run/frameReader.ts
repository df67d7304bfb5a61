/** Talks to the worker that reads pictures. Cancelling ends the worker; the next picture starts a new one. */
import * as Comlink from 'comlink'
import type { FrameReading, FrameWorker } from '@/workers/frame.worker'
import type { PatchLevel } from '@core/measure/analyse'

let running: {
  worker: Worker
  api: Comlink.Remote<FrameWorker>
  cancel: (reason: Error) => void
} | null = null

export class Cancelled extends Error {}

const start = () => {
  const worker = new Worker(new URL('../workers/frame.worker.ts', import.meta.url), {
    type: 'module'
  })
  running ??= { worker, api: Comlink.wrap<FrameWorker>(worker), cancel: () => undefined }
  return running
}

const cancellable = <T>(work: (api: Comlink.Remote<FrameWorker>) => Promise<T>): Promise<T> => {
  const now = running ?? start()
  return new Promise<T>((resolve, reject) => {
    now.cancel = reject
    work(now.api).then(resolve, reject)
  })
}

export const readFrame = (file: Blob, progress: (share: number) => void): Promise<FrameReading> =>
  cancellable((api) => api.read(file, Comlink.proxy(progress)))

export const readPatch = (file: Blob, x: number, y: number, radius: number): Promise<PatchLevel> =>
  cancellable((api) => api.patch(file, x, y, radius))

export const readBand = (file: Blob): ReturnType<FrameWorker['band']> =>
  cancellable((api) => api.band(file))

export const cancelReading = (): void => {
  running?.worker.terminate()
  running?.cancel(new Cancelled('Reading cancelled.'))
  running = null
}

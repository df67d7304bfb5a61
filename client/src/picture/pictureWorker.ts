/** A worker that traces pictures, and how films go back to it. */
import * as Comlink from 'comlink'
import type { Film } from '@core/picture/film'
import type { Picture } from '@core/picture/picture'
import type { PictureWorker } from '@/workers/picture.worker'

export type PictureRemote = Comlink.Remote<PictureWorker>

export function startWorker(failed: (reason: string) => void): PictureRemote {
  const worker = new Worker(new URL('../workers/picture.worker.ts', import.meta.url), {
    type: 'module'
  })
  worker.onerror = (event) => failed(event.message || 'the picture cannot be traced here')
  return Comlink.wrap<PictureWorker>(worker)
}

/** Has a worker put films together; they go there whole. */
export function developIn(
  worker: PictureRemote,
  films: readonly Film[],
  per: number
): Promise<Picture> {
  const buffers = films.flatMap(({ light, squares, shown, guessed }) =>
    [light, squares, shown, guessed].map((each) => each.buffer as ArrayBuffer)
  )
  return worker.develop(Comlink.transfer([...films], buffers), per)
}

/** Traces stripes of a picture, a little at a time so that it can be called off, and puts them together. */
import * as Comlink from 'comlink'
import { newFilm, type Film } from '@core/picture/film'
import { pictureOf, type Picture } from '@core/picture/picture'
import { traceRow } from '@core/picture/render'
import { tracerOf, type Tracer } from '@core/picture/trace'
import { worldOf } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'

/** Looks up from its work this often, ms. */
const LOOK_UP_MS = 20

let tracer: Tracer | null = null
let film: Film | null = null
let called = 0

const { port1, port2 } = new MessageChannel()
const lookUp = (): Promise<void> =>
  new Promise((resolve) => {
    port1.onmessage = () => resolve()
    port2.postMessage(0)
  })

const buffersOf = (made: Film | Picture): Transferable[] =>
  Object.values(made).flatMap((value) =>
    value instanceof Float32Array || value instanceof Uint8Array ? [value.buffer] : []
  )

const api = {
  /** Takes a plan in hand. */
  begin(plan: Plan): void {
    tracer = tracerOf(worldOf(plan))
    film = null
  },

  /**
   * Adds samples to this worker's rows of the picture of the plan in hand.
   * @returns a copy of all its rows hold so far; null when it was called off
   */
  async trace(width: number, height: number, first: number, step: number, samples: number) {
    const mine = ++called
    const { sources } = tracer!
    if (film?.width !== width || film.height !== height)
      film = newFilm(width, height, sources, { first, step })
    const own = film
    let since = performance.now()
    for (let row = 0; row < own.rows; row++) {
      traceRow(tracer!, own, row, own.samples, own.samples + samples)
      if (performance.now() - since < LOOK_UP_MS) continue
      await lookUp()
      // Rows of one film have as many samples each: what is broken off is begun anew.
      if (mine !== called) {
        if (film === own) film = null
        return null
      }
      since = performance.now()
    }
    own.samples += samples
    const copy = structuredClone(own)
    return Comlink.transfer(copy, buffersOf(copy))
  },

  callOff(): void {
    called++
  },

  develop(parts: readonly Film[]): Picture {
    const picture = pictureOf(parts)
    return Comlink.transfer(picture, buffersOf(picture))
  }
}
export type PictureWorker = typeof api
Comlink.expose(api)

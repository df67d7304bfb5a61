/** Traces stripes of a picture, a little at a time so that it can be called off, and puts them together. */
import * as Comlink from 'comlink'
import { newFilm, type Film, type Stripe, type Window } from '@core/picture/film'
import { loupeLook, withDiffraction } from '@core/picture/loupe'
import { groupsOfWhole } from '@core/picture/moment'
import { pictureOf, type Picture } from '@core/picture/picture'
import { traceRow } from '@core/picture/render'
import { tracerOf, type Tracer } from '@core/picture/trace'
import { putSpecks, specksIn, type Speck } from '@core/picture/specks'
import { worldOf, type World } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'

/** Looks up from its work this often, ms. */
const LOOK_UP_MS = 20
/** Specks show from this width on, pixels. */
const SPECKS_FROM = 100

let plan: Plan | null = null
let tracer: Tracer | null = null
let world: World | null = null
/** null: not worked out yet */
let specks: readonly Speck[] | null = null
/** by what they show */
const films = new Map<string, Film>()
let called = 0

const { port1, port2 } = new MessageChannel()
const lookUp = (): Promise<void> =>
  new Promise((resolve) => {
    port1.onmessage = () => resolve()
    port2.postMessage(0)
  })

const buffersOf = (made: Film | Picture): Transferable[] =>
  Object.values(made).flatMap((value) => (value instanceof Float32Array ? [value.buffer] : []))

/** What of a picture a worker traces. */
export interface Order {
  /** another key begins another film */
  readonly key: string
  readonly width: number
  readonly height: number
  readonly stripe: Stripe
  readonly window: Window
  /** to add to each pixel */
  readonly samples: number
}

const api = {
  /**
   * Takes a plan in hand.
   * @param loupe as a loupe shows it, still or moving; null: the picture itself
   */
  begin(next: Plan, loupe: 'still' | 'moving' | null): void {
    plan = next
    world = worldOf(next)
    specks = null
    tracer = tracerOf(
      world,
      loupe ? loupeLook(next, loupe === 'moving') : { moments: groupsOfWhole(next) }
    )
    films.clear()
  },

  /**
   * Adds samples to this worker's rows.
   * @returns a copy of all they hold so far; null when it was called off
   */
  async trace({ key, width, height, stripe, window, samples }: Order): Promise<Film | null> {
    const mine = ++called
    const known = films.get(key)
    const own = known ?? newFilm(width, height, tracer!.sources, stripe, window)
    films.set(key, own)
    let since = performance.now()
    for (let row = 0; row < own.rows; row++) {
      traceRow(tracer!, own, row, own.samples, own.samples + samples)
      if (performance.now() - since < LOOK_UP_MS) continue
      await lookUp()
      // Rows of one film have as many samples each: what is broken off is begun anew.
      if (mine !== called) {
        if (films.get(key) === own) films.delete(key)
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

  /** @param per pixels of the camera each stands for, for diffraction to show; 0: far too many */
  develop(parts: readonly Film[], per: number): Picture {
    const clean = pictureOf(parts)
    // What answers a drag is too coarse for them, and does not wait.
    if (clean.width >= SPECKS_FROM)
      putSpecks(clean, (specks ??= specksIn(world!)), parts[0]!.window)
    const picture = per > 0 ? withDiffraction(clean, plan!, per) : clean
    return Comlink.transfer(picture, buffersOf(picture))
  }
}
export type PictureWorker = typeof api
Comlink.expose(api)

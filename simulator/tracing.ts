/** Traces pictures over workers, or here. */
import { availableParallelism } from 'node:os'
import { parentPort, Worker, workerData } from 'node:worker_threads'
import { merge, newFilm, type Film } from '@core/picture/film'
import { groupsOfWhole } from '@core/picture/moment'
import { pictureOf, type Picture } from '@core/picture/picture'
import { traceRow } from '@core/picture/render'
import { tracerOf } from '@core/picture/trace'
import { worldOf } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'
import type { Trace } from './studio'

export interface Size {
  readonly width: number
  readonly height: number
  /** of each pixel */
  readonly samples: number
}
/** Rays a pixel: with what smoothing does, an even patch is good to a twentieth of a stop. */
const SAMPLES = 3
/** A frame so wide, as high as the sensor makes it. */
export const frameSize = ({ camera }: Plan, width: number): Size => ({
  width,
  height: Math.max(1, Math.round((width * camera.sensorHeightMm) / camera.sensorWidthMm)),
  samples: SAMPLES
})
const MOST_WORKERS = 8

interface Stripe {
  readonly plan: Plan
  readonly size: Size
  readonly first: number
  readonly step: number
}

/** @param progress told of each row */
function traceStripe(
  { plan, size, first, step }: Stripe,
  progress: (share: number) => void = () => {}
): Film {
  const moments = groupsOfWhole(plan)
  const tracer = tracerOf(worldOf(plan), moments.length > 1 ? { moments } : {})
  const film = newFilm(size.width, size.height, tracer.sources, { first, step })
  const samples = Math.ceil(size.samples / moments.length) * moments.length
  for (let row = 0; row < film.rows; row++) {
    traceRow(tracer, film, row, 0, samples)
    progress((row + 1) / film.rows)
  }
  film.samples = samples
  return film
}

/** Without workers: small pictures, tests. */
export const traceHere =
  (size: Size): Trace =>
  (plan) =>
    Promise.resolve(pictureOf([traceStripe({ plan, size, first: 0, step: 1 })]))

type Task =
  | { readonly do: 'trace'; readonly stripe: Stripe }
  /** the film of some sources, to be made a picture of */
  | { readonly do: 'clean'; readonly film: Film }
const FOR = 'simulated-studio'

/**
 * Does a worker's part when this is one.
 * @returns whether it is
 */
export function serveAsWorker(): boolean {
  const given = workerData as { readonly for?: string; readonly task: Task } | null
  if (given?.for !== FOR) return false
  const { task } = given
  if (task.do === 'clean') parentPort!.postMessage(pictureOf([task.film]))
  else {
    let told = 0
    const film = traceStripe(task.stripe, (share) => {
      if (share - told < 0.02) return
      told = share
      parentPort!.postMessage(share)
    })
    parentPort!.postMessage(film)
  }
  return true
}

function inWorker<T extends object>(
  script: URL,
  task: Task,
  progress: (share: number) => void = () => {}
): Promise<T> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(script, { workerData: { for: FOR, task } })
    worker.on('message', (said: number | T) =>
      typeof said === 'number' ? progress(said) : resolve(said)
    )
    worker.on('error', reject)
    worker.on('exit', () => reject(new Error('A worker of the studio ended early.')))
  })
}

/** The part of a film that holds some sources: each is cleaned by itself. */
function sourcesIn(film: Film, from: number, to: number): Film {
  const pixels = film.width * film.rows
  return {
    ...film,
    sources: to - from,
    light: film.light.slice(from * pixels * 3, to * pixels * 3),
    squares: film.squares.slice(from * pixels, to * pixels)
  }
}

function joined(parts: readonly Picture[]): Picture {
  const all = (key: 'light' | 'raw' | 'spread'): Float32Array => {
    const whole = new Float32Array(parts.reduce((sum, part) => sum + part[key].length, 0))
    let at = 0
    for (const part of parts) {
      whole.set(part[key], at)
      at += part[key].length
    }
    return whole
  }
  return {
    ...parts[0]!,
    sources: parts.reduce((sum, { sources }) => sum + sources, 0),
    light: all('light'),
    raw: all('raw'),
    spread: all('spread')
  }
}

/** How much of the time tracing takes, cleaning the rest. */
const TRACING = 0.65

/** @param script what a worker runs: it calls `serveAsWorker` */
export const traceInWorkers =
  (script: URL, size: Size): Trace =>
  async (plan, progress): Promise<Picture> => {
    const many = Math.min(MOST_WORKERS, availableParallelism())
    const shares = new Array<number>(many).fill(0)
    const stripes = await Promise.all(
      Array.from(shares.keys(), (first) =>
        inWorker<Film>(
          script,
          { do: 'trace', stripe: { plan, size, first, step: many } },
          (share) => {
            shares[first] = share
            progress((TRACING * shares.reduce((sum, each) => sum + each, 0)) / many)
          }
        )
      )
    )
    const { width, height, sources, samples } = stripes[0]!
    const film = newFilm(width, height, sources)
    for (const stripe of stripes) merge(stripe, film)
    film.samples = samples
    const each = Math.ceil(sources / many)
    const parts = Array.from({ length: Math.ceil(sources / each) }, (_, i) =>
      sourcesIn(film, i * each, Math.min(sources, (i + 1) * each))
    )
    return joined(
      await Promise.all(parts.map((part) => inWorker<Picture>(script, { do: 'clean', film: part })))
    )
  }

/** Traces pictures over workers, or here. */
import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import { merge, newFilm, type Film } from '@core/picture/film'
import { pictureOf, type Picture } from '@core/picture/picture'
import type { Plan } from '@core/plan/plan'
import type { Trace } from './camera'
import { buffersOf, traceStripe, type Size, type Stripe, type Task } from './stripe'

/** Rays a pixel: with what smoothing does, an even patch is good to a twentieth of a stop. */
const SAMPLES = 3
/** A frame so wide, as high as the sensor makes it. */
export const frameSize = ({ camera }: Plan, width: number): Size => ({
  width,
  height: Math.max(1, Math.round((width * camera.sensorHeightMm) / camera.sensorWidthMm)),
  samples: SAMPLES
})
const MOST_WORKERS = 8

/** Without workers: small pictures, tests. */
export const traceHere =
  (size: Size): Trace =>
  (plan) =>
    Promise.resolve(pictureOf([traceStripe({ plan, size, first: 0, step: 1 })]))

/** One task of a worker, which is given its next one when this is done. */
function inWorker<T extends object>(
  worker: Worker,
  task: Task,
  progress: (share: number) => void = () => {}
): Promise<T> {
  return new Promise((resolve, reject) => {
    worker.removeAllListeners()
    worker.on('message', (said: number | T) =>
      typeof said === 'number' ? progress(said) : resolve(said)
    )
    worker.on('error', reject)
    worker.on('exit', () => reject(new Error('A worker of the studio ended early.')))
    const given = task.do === 'clean' ? buffersOf(task.film.light, task.film.squares) : []
    worker.postMessage(task, given)
  })
}

/** The part of a film that holds some sources: each is cleaned by itself. */
function sourcesIn(film: Film, sources: readonly number[]): Film {
  const pixels = film.width * film.rows
  const light = new Float32Array(sources.length * pixels * 3)
  const squares = new Float32Array(sources.length * pixels)
  sources.forEach((s, i) => {
    light.set(film.light.subarray(s * pixels * 3, (s + 1) * pixels * 3), i * pixels * 3)
    squares.set(film.squares.subarray(s * pixels, (s + 1) * pixels), i * pixels)
  })
  return { ...film, sources: sources.length, light, squares }
}

/** @param order which sources each part holds */
function joined(parts: readonly Picture[], order: readonly (readonly number[])[]): Picture {
  const sources = order.flat().length
  const whole = (key: 'light' | 'raw' | 'spread'): Float32Array => {
    const each = parts[0]![key].length / parts[0]!.sources
    const rows = new Float32Array(sources * each)
    parts.forEach((part, k) =>
      order[k]!.forEach((s, i) => rows.set(part[key].subarray(i * each, (i + 1) * each), s * each))
    )
    return rows
  }
  return {
    ...parts[0]!,
    sources,
    light: whole('light'),
    raw: whole('raw'),
    spread: whole('spread')
  }
}

/** How much of the time tracing takes, cleaning the rest. */
const TRACING = 0.65

async function traceOver(
  workers: readonly Worker[],
  { plan, size }: Pick<Stripe, 'plan' | 'size'>,
  progress: (share: number) => void
): Promise<Picture> {
  const step = workers.length
  const shares = new Array<number>(step).fill(0)
  const stripes = await Promise.all(
    workers.map((worker, first) =>
      inWorker<Film>(worker, { do: 'trace', stripe: { plan, size, first, step } }, (share) => {
        shares[first] = share
        progress((TRACING * shares.reduce((sum, each) => sum + each, 0)) / step)
      })
    )
  )
  const { width, height, sources, samples } = stripes[0]!
  const film = newFilm(width, height, sources)
  for (const stripe of stripes) merge(stripe, film)
  film.samples = samples
  // In turn: the first two are ambient and soon done.
  const order = Array.from({ length: Math.min(step, sources) }, (_, k) =>
    Array.from({ length: sources }, (_each, s) => s).filter((s) => s % step === k)
  )
  const parts = await Promise.all(
    order.map((some, k) =>
      inWorker<Picture>(workers[k]!, { do: 'clean', film: sourcesIn(film, some) })
    )
  )
  return joined(parts, order)
}

/**
 * Each set has workers of its own: code that has met one set only runs faster.
 * @param script what a worker runs: tracer.ts as it ships
 */
export const traceInWorkers =
  (script: URL, size: Size): Trace =>
  async (plan, progress): Promise<Picture> => {
    const many = Math.min(MOST_WORKERS, availableParallelism())
    const workers = Array.from({ length: many }, () => new Worker(script))
    try {
      return await traceOver(workers, { plan, size }, progress)
    } finally {
      await Promise.all(workers.map((worker) => worker.terminate()))
    }
  }

/** Traces samples of every pixel of some rows into a film. */
import { LUMINANCE } from '../light/luminance'
import { SHOWN, type Film } from './film'
import { evenPair, hashed } from '../set/random'
import type { Tracer } from './trace'

const spot = new Float64Array(2)

/**
 * Adds samples to one row of a film. Every sample is the same whatever else is traced, in whatever
 * order.
 * @param row of the film
 * @param from,to which samples of each pixel: from one up to another
 */
export function traceRow(tracer: Tracer, film: Film, row: number, from: number, to: number): void {
  const { window, width, height, stripe, rows, sources, light, squares, shown, guessed } = film
  const { got, first } = tracer
  const pixels = width * rows
  const y = stripe.first + row * stripe.step
  for (let x = 0; x < width; x++) {
    const at = row * width + x
    const seed = hashed(y * 0x10000 + x)
    for (let i = from; i < to; i++) {
      evenPair(i, seed, spot)
      tracer.through(
        window.left + ((window.right - window.left) * (x + spot[0]!)) / width,
        window.top + ((window.bottom - window.top) * (y + spot[1]!)) / height,
        seed,
        i
      )
      for (let s = 0; s < sources; s++) {
        const r = got[s * 3]!
        const g = got[s * 3 + 1]!
        const b = got[s * 3 + 2]!
        const o = (s * pixels + at) * 3
        light[o]! += r
        light[o + 1]! += g
        light[o + 2]! += b
        const bright = LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b
        squares[s * pixels + at]! += bright * bright
      }
      for (let k = 0; k < SHOWN; k++) shown[at * SHOWN + k]! += first[k]!
      if (tracer.guessed()) guessed[at]!++
    }
  }
}

/** All rows of a film at once, for tests and where nothing else waits. */
export function traceFilm(tracer: Tracer, film: Film, samples: number): void {
  for (let row = 0; row < film.rows; row++)
    traceRow(tracer, film, row, film.samples, film.samples + samples)
  film.samples += samples
}

/** Traces part of a picture, or cleans some sources of it: what a worker of the studio does. */
import { newFilm, type Film } from '@core/picture/film'
import { groupsOfWhole } from '@core/picture/moment'
import { traceRow } from '@core/picture/render'
import { tracerOf } from '@core/picture/trace'
import { worldOf } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'

export interface Size {
  readonly width: number
  readonly height: number
  /** of each pixel */
  readonly samples: number
}

export interface Stripe {
  readonly plan: Plan
  readonly size: Size
  readonly first: number
  readonly step: number
}

/** @param progress told of each row */
export function traceStripe(
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

export type Task =
  | { readonly do: 'trace'; readonly stripe: Stripe }
  /** the film of some sources, to be made a picture of */
  | { readonly do: 'clean'; readonly film: Film }

/** Given away, not copied. */
export const buffersOf = (...rows: Float32Array[]): ArrayBuffer[] =>
  rows.map(({ buffer }) => buffer as ArrayBuffer)

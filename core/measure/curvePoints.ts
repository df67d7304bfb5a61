/** A tone curve made of measured points: whichever way they were measured, it rises. */
import type { ToneCurve } from '../kit/cameraFiles'

/** Shown levels a curve is made of: darker ones a file rounds to its last values, 254 is clipped. */
export const SHOWN = { from: -7.5, to: 2.45 } as const
/** What even the best measured point may be off: where the file's mid-grey lies is rounded. */
export const LEAST_UNCERTAINTY = 0.04

/** Points a curve needs, and the stops it must span. */
export const LEAST_POINTS = 8
export const LEAST_SPAN = 3
/** Readings that stray more than this from one curve are not of one curve. */
export const MOST_SPREAD = 0.5

/** Why no curve could be made. */
export type NoCurve = 'too-few' | 'too-narrow' | 'unsteady'
export type Learned =
  | { readonly ok: true; readonly curve: ToneCurve; readonly spreadStops: number }
  | { readonly ok: false; readonly why: NoCurve }

export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = (sorted.length - 1) / 2
  return (sorted[Math.floor(middle)]! + sorted[Math.ceil(middle)]!) / 2
}
/** Half-width of a bell that has the same middle half, however far its tails reach. */
export const spreadOf = (values: readonly number[]): number => {
  const middle = median(values)
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)))
}

export const isTold = (shown: number): boolean => shown >= SHOWN.from && shown <= SHOWN.to

export interface Point {
  shown: number
  stops: number
  uncertainty: number
  weight: number
}

/**
 * Points that fall are joined with the ones before, until all rise.
 * Source: pool adjacent violators (Ayer et al. 1955, from memory).
 */
function rising(points: readonly Point[]): Point[] {
  const out: Point[] = []
  for (const point of points) {
    let last = { ...point }
    for (let before = out.at(-1); before && before.stops >= last.stops; before = out.at(-1)) {
      const weight = before.weight + last.weight
      const mean = (of: 'shown' | 'stops' | 'uncertainty'): number =>
        (before[of] * before.weight + last[of] * last.weight) / weight
      last = {
        shown: mean('shown'),
        stops: mean('stops'),
        uncertainty: mean('uncertainty'),
        weight
      }
      out.pop()
    }
    out.push(last)
  }
  return out
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000

export const asCurve = (points: readonly Point[]): ToneCurve =>
  rising(points).map(({ shown, stops, uncertainty }) => ({
    shownStops: rounded(shown),
    stops: rounded(stops),
    uncertaintyStops: rounded(Math.min(3, Math.max(LEAST_UNCERTAINTY, uncertainty)))
  }))

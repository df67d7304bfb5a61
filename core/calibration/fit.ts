/**
 * What readings say of the kit's own figures. Each reading of a light is its figures' sum, off by
 * what they are off: the head's output, the mark on its dial, each modifier's loss, the meter, the
 * subject's reflectance. Those are told apart by least squares, held back by how far each is off as
 * a rule and by how sure each reading is. Readings that stray count for less, and are shown.
 * Source: linear regression with Gaussian priors (e.g. Bishop, Pattern Recognition and Machine
 * Learning, 3.3); weights of Student's t with four degrees of freedom (Lange, Little and Taylor
 * 1989); both from memory.
 */
import { inverse, Matrix } from 'ml-matrix'
import { keyOf, usuallyOff, type KitFigure, type Sighting } from './figure'

/** Degrees of freedom of Student's t. */
const FREEDOM = 4
const ROUNDS = 30
/** Off by more than so many standard deviations a reading strays. */
const STRAYS = 3

export interface Estimate {
  readonly figure: KitFigure
  /** what the figure is off, stops */
  readonly stops: number
  /** ± one standard deviation, stops */
  readonly uncertaintyStops: number
  /** readings that speak of it, those that stray too */
  readonly sightings: number
  /** shoots they were taken in, and calibrations */
  readonly shoots: number
  readonly benches: number
}

export interface KitFit {
  readonly estimates: readonly Estimate[]
  /** readings that fit nothing else that was read, worst first */
  readonly straying: readonly Sighting[]
}

/**
 * @param usually how far a figure is off as a rule, stops
 * @returns null where nothing was read
 */
export function fitKit(
  sightings: readonly Sighting[],
  usually: (figure: KitFigure) => number = usuallyOff
): KitFit | null {
  if (sightings.length === 0) return null
  const columns = new Map<string, number>()
  const figures: KitFigure[] = []
  const rows = sightings.map(({ parts }) =>
    parts.map(({ figure, share }) => {
      const key = keyOf(figure)
      if (!columns.has(key)) {
        columns.set(key, figures.length)
        figures.push(figure)
      }
      return [columns.get(key)!, share] as const
    })
  )
  const priors = figures.map((figure) => 1 / usually(figure) ** 2)
  let weights = sightings.map(() => 1)
  let at: number[] = []
  let spread = Matrix.eye(figures.length)
  const offOf = (i: number): number =>
    sightings[i]!.offStops - rows[i]!.reduce((sum, [k, share]) => sum + share * at[k]!, 0)
  for (let round = 0; round < ROUNDS; round++) {
    const normal = Matrix.diag(priors)
    const right = new Float64Array(figures.length)
    rows.forEach((row, i) => {
      const weight = weights[i]! / sightings[i]!.uncertaintyStops ** 2
      for (const [k, share] of row) {
        right[k]! += weight * share * sightings[i]!.offStops
        for (const [l, other] of row) normal.set(k, l, normal.get(k, l) + weight * share * other)
      }
    })
    spread = inverse(normal)
    at = spread.mmul(Matrix.columnVector([...right])).getColumn(0)
    weights = sightings.map(
      ({ uncertaintyStops }, i) => FREEDOM / (FREEDOM + (offOf(i) / uncertaintyStops) ** 2)
    )
  }
  const strayOf = (i: number): number => Math.abs(offOf(i)) / sightings[i]!.uncertaintyStops
  return {
    estimates: figures.map((figure, k) => {
      const own = sightings.filter((_, i) => rows[i]!.some(([column]) => column === k))
      const shoots = own.flatMap(({ from }) => (from.kind === 'frame' ? [from.shootId] : []))
      const benches = own.flatMap(({ from }) => (from.kind === 'bench' ? [from.calibrationId] : []))
      return {
        figure,
        stops: at[k]!,
        uncertaintyStops: Math.sqrt(spread.get(k, k)),
        sightings: own.length,
        shoots: new Set(shoots).size,
        benches: new Set(benches).size
      }
    }),
    straying: sightings
      .map((each, i) => ({ each, off: strayOf(i) }))
      .filter(({ off }) => off > STRAYS)
      .sort((a, b) => b.off - a.off)
      .map(({ each }) => each)
  }
}

/** As much as this must a figure be off, and by more than its ±, to be worth putting right, stops. */
const WORTH = 0.1
export const isTold = ({
  stops,
  uncertaintyStops
}: Pick<Estimate, 'stops' | 'uncertaintyStops'>): boolean =>
  Math.abs(stops) >= WORTH && Math.abs(stops) > uncertaintyStops

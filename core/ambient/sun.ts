/** Where the sun stands, seen from a place on the ground. */
import { Body, Equator, Horizon, Observer, SearchAltitude } from 'astronomy-engine'

export interface Ground {
  /** + north */
  readonly latitudeDeg: number
  /** + east */
  readonly longitudeDeg: number
}

const observerAt = ({ latitudeDeg, longitudeDeg }: Ground): Observer => {
  if (!(Math.abs(latitudeDeg) <= 90))
    throw new RangeError(`latitudeDeg out of range: ${latitudeDeg}`)
  if (!(Math.abs(longitudeDeg) <= 180))
    throw new RangeError(`longitudeDeg out of range: ${longitudeDeg}`)
  return new Observer(latitudeDeg, longitudeDeg, 0)
}

/**
 * Altitude of the sun’s middle above the horizon, refraction left out, degrees.
 * @param ms since 1970, UTC
 */
export function sunAltitudeDeg(ms: number, ground: Ground): number {
  const observer = observerAt(ground)
  const date = new Date(ms)
  const { ra, dec } = Equator(Body.Sun, date, observer, true, true)
  return Horizon(date, observer, ra, dec).altitude
}

/** Of the day, local solar noon before dusk or solar midnight before dawn; ms since 1970. */
const before = (date: string, way: 'dusk' | 'dawn', { longitudeDeg }: Ground): number =>
  Date.parse(`${date}T${way === 'dusk' ? '12' : '00'}:00:00Z`) - (longitudeDeg / 15) * 3_600_000

/**
 * When the sun passes an altitude at dusk or at dawn of a day.
 * @param date of that place, yyyy-mm-dd
 * @returns ms since 1970; null where it does not on that day
 */
export function sunPasses(
  ground: Ground,
  date: string,
  way: 'dusk' | 'dawn',
  altitudeDeg: number
): number | null {
  const from = new Date(before(date, way, ground))
  const found = SearchAltitude(
    Body.Sun,
    observerAt(ground),
    way === 'dusk' ? -1 : 1,
    from,
    0.5,
    altitudeDeg
  )
  return found ? found.date.getTime() : null
}

/** Half a day from solar noon on, or from solar midnight on; ms since 1970. */
export const halfDay = (
  ground: Ground,
  date: string,
  way: 'dusk' | 'dawn'
): readonly [from: number, to: number] => {
  const from = before(date, way, ground)
  return [from, from + 43_200_000]
}

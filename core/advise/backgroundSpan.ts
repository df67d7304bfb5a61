/** Which shutter speeds keep the background within its goal, all else as it is. */
import { ledgerOf } from '../ledger/ledger'
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { usableShutters, withShutter } from './usableShutters'

export interface BackgroundSpan {
  /** −log2 of seconds; the slowest and the fastest that keep it */
  readonly slowestStops: number
  readonly fastestStops: number
  /** the fastest is where the flash ends to light the whole frame, not where the goal ends */
  readonly openFast: boolean
}

/**
 * @returns the marks of the camera at which the brightest part of the background lies within its
 *   limits, up to the fastest at which every strobe that is on still lights the whole frame; null
 *   where none does, or nobody has read the ambient there
 */
export function backgroundSpan(plan: Plan): BackgroundSpan | null {
  const { goals } = plan
  const marks = usableShutters(plan)
  if (ledgerOf(plan).ambient.background!.state === 'unknown') return null
  const keeps = marks.map((stops) => {
    const { totals } = ledgerOf(withShutter(plan, stops))
    const level = Math.max(...BACKGROUND_PLACES.map((place) => totals[place] ?? -Infinity))
    return (
      level <= goals.backgroundStops + 1e-9 &&
      (goals.backgroundLeastStops === null || level >= goals.backgroundLeastStops - 1e-9)
    )
  })
  const [first, last] = [keeps.indexOf(true), keeps.lastIndexOf(true)]
  return first < 0
    ? null
    : {
        slowestStops: marks[first]!,
        fastestStops: marks[last]!,
        openFast: last === marks.length - 1
      }
}

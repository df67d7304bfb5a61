/** Automatic flash in words: what it would do in this set, where it can. */
import type { AutomaticArea, AutomaticForecast } from '@core/run/automatic'
import { dialLowest, formatPower, type Dial } from '@core/scales/dial'
import { roundToGrid } from '@core/scales/stops'
import { mm, stopCount, stops } from './format'

export const AREAS: readonly { readonly value: AutomaticArea; readonly title: string }[] = [
  { value: 'frame', title: 'Whole frame' },
  { value: 'middle', title: 'Its middle' },
  { value: 'spot', title: 'A spot' }
]

/** Cameras go no further. Common practice, no source. */
const MOST_COMPENSATION = 5
/** Compensation as cameras have it, to a third. */
export const compensationMark = (stopsWanted: number): number =>
  Math.max(-MOST_COMPENSATION, Math.min(MOST_COMPENSATION, roundToGrid(stopsWanted, 3)))

/** "The subject covers 12 % of it: it would come out at +3.1, where 0 is wanted." */
export function levelWords({ share, levelStops }: AutomaticForecast, wantedStops: number): string {
  if (levelStops === null) return 'Its light does not reach that place.'
  const off = levelStops - wantedStops
  return (
    `The subject covers ${Math.round(share * 100)} % of what is metered: it would come out at ` +
    `${stops(levelStops)}, ` +
    (Math.abs(off) < 1 / 6 ? 'as wanted.' : `${stopCount(off)} ${off > 0 ? 'over' : 'under'}.`)
  )
}

/** So near an end of its power there is no room for what it may be off, stops. */
const CLOSE = 0.4

/** Said where no compensation brings the place to where it is wanted. */
export const beyondWords = ({ compensationStops }: AutomaticForecast): string =>
  compensationStops !== null && Math.abs(compensationStops) > MOST_COMPENSATION + 1 / 6
    ? `More than a compensation of ${MOST_COMPENSATION} stops can do: let it meter a smaller area.`
    : ''

/** Where the head may stand at this aperture and ISO, and what is wrong with where it stands. */
export function reachWords(forecast: AutomaticForecast, dial: Dial, atMm: number): string {
  const { powerStops, nearestMm, farthestMm, reach } = forecast
  if (powerStops === null || nearestMm === null || farthestMm === null) return ''
  const span = `It works from ${mm(Math.round(nearestMm))} to ${mm(Math.round(farthestMm))} at this aperture and ISO`
  if (reach === 'too-far')
    return `${span}; at ${mm(atMm)} it gives all it has and is ${stopCount(powerStops)} short.`
  if (reach === 'too-near') return `${span}; at ${mm(atMm)} its least is still too much.`
  const close =
    powerStops > -CLOSE
      ? ', close to all it has'
      : powerStops < dialLowest(dial) + CLOSE
        ? ', close to its least'
        : ''
  return `${span}; at ${mm(atMm)} it would give about ${formatPower(dial, powerStops)}${close}.`
}

/** How evenly a light falls, in words. */
import type { ZoomChoice } from '@core/advise/zoomChoices'
import type { Evenness, Spot } from '@core/set/evenness'
import { plain, stopCount, stops } from './format'

/** Where in the frame: "upper left", "middle". */
function where({ x, y }: Spot): string {
  const side = x < -0.5 ? 'left' : x > 0.5 ? 'right' : ''
  const height = y < -0.5 ? 'lower' : y > 0.5 ? 'upper' : ''
  if (!side && !height) return 'in the middle'
  return side && height ? `${height} ${side}` : side || `${height} middle`
}

export function evennessWords(even: Evenness | null): string {
  if (!even) return 'none falls there'
  const { best, worst } = even
  if (worst.stops > -0.05) return 'even to a twentieth of a stop'
  const least =
    worst.stops === -Infinity
      ? `none ${where(worst)}`
      : `${stopCount(-worst.stops)} less ${where(worst)}`
  return `brightest ${where(best)}, ${least}`
}

/** "70 mm: +0.9 stop, frame uneven by 0.4". */
export function zoomWords({ settingMm, gainStops, unevenStops }: ZoomChoice): string {
  const gain = gainStops === null ? '' : Math.abs(gainStops) < 0.05 ? 'as now' : stops(gainStops)
  const frame =
    unevenStops === null
      ? ''
      : Number.isFinite(unevenStops)
        ? `frame ${plain(unevenStops, 2)} uneven`
        : 'frame partly dark'
  return [`${plain(settingMm)} mm`, [gain, frame].filter(Boolean).join(', ')]
    .filter(Boolean)
    .join(': ')
}

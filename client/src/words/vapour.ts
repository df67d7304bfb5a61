/** Haze in words. */
import type { Haze } from '@core/run/haze'
import { stopCount } from './format'

/** "1 try", "14 tries" */
const triesOf = (many: number): string => `${many} ${many === 1 ? 'try' : 'tries'}`

/** @returns '' where nothing is due */
export function hazeWords({ tries, rise, due }: Haze): string {
  if (due === null) return ''
  if (due === 'look' || !rise)
    return (
      `${triesOf(tries)} since the last frame without flash: vapour may hang in the room and lift ` +
      'the background. Air it, or take the black frame again to see.'
    )
  const since =
    tries > 0 ? ` By now, ${triesOf(tries)} later, about ${stopCount(rise.nowStops)}.` : ''
  return (
    `Haze, or other light that came in: over ${triesOf(rise.tries)} the background without flash ` +
    `has risen by ${stopCount(rise.stops)} ± ${rise.uncertaintyStops.toFixed(1)}.${since} Air the ` +
    'room, then take the black frame again.'
  )
}

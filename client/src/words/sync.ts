/** What the trials of a camera's sync speed showed, in words. */
import { nameOf } from '@core/scales/marks'
import type { findSync } from '@core/optics/shutter'
import { seconds } from './format'

/**
 * @param found what the trials say together
 * @param banded how many of them showed a band
 */
export function syncWords(found: ReturnType<typeof findSync>, banded: number): string {
  const { cleanStops, bandedStops, curtainSeconds, contradictory } = found
  if (contradictory)
    return (
      'Two trials contradict each other: a faster shutter was clean where a slower one was ' +
      'not. Take one of them again.'
    )
  if (cleanStops === null && bandedStops === null)
    return (
      'Set a shutter on the strip, take a frame of a white sheet that fills it, the strobe ' +
      'at low power, and let its JPEG be measured or say what it showed. Go a step faster ' +
      'until a band appears.'
    )
  const clean = cleanStops === null ? '' : `Clean up to ${nameOf('shutter', cleanStops)}`
  const band =
    bandedStops === null
      ? '; no band yet, try a step faster'
      : `${clean ? ', a' : 'A'} band from ${nameOf('shutter', bandedStops)} on`
  const travel =
    curtainSeconds === null
      ? ''
      : `. The ${banded > 1 ? 'bands speak' : 'band speaks'} of curtains that take ` +
        seconds(curtainSeconds)
  return `${clean}${band}${travel}.`
}

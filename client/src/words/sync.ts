/** The sync speed and what lies past it, in words. */
import type { HighSpeedPrice } from '@core/advise/byShutter'
import { nameOf } from '@core/scales/marks'
import type { findSync } from '@core/optics/shutter'
import { seconds, stopCount } from './format'

/**
 * What the trials of a camera's sync speed showed.
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

/** High-speed sync against staying at the sync speed and closing the aperture. */
export function highSpeedWords(past: HighSpeedPrice): string {
  const net = past.highSpeed - past.byAperture
  const atSync = net > 0.05 ? `leaves the strobe ${stopCount(net)} more` : 'costs it about the same'
  return (
    `High-speed sync at this shutter takes ${stopCount(past.darker)} from the ambient and ` +
    `${stopCount(past.highSpeed)} from the strobe. At the sync speed, closing the aperture for ` +
    `the same darkness takes ${stopCount(past.byAperture)} from both: that ${atSync} and gains ` +
    'depth, while high-speed sync keeps the aperture open. Past the first penalty neither ' +
    'darkens the background against the subject any better.'
  )
}

/**
 * What a filter lets through, by two frames of one grey card in one light and one white balance:
 * without it, and with it.
 */
import {
  AS_DAYLIGHT,
  balanced,
  balanceFor,
  unbalanced,
  type Balance,
  type Rgb
} from '../colour/balance'
import type { FilterColour } from '../colour/filters'
import { chromaticityOf, luminanceOf, xyzOf, type Xyz } from '../colour/observer'
import { product } from '../colour/bands'
import { daylight, DAYLIGHT_K } from '../colour/sources'
import { smoothSpectrum } from '../colour/surface'
import { miredOf, temperatureOf } from '../colour/temperature'

export interface FilterFound {
  /** share of daylight it lets through, as luminance */
  readonly transmission: number
  /** red, green, blue it lets through, stops */
  readonly stops: Rgb
  /** warmer (+), mired; of daylight */
  readonly mired: number
  /** greener (+) than white light, thousandths of CIE 1960 u, v */
  readonly greener: number
  /** what it is as a conversion filter; null: it is too coloured for one */
  readonly conversion: FilterColour | null
  /** what it is as a smooth curve */
  readonly curve: FilterColour
}

/** A colour sRGB cannot hold has a channel below nothing: such a filter takes ten stops of it. */
const LEAST_SHARE = 2 ** -10
/** A conversion filter keeps light this near to white; thousandths of u, v. */
const MOST_GREENER = 10

/**
 * @param without,with linear red, green, blue of the card
 * @param exposureStops what the second frame was exposed more (+) than the first
 * @throws RangeError where a channel holds no light without the filter, or none does with it
 */
export function filterFromFrames(without: Rgb, with_: Rgb, exposureStops: number): FilterFound {
  if (!without.every((value) => value > 0) || !with_.some((value) => value > 0))
    throw new RangeError('without must hold light in every channel, with in one')
  const shares = with_.map((value, k) =>
    Math.max(LEAST_SHARE, value / without[k]! / 2 ** exposureStops)
  ) as unknown as Rgb
  const through = unbalanced(shares, AS_DAYLIGHT)
  const transmission = through[1]
  const found = temperatureOf(chromaticityOf(through))
  const white = temperatureOf(chromaticityOf(xyzOf(daylight(DAYLIGHT_K))))
  const mired = miredOf(found.kelvin) - miredOf(white.kelvin)
  // Warm light is white where it glows, cool light where it is daylight.
  const greener = found.duv - (found.kelvin < 4500 ? 0 : white.duv)
  const smooth = smoothSpectrum(shares.map((share) => Math.min(1, share)) as unknown as Rgb)
  const own = luminanceOf(product(daylight(DAYLIGHT_K), smooth))
  return {
    transmission,
    stops: shares.map(Math.log2) as unknown as Rgb,
    mired,
    greener,
    conversion:
      found.meaningful && Math.min(...shares) > LEAST_SHARE && Math.abs(greener) <= MOST_GREENER
        ? {
            kind: 'conversion',
            mired: Math.round(mired),
            transmission: Math.min(1, Number(transmission.toFixed(3)))
          }
        : null,
    curve: {
      kind: 'table',
      transmissions: smooth.map((value) =>
        Math.min(1.05, Number(((value * transmission) / own).toFixed(4)))
      )
    }
  }
}

/** What makes a card white. */
function whiteIn(card: Xyz): Balance {
  const white = balanceFor(chromaticityOf(card))
  return white ? { kind: 'kelvin', ...white } : AS_DAYLIGHT
}

/**
 * The same by the light a card sends without the filter and with it, in one scale, balanced to the
 * card without it.
 * @throws RangeError as above
 */
export function filterFromCards(without: Xyz, with_: Xyz, exposureStops: number): FilterFound {
  const white = whiteIn(without)
  return filterFromFrames(balanced(without, white), balanced(with_, white), exposureStops)
}

/**
 * What colour light has, source by source and together: as a grey card there would show it under the
 * plan's white balance, and as the surface there does.
 */
import { balanced, balanceWhite, channelStops, type Balance, type Rgb } from '../colour/balance'
import { product, type Spectrum } from '../colour/bands'
import { chromaticityOf, luminanceOf, xyzOf, type Chromaticity, type Xyz } from '../colour/observer'
import { surfaceSpectrum } from '../colour/surface'
import { miredOf, temperatureOf, type Temperature } from '../colour/temperature'
import type { Place, Plan } from '../plan/plan'
import { readPlaceOf } from '../plan/readPlace'
import type { PlacePoint } from '../set/places'
import { transportOf } from '../set/remembered'
import { ambientColourStops } from './cells'
import type { Ledger } from './ledger'
import { ambientSpectrum, lightHueStops, lightSpectrum } from './sourceColours'
import type { SourceId } from './terms'

export interface LightColour {
  /** red, green, blue of a grey card, for luminance 1 */
  readonly tint: Rgb
  /** the same in stops against the luminance */
  readonly stops: Rgb
  readonly chromaticity: Chromaticity
  readonly temperature: Temperature
  /** warmer (+) than the white balance, mired; null: no temperature says it */
  readonly miredOff: number | null
}

function lightColour(xyz: Xyz, balance: Balance): LightColour {
  const tint = balanced(xyz, balance).map((value) => value / xyz[1]) as unknown as Rgb
  const chromaticity = chromaticityOf(xyz)
  const temperature = temperatureOf(chromaticity)
  const white = temperatureOf(balanceWhite(balance))
  return {
    tint,
    stops: channelStops(tint),
    chromaticity,
    temperature,
    miredOff: temperature.meaningful ? miredOf(temperature.kelvin) - miredOf(white.kelvin) : null
  }
}

/** A source's light on a grey card at a place, [BANDS]; null for a light that is not there. */
function sourceSpectrum(plan: Plan, source: SourceId, place: Place): Spectrum | null {
  if (source === 'ambient') return ambientSpectrum(plan, readPlaceOf(place))
  const light = plan.lights.find(({ id }) => id === source)
  return light ? lightSpectrum(plan, light) : null
}

/** The colour of one source at a place, whether or not it gives any light there. */
export function sourceColour(plan: Plan, source: SourceId, place: Place): LightColour | null {
  const spectrum = sourceSpectrum(plan, source, place)
  return spectrum && lightColour(xyzOf(spectrum), plan.balance)
}

const placeOf = (plan: Plan, id: Place): PlacePoint | undefined =>
  transportOf(plan).scene.places.find((place) => place.id === id)

/** What the colour of the surface makes of a source's level there, stops; in the level already. */
function hueOf(plan: Plan, source: SourceId, place: PlacePoint): number {
  if (source !== 'ambient')
    return lightHueStops(
      plan,
      plan.lights.find(({ id }) => id === source)!,
      place
    )
  const reading = plan.ambient[readPlaceOf(place.id)]
  return reading ? ambientColourStops(plan, place, reading).hue : 0
}

/** Adds up what every source gives at a place, each seen by way of a surface; X, Y, Z. */
function mixAt(
  plan: Plan,
  ledger: Ledger,
  place: PlacePoint,
  seenBy: (light: Spectrum) => Spectrum,
  level: (source: SourceId, level: number) => number
): Xyz | null {
  const sum: [number, number, number] = [0, 0, 0]
  for (const { source, cells } of ledger.rows) {
    const cell = cells[place.id]
    if (!cell || !Number.isFinite(cell.level)) continue
    const light = seenBy(sourceSpectrum(plan, source, place.id)!)
    const share = 2 ** level(source, cell.level) / luminanceOf(light)
    xyzOf(light).forEach((value, k) => (sum[k]! += value * share))
  }
  return sum[1] > 0 ? sum : null
}

/** The colour of all light at a place together, on a grey card; null where there is none. */
export function mixColour(plan: Plan, ledger: Ledger, id: Place): LightColour | null {
  const place = placeOf(plan, id)
  const mix =
    place &&
    mixAt(
      plan,
      ledger,
      place,
      (light) => light,
      (source, level) => level - hueOf(plan, source, place)
    )
  return mix ? lightColour(mix, plan.balance) : null
}

/**
 * Red, green and blue of what is seen at a place, stops: what a camera's channels get.
 * @returns null where there is no light
 */
export function channelsAt(plan: Plan, ledger: Ledger, id: Place): Rgb | null {
  const place = placeOf(plan, id)
  if (!place) return null
  const { colour = null, reflectance } = place
  const surface = colour === null ? null : surfaceSpectrum(colour, reflectance)
  const mix = mixAt(
    plan,
    ledger,
    place,
    (light) => (surface ? product(light, surface) : light),
    (_, level) => level
  )
  return mix && channelStops(balanced(mix, plan.balance))
}

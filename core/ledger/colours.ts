/**
 * What colour light has, source by source and together: as a grey card there would show it under the
 * plan's white balance, and as the surface there does.
 */
import { balanced, balanceWhite, channelStops, type Balance, type Rgb } from '../colour/balance'
import { product, type Spectrum } from '../colour/bands'
import { chromaticityOf, luminanceOf, xyzOf, type Chromaticity, type Xyz } from '../colour/observer'
import { through } from '../colour/light'
import type { Source } from '../colour/sources'
import { surfaceSpectrum } from '../colour/surface'
import { miredOf, temperatureOf, type Temperature } from '../colour/temperature'
import { throughMedium } from '../medium/water'
import type { Place, Plan } from '../plan/plan'
import { readPlaceOf } from '../plan/readPlace'
import type { PlacePoint } from '../set/places'
import { transportOf } from '../set/remembered'
import { ambientColourStops } from './cells'
import { waterVeilShare } from './lightCell'
import { passedAt, sourceHueAt } from './ambientSources'
import { ledgerOf, type Ledger } from './ledger'
import { ambientSpectrum, lightHueStops, lightSpectrum, sourceLight } from './sourceColours'
import type { RowId } from './terms'
import { veilAt } from './veil'
import { passedBack, passedDown, passedOf, then } from './water'

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
function sourceSpectrum(plan: Plan, source: PartId, place: Place): Spectrum | null {
  const passed = passedTo(plan, source, place)
  if (source === 'rest') return through(ambientSpectrum(plan, readPlaceOf(place)), passed)
  const own = plan.ambient.sources.find(({ id }) => id === source)
  if (own) return through(sourceLight(plan, own), passed)
  const light = plan.lights.find(({ id }) => id === source)
  return light ? through(lightSpectrum(plan, light), passed) : null
}

/** What of it water on its way lets through, [BANDS]; null: all. */
function passedTo(plan: Plan, source: PartId, id: Place): Spectrum | null {
  if (plan.medium.kind === 'air') return null
  const transport = transportOf(plan)
  const j = transport.scene.places.findIndex((place) => place.id === id)
  if (j < 0) return null
  if (source === 'rest')
    return then(passedDown(plan), passedBack(plan, transport.scene.places[j]!.at))
  const own = plan.ambient.sources.find((each) => each.id === source)
  if (own) return passedAt(plan, transport, own, j, true)
  const i = plan.lights.findIndex((light) => light.id === source)
  return i < 0 ? null : passedOf(plan, transport, i, j)
}

/** A row that has one colour: all ambient light together has not. */
type PartId = Exclude<RowId, 'ambient'>

const isAmbient = ({ lights }: Plan, source: PartId): boolean =>
  lights.every(({ id }) => id !== source)

interface Given {
  readonly source: PartId
  readonly level: number
  /** of lit water before the place, which no surface makes a colour of: its light, [BANDS] */
  readonly veil?: Spectrum
}
/** A light at a place: on what is there, and on the water before that. */
function partsOfLight(plan: Plan, source: PartId, place: Place, level: number): Given[] {
  const transport = transportOf(plan)
  const j = transport.scene.places.findIndex(({ id }) => id === place)
  const i = plan.lights.findIndex(({ id }) => id === source)
  const share = j < 0 || i < 0 ? 0 : waterVeilShare(plan, transport, i, j)
  if (share === 0) return [{ source, level }]
  const passed = throughMedium(plan.medium, veilAt(plan, transport, i, j).wayM)
  const veil = through(lightSpectrum(plan, plan.lights[i]!), passed)
  return [
    { source, level: level + Math.log2(1 - share) },
    { source, level: level + Math.log2(share), veil }
  ]
}
/** What gives light at a place, each with its level there. */
function givenAt(plan: Plan, { rows, ambient, parts }: Ledger, place: Place): Given[] {
  const lights = rows.flatMap(({ source, cells }) =>
    source === 'ambient' ? [] : partsOfLight(plan, source, place, cells[place]!.level)
  )
  const all = ambient[place]!.level
  if (parts.length === 0) return [{ source: 'rest', level: all }, ...lights]
  const levels = parts.map(({ source, cells }) => ({ source, level: cells[place]!.level }))
  // What frames have taught of all of it counts for each.
  const sum = Math.log2(levels.reduce((so, { level }) => so + 2 ** level, 0))
  return [...levels.map(({ source, level }) => ({ source, level: level + all - sum })), ...lights]
}

/** The lamp that gives most of the ambient light behind the subject. */
export function lampBehind(plan: Plan): Source {
  const { sources, colour } = plan.ambient
  if (sources.length === 0) return colour.background
  const most = ledgerOf(plan).parts.reduce((best, part) =>
    part.cells.background!.level > best.cells.background!.level ? part : best
  )
  return sources.find(({ id }) => id === most.source)?.colour ?? colour.background
}

/** The colour of one source at a place, whether or not it gives any light there. */
export function sourceColour(plan: Plan, source: RowId, place: Place): LightColour | null {
  if (source === 'ambient' && plan.ambient.sources.length > 0) return ambientColour(plan, place)
  const spectrum = sourceSpectrum(plan, source === 'ambient' ? 'rest' : source, place)
  return spectrum && lightColour(xyzOf(spectrum), plan.balance)
}

const placeOf = (plan: Plan, id: Place): PlacePoint | undefined =>
  transportOf(plan).scene.places.find((place) => place.id === id)

/** What the colour of the surface makes of a source's level there, stops; in the level already. */
function hueOf(plan: Plan, source: PartId, place: PlacePoint): number {
  if (source === 'rest') {
    const reading = plan.ambient[readPlaceOf(place.id)]
    return reading ? ambientColourStops(plan, place, reading).hue : 0
  }
  const own = plan.ambient.sources.find(({ id }) => id === source)
  if (own) {
    const transport = transportOf(plan)
    return sourceHueAt(plan, transport, own, transport.scene.places.indexOf(place))
  }
  return lightHueStops(
    plan,
    plan.lights.find(({ id }) => id === source)!,
    place,
    passedTo(plan, source, place.id)
  )
}

/** Adds up what sources give at a place, each seen by way of a surface; X, Y, Z. */
function mixAt(
  plan: Plan,
  given: readonly Given[],
  { id }: PlacePoint,
  seenBy: (light: Spectrum) => Spectrum
): Xyz | null {
  const sum: [number, number, number] = [0, 0, 0]
  for (const { source, level, veil } of given) {
    if (!Number.isFinite(level)) continue
    const light = veil ?? seenBy(sourceSpectrum(plan, source, id)!)
    const share = 2 ** level / luminanceOf(light)
    xyzOf(light).forEach((value, k) => (sum[k]! += value * share))
  }
  return sum[1] > 0 ? sum : null
}

/** The light of some sources at a place, on a grey card. */
const onCard = (plan: Plan, given: readonly Given[], place: PlacePoint): Xyz | null =>
  mixAt(
    plan,
    given.map((each) =>
      each.veil ? each : { ...each, level: each.level - hueOf(plan, each.source, place) }
    ),
    place,
    (light) => light
  )

/** All ambient light together; that of the rest where there is none. */
function ambientColour(plan: Plan, id: Place): LightColour {
  const place = placeOf(plan, id)
  const given = givenAt(plan, ledgerOf(plan), id).filter(({ source }) => isAmbient(plan, source))
  const mix = place && onCard(plan, given, place)
  return lightColour(mix ?? xyzOf(sourceSpectrum(plan, 'rest', id)!), plan.balance)
}

/** The colour of all light at a place together, on a grey card; null where there is none. */
export function mixColour(plan: Plan, ledger: Ledger, id: Place): LightColour | null {
  const place = placeOf(plan, id)
  const mix = place && onCard(plan, givenAt(plan, ledger, id), place)
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
  const mix = mixAt(plan, givenAt(plan, ledger, id), place, (light) =>
    surface ? product(light, surface) : light
  )
  return mix && channelStops(balanced(mix, plan.balance))
}

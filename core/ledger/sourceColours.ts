/**
 * The colour of each source: its lamp, the gels over it, the filters on the lens. What filters cost
 * is worked out on the lamp at full power; a flash's own kelvin at its power only shows in its
 * colour.
 */
import { tintOf, type Rgb } from '../colour/balance'
import type { Spectrum } from '../colour/bands'
import { filterStops, stackTransmission, transmissionOf } from '../colour/filters'
import { isWhite, through } from '../colour/light'
import { spectrumOf, type Source } from '../colour/sources'
import { colourStops, type SurfaceColour } from '../colour/surface'
import { kelvinAt, miredOf } from '../colour/temperature'
import type { Filter } from '../kit/kit'
import type { AmbientSource, Light, Plan, ReadPlace } from '../plan/plan'

type Filtered = Pick<Plan, 'lensFilters'>

/**
 * A head's lamp at a power: between the powers its kelvin is known at straight in mired, beyond them
 * as at the nearest.
 */
export function lampOf({ strobe, powerStops }: Pick<Light, 'strobe' | 'powerStops'>): Source {
  const { kelvinByPower: rows, colour } = strobe
  if (rows.length === 0) return colour
  const i = rows.findIndex((row) => row.powerStops >= powerStops)
  const high = rows[i < 0 ? rows.length - 1 : i]!
  const low = rows[i < 0 ? rows.length - 1 : Math.max(0, i - 1)]!
  const span = high.powerStops - low.powerStops
  const share = span > 0 ? (powerStops - low.powerStops) / span : 0
  const mired = miredOf(low.kelvin) + share * (miredOf(high.kelvin) - miredOf(low.kelvin))
  return { kind: 'daylight', kelvin: kelvinAt(mired) }
}

/** What all filters on light's way let through; null: there are none. */
function stackOf({ lensFilters }: Filtered, light: Light | null): Spectrum | null {
  const own = light && stackTransmission(light.filters)
  const lens = stackTransmission(lensFilters)
  return own === null ? lens : through(own, lens)
}

const filtered = (source: Source, plan: Filtered, light: Light | null): Spectrum =>
  through(spectrumOf(source), stackOf(plan, light))

/** A light as the sensor gets it from a grey card, [BANDS]. */
export const lightSpectrum = (plan: Filtered, light: Light): Spectrum =>
  filtered(lampOf(light), plan, light)
/** The same for ambient. */
export const ambientSpectrum = (plan: Filtered & Pick<Plan, 'ambient'>, at: ReadPlace): Spectrum =>
  filtered(plan.ambient.colour[at], plan, null)

/**
 * What a light looks like on a grey card, for luminance 1.
 * @param passed what of it water on its way lets through, [BANDS]; null: all
 */
export const lightTint = (plan: Plan, light: Light, passed: Spectrum | null): Rgb =>
  tintOf(through(lightSpectrum(plan, light), passed), plan.balance)
export const ambientTint = (plan: Plan, at: ReadPlace, passed: Spectrum | null): Rgb =>
  tintOf(through(ambientSpectrum(plan, at), passed), plan.balance)

/** A source of ambient light by itself, as the sensor gets it from a grey card, [BANDS]. */
export const sourceLight = (plan: Filtered, source: AmbientSource): Spectrum =>
  filtered(source.colour, plan, null)
export const sourceTint = (plan: Plan, source: AmbientSource, passed: Spectrum | null): Rgb =>
  tintOf(through(sourceLight(plan, source), passed), plan.balance)

function costs(source: Source, plan: Filtered, light: Light | null): number {
  const stack = stackOf(plan, light)
  return stack === null ? 0 : filterStops(spectrumOf(source), stack)
}
/** What all filters before a light cost it, on the light and on the lens; stops. */
export const lightFilterStops = (plan: Filtered, light: Light): number =>
  costs(light.strobe.colour, plan, light)
/** What those on the lens cost ambient; stops. */
export const ambientFilterStops = (plan: Filtered & Pick<Plan, 'ambient'>, at: ReadPlace): number =>
  costs(plan.ambient.colour[at], plan, null)

/** What filters on the lens take of light from a source of ambient light, stops. */
export const sourceFilterStops = (plan: Filtered, source: Source): number =>
  costs(source, plan, null)

/** What each filter takes of what those before it leave; stops. */
export function filterTermsOf(
  source: Source,
  filters: readonly Filter[]
): readonly { readonly name: string; readonly stops: number }[] {
  let light = spectrumOf(source)
  return filters.map(({ name, colour }) => {
    const transmitted = transmissionOf(colour)
    const stops = filterStops(light, transmitted)
    light = through(light, transmitted)
    return { name, stops }
  })
}

interface Coloured {
  readonly colour?: SurfaceColour
  readonly reflectance: number
}
function hueStops(
  source: Source,
  plan: Filtered,
  light: Light | null,
  place: Coloured,
  passed: Spectrum | null
): number {
  if (!place.colour || (!passed && stackOf(plan, light) === null && isWhite(source))) return 0
  const there = through(filtered(source, plan, light), passed)
  return colourStops(there, place.colour, place.reflectance)
}
/**
 * What a coloured surface throws back of a light more than of daylight; stops.
 * @param passed what of the light water on its way lets through, [BANDS]; null: all
 */
export const lightHueStops = (
  plan: Filtered,
  light: Light,
  place: Coloured,
  passed: Spectrum | null
): number => hueStops(light.strobe.colour, plan, light, place, passed)
/** The same of a source of ambient light. */
export const sourceHueStops = (
  plan: Filtered,
  source: Source,
  place: Coloured,
  passed: Spectrum | null
): number => hueStops(source, plan, null, place, passed)

/** What water takes of a light after its filters, at full power as they count; stops. */
export const lightWaterStops = (plan: Filtered, light: Light, passed: Spectrum | null): number =>
  passed ? filterStops(filtered(light.strobe.colour, plan, light), passed) : 0
/** The same of a source of ambient light. */
export const sourceWaterStops = (
  plan: Filtered,
  source: Source,
  passed: Spectrum | null
): number => (passed ? filterStops(filtered(source, plan, null), passed) : 0)

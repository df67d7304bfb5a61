/** Colours of light in words and as swatches. */
import { srgbEncode } from '@core/ambient/blackScale'
import {
  AS_DAYLIGHT,
  balanceFor,
  balanceKelvin,
  PRESETS,
  tintOf,
  type Balance,
  type Preset,
  type Rgb
} from '@core/colour/balance'
import { product } from '@core/colour/bands'
import { filterStops, transmissionOf, type Channel, type FilterColour } from '@core/colour/filters'
import { chromaticityOf, xyzOf } from '@core/colour/observer'
import { daylight, DAYLIGHT_K, spectrumOf, type Source } from '@core/colour/sources'
import type { LightColour } from '@core/ledger/colours'
import type { ChannelClip, ColourGoal } from '@core/ledger/colourVerdict'
import type { Verdict } from '@core/ledger/verdict'
import type { Plan } from '@core/plan/plan'
import { formatPower } from '@core/scales/dial'
import { formatStops } from '@core/scales/stops'
import type { ColourWayKind, LightPart } from '@core/solve/colourWays'
import { percent, plain, stopCount } from './format'
import { placeName } from './names'

/** "5500 K", to 50 K: nobody reads a lamp finer. */
export const kelvinWords = (kelvin: number): string => `${Math.round(kelvin / 50) * 50} K`

/** "+8 greener"; '' where nobody sees it */
function tintWords(tint: number): string {
  const whole = Math.round(tint)
  return whole === 0 ? '' : whole > 0 ? `, ${whole} greener` : `, ${-whole} more magenta`
}

/** "2900 K", "4300 K, 8 greener", "a colour, no white light" */
export function temperatureWords({ chromaticity }: Pick<LightColour, 'chromaticity'>): string {
  const found = balanceFor(chromaticity)
  return found ? kelvinWords(found.kelvin) + tintWords(found.tint) : 'a colour, no white light'
}

/** Less than this off nobody sees, stops. */
const SEEN = 0.05
/** "R +0.8 G −0.2 B −1.7" against luminance; "neutral" */
export const channelWords = (stops: Rgb): string =>
  stops.every((each) => Math.abs(each) < SEEN)
    ? 'neutral'
    : stops
        .map((each, k) => `${'RGB'[k]} ${Number.isFinite(each) ? formatStops(each) : 'none'}`)
        .join(' ')

/** "R +0.8 B −1.7" against green; "neutral" */
export function redBlueWords([red, green, blue]: Rgb): string {
  const off = [red - green, blue - green] as const
  if (off.every((each) => Math.abs(each) < SEEN)) return 'neutral'
  return off
    .map((each, k) => `${'RB'[k]} ${Number.isFinite(each) ? formatStops(each) : 'none'}`)
    .join(' ')
}

/** "60 mired warmer than the balance" */
export function miredWords(miredOff: number | null): string {
  if (miredOff === null) return 'a colour'
  const whole = Math.round(miredOff)
  return whole === 0
    ? 'as the balance'
    : `${Math.abs(whole)} mired ${whole > 0 ? 'warmer' : 'cooler'}`
}

/** A swatch is no lamp: its brightest channel stays below white. */
const BRIGHTEST = 0.55
/** What a screen shows of a tint, evenly light. */
export function swatchOf(tint: Rgb): string {
  const most = Math.max(...tint, 1e-6)
  const shown = tint.map((value) =>
    Math.round(255 * srgbEncode(Math.max(0, (value / most) * BRIGHTEST)))
  )
  return `rgb(${shown.join(' ')})`
}

export const PRESET_WORDS: Record<Preset, string> = {
  incandescent: 'Incandescent',
  fluorescent: 'Fluorescent',
  daylight: 'Daylight',
  flash: 'Flash',
  cloudy: 'Cloudy',
  shade: 'Shade'
}
export function balanceWords(balance: Balance): string {
  if (balance.kind === 'preset')
    return `${PRESET_WORDS[balance.preset]}, ${PRESETS[balance.preset]} K`
  const { tint } = balance
  const by = balance.kind === 'card' ? 'grey card, ' : ''
  return `${by}${kelvinWords(balanceKelvin(balance))}${tintWords(tint)}`
}

export function sourceWords(source: Source): string {
  if (source.kind === 'table') {
    const found = balanceFor(chromaticityOf(xyzOf(spectrumOf(source))))
    return `measured${found ? `, about ${kelvinWords(found.kelvin)}` : ''}`
  }
  return `${source.kind === 'daylight' ? 'daylight or flash' : 'glowing'}, ${Math.round(source.kelvin)} K`
}

export const CHANNEL_WORDS: Record<Channel, string> = {
  red: 'Red',
  green: 'Green',
  blue: 'Blue',
  cyan: 'Cyan',
  magenta: 'Magenta',
  yellow: 'Yellow'
}

/** What a filter does to daylight: the look of it, its stops. */
export function filterEffect(colour: FilterColour): {
  readonly tint: Rgb
  readonly costStops: number
} {
  const white = daylight(DAYLIGHT_K)
  const transmitted = transmissionOf(colour)
  return {
    tint: tintOf(product(white, transmitted), AS_DAYLIGHT),
    costStops: filterStops(white, transmitted)
  }
}

function characterWords(colour: FilterColour): string {
  switch (colour.kind) {
    case 'conversion':
      return `${colour.mired >= 0 ? '+' : '−'}${plain(Math.abs(colour.mired))} mired`
    case 'correction':
      return `${CHANNEL_WORDS[colour.channel].toLowerCase()} ${colour.density.toFixed(2)}`
    case 'strong':
      return `hue ${plain(colour.hueDeg)}°, density ${plain(colour.density)}`
    case 'table':
      return 'measured curve'
  }
}
/** "+160 mired, −1.1 stops of daylight" */
export const filterLine = (colour: FilterColour): string =>
  `${characterWords(colour)}, ${formatStops(filterEffect(colour).costStops)} stops of daylight ` +
  `(${percent(2 ** filterEffect(colour).costStops)})`

export const COLOUR_GOAL_WORDS: Record<ColourGoal, string> = {
  neutral: 'Subject neutral',
  cast: 'Background warmer or cooler',
  alike: 'Two lights alike'
}

export const WAY_WORDS: Record<ColourWayKind, { readonly title: string; readonly about: string }> =
  {
    strobes: {
      title: 'Balance for the strobes',
      about: 'No filter: the strobes come out white, the light behind keeps its colour.'
    },
    match: {
      title: 'Gels that match the light behind',
      about: 'One balance then makes both white, or leaves the background as warm as it is wanted.'
    },
    complement: {
      title: 'A filter on the lens, its opposite on the strobes',
      about: 'What the strobes light stays white; all else takes the colour of the filter.'
    }
  }

/** "+ Full warm, costs 1.1 stops: 1/16 → 1/8" */
export function wayLightWords(plan: Plan, part: LightPart): string {
  const light = plan.lights.find(({ id }) => id === part.id)!
  const gels = part.filters.map(({ name }) => name).join(' + ') || 'no gel'
  const [from, to] = [light.powerStops, part.powerStops].map((power) =>
    formatPower(light.strobe.dial, power)
  )
  const cost = part.costStops < -0.05 ? `, takes ${stopCount(part.costStops)}` : ''
  const power = from === to ? `, power ${from}` : `, power ${from} → ${to}`
  const off =
    Math.abs(part.offStops) < 0.2
      ? ''
      : part.offStops < 0
        ? `: ${stopCount(part.offStops)} less light than before`
        : `: ${stopCount(part.offStops)} more light than before`
  return `${gels}${cost}${power}${off}`
}

const CHANNEL_NAMES = ['Red', 'Green', 'Blue']
export const clipWords = (plan: Plan, { place, channel, over }: ChannelClip): string =>
  `${CHANNEL_NAMES[channel]} clips at ${placeName(plan, place).toLowerCase()}, ` +
  `${stopCount(over)} past white, though the level there does not say so.`

const signedMired = (value: number): string => `${value > 0 ? '+' : ''}${Math.round(value)} mired`
/** The figure of the verdict on colour, for the strip. */
export function colourValue({ value, reason, figures }: Verdict): string {
  if (value === null) return 'not known'
  if (reason === 'colour-clip') return `${'RGB'[figures.channel ?? 0]} clips`
  return figures.mired ? signedMired(value) : `${value.toFixed(2)} off`
}

/** Why, in a sentence. */
export function colourReason({ reason, value, limit, figures: f }: Verdict): string {
  switch (reason) {
    case 'colour-unread':
      return (
        'There is no light to judge there, or its colour is no temperature. Read the ambient, or ' +
        'look at the lights under Colour.'
      )
    case 'colour-neutral':
      return (
        `A grey card at the subject comes out ${stopCount(value ?? 0)} off in red or blue; ` +
        `${stopCount(f.tolerance ?? 0)} is asked. Another balance or gels mend it.`
      )
    case 'colour-cast':
      return (
        `The light on the background looks ${signedMired(value ?? 0)} against the balance; ` +
        `${signedMired(limit ?? 0)} is asked, give or take ${Math.round(f.tolerance ?? 0)}.`
      )
    case 'colour-alike':
      return (
        `The two lights are ${stopCount(value ?? 0)} apart in red or blue; ` +
        `${stopCount(f.tolerance ?? 0)} is asked.`
      )
    case 'colour-clip':
      return (
        `${CHANNEL_NAMES[f.channel ?? 0]} clips, ${stopCount(f.over ?? 0)} past white, though the ` +
        'level there does not say so: a strong colour loses its drawing. Less light, or a paler gel.'
      )
    default:
      return 'The colours are as asked.'
  }
}

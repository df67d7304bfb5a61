/**
 * Filters, on lights and on the lens. Only what they let through of each band counts; what they cost
 * follows from the light they are before.
 */
import { z } from 'zod'
import { BANDS, product, spectrumBy, WAVELENGTHS, type Spectrum } from './bands'
import { luminanceOf } from './observer'
import { daylight, DAYLIGHT_K, planck } from './sources'
import { kelvinAt, miredOf } from './temperature'

export const CHANNELS = ['red', 'green', 'blue', 'cyan', 'magenta', 'yellow'] as const
export type Channel = (typeof CHANNELS)[number]

const transmission = z
  .number()
  .min(0.001)
  .max(1)
  .nullable()
  .describe('of daylight, 5500 K, as luminance; null: the most such a filter can let through')

export const filterColourSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('conversion'),
      mired: z.number().min(-400).max(600),
      transmission
    })
    .describe('shifts the colour temperature: + warmer'),
  z
    .strictObject({
      kind: z.literal('correction'),
      channel: z.enum(CHANNELS).describe('the colour it looks'),
      density: z.number().min(0).max(2).describe('in each third of the spectrum it takes from')
    })
    .describe('colour correction: 0.30 is a stop'),
  z
    .strictObject({
      kind: z.literal('strong'),
      hueDeg: z.number().min(0).max(360).describe('0 red, 120 green, 240 blue'),
      density: z.number().min(0).max(4).describe('where it takes most'),
      transmission
    })
    .describe('a strong colour, by hue and depth'),
  z.strictObject({
    kind: z.literal('table'),
    transmissions: z
      .array(z.number().min(0).max(1.05))
      .length(BANDS, 'a table holds 31 figures, 400 to 700 nm by 10')
      .refine((values) => values.some((value) => value > 0), 'it would let nothing through')
      .describe('share let through in 31 bands of 10 nm from 400 nm')
  })
])
export type FilterColour = z.infer<typeof filterColourSchema>

/** Share of blue, green and red in each band: thirds of the spectrum, halves where they meet. */
const third = (nm: number): readonly [red: number, green: number, blue: number] => {
  const red = nm < 600 ? 0 : nm === 600 ? 0.5 : 1
  const blue = nm > 500 ? 0 : nm === 500 ? 0.5 : 1
  return [red, 1 - red - blue, blue]
}
const THIRDS = WAVELENGTHS.map(third)

/** By so much density in the thirds. Source: definition of density, 10^−D. */
const byDensity = (red: number, green: number, blue: number): Spectrum =>
  THIRDS.map(([r, g, b]) => r * 10 ** -red + g * 10 ** -green + b * 10 ** -blue)

/** What each colour takes from red, green and blue. */
const TAKES: Readonly<Record<Channel, readonly [number, number, number]>> = {
  red: [0, 1, 1],
  green: [1, 0, 1],
  blue: [1, 1, 0],
  cyan: [1, 0, 0],
  magenta: [0, 1, 0],
  yellow: [0, 0, 1]
}

/** Share of red, green and blue in a pure hue, 0–1. Source: the hexagon of hues. */
const hueShare = (hueDeg: number, middleDeg: number): number => {
  const off = Math.abs(((((hueDeg - middleDeg) % 360) + 540) % 360) - 180)
  return Math.min(1, Math.max(0, 2 - off / 60))
}

/** Scaled so that it lets through so much of daylight. */
function scaledTo(shape: Spectrum, transmitted: number | null): Spectrum {
  const white = daylight(DAYLIGHT_K)
  const own = luminanceOf(product(white, shape)) / luminanceOf(white)
  const by = transmitted === null ? 1 / Math.max(...shape) : transmitted / own
  return shape.map((value) => value * by)
}

/**
 * The shape of a conversion filter is the ratio of two black bodies, that of daylight warmed or
 * cooled and daylight's own. A maker's figure above the best such a shape allows is believed: its
 * level counts, bands above 1 are the shape's fault. Source: Planck's law; mired arithmetic.
 */
function conversion(mired: number, transmitted: number | null): Spectrum {
  const from = planck(DAYLIGHT_K)
  const to = planck(kelvinAt(Math.max(20, miredOf(DAYLIGHT_K) + mired)))
  return scaledTo(
    spectrumBy((nm) => {
      const k = WAVELENGTHS.indexOf(nm)
      return to[k]! / from[k]!
    }),
    transmitted
  )
}

function make(colour: FilterColour): Spectrum {
  switch (colour.kind) {
    case 'conversion':
      return conversion(colour.mired, colour.transmission)
    case 'correction': {
      const [red, green, blue] = TAKES[colour.channel]
      const d = colour.density
      return byDensity(red * d, green * d, blue * d)
    }
    case 'strong': {
      const takes = [0, 120, 240].map(
        (middle) => colour.density * (1 - hueShare(colour.hueDeg, middle))
      ) as [number, number, number]
      const shape = byDensity(...takes)
      return colour.transmission === null ? shape : scaledTo(shape, colour.transmission)
    }
    case 'table':
      return colour.transmissions
  }
}

const known = new WeakMap<FilterColour, Spectrum>()
/** What a filter lets through, [BANDS]. */
export function transmissionOf(colour: FilterColour): Spectrum {
  const before = known.get(colour)
  if (before) return before
  const made = make(colour)
  known.set(colour, made)
  return made
}

interface Filtering {
  readonly colour: FilterColour
}
const stacks = new WeakMap<readonly Filtering[], Spectrum>()
/** What a stack of filters lets through, [BANDS]; null: there is none. */
export function stackTransmission(filters: readonly Filtering[]): Spectrum | null {
  if (filters.length === 0) return null
  const before = stacks.get(filters)
  if (before) return before
  const made = filters.map(({ colour }) => transmissionOf(colour)).reduce(product)
  stacks.set(filters, made)
  return made
}

/**
 * What filters cost on a light, stops ≤ 0 but for rounding.
 * @param light [BANDS] before them
 */
export const filterStops = (light: Spectrum, transmitted: Spectrum): number =>
  Math.log2(luminanceOf(product(light, transmitted)) / luminanceOf(light))

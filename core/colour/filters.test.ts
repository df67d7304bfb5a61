// checks: filters (best transmissions of conversions, density, complements; Planck ratio by hand)
// checks: coloured surfaces (the colour in daylight comes back; a plain sum under a lamp)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { LUMINANCE } from '../light/luminance'
import { AS_DAYLIGHT, channelStops, tintOf } from './balance'
import { product, WAVELENGTHS, type Spectrum } from './bands'
import {
  CHANNELS,
  filterColourSchema,
  filterStops,
  stackTransmission,
  transmissionOf,
  type FilterColour
} from './filters'
import { through } from './light'
import { chromaticityOf, MATCHING, xyzOf } from './observer'
import { daylight, planck } from './sources'
import { albedoOf, colourStops, measuredSurface, surfaceSpectrum } from './surface'
import { miredOf, temperatureOf } from './temperature'

/** Opposites of the trade. */
const COMPLEMENT = {
  red: 'cyan',
  green: 'magenta',
  blue: 'yellow',
  cyan: 'red',
  magenta: 'green',
  yellow: 'blue'
} as const
const D55 = daylight(5500)
const conversion = (mired: number, transmission: number | null = null): FilterColour => ({
  kind: 'conversion',
  mired,
  transmission
})
const correction = (channel: (typeof CHANNELS)[number], density: number): FilterColour => ({
  kind: 'correction',
  channel,
  density
})

describe('conversion filters', () => {
  // Most such a filter can let through of D55: by the ratio of two Planck curves, peak at 1.
  test.each([
    [160, 0.45],
    [81, 0.67],
    [42, 0.81],
    [-131, 0.31]
  ])('%d mired lets through %d of daylight at best', (mired, most) => {
    const share = 2 ** filterStops(D55, transmissionOf(conversion(mired)))
    expect(Math.abs(share - most)).toBeLessThan(0.008)
  })

  test('costs what its maker states', () => {
    // Stated for full, half, quarter warm and full cool gels; common practice, value from memory.
    for (const [mired, stated] of [
      [160, 0.55],
      [81, 0.71],
      [42, 0.81],
      [-131, 0.36]
    ] as const)
      expect(2 ** filterStops(D55, transmissionOf(conversion(mired, stated)))).toBeCloseTo(
        stated,
        9
      )
  })

  test('a strobe with +160 mired is neutral under the balance of a 2900 K lamp', () => {
    const light = product(D55, transmissionOf(conversion(160)))
    const stops = channelStops(tintOf(light, { kind: 'kelvin', kelvin: 2900, tint: 0 }))
    for (const each of stops) expect(Math.abs(each)).toBeLessThan(0.065)
  })

  test('property: mired add, on a black body exactly', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 200, noNaN: true }),
        fc.double({ min: 3500, max: 6500, noNaN: true }),
        (mired, kelvin) => {
          // A Planck ratio from 5500 K shifts another black body by the same, all but exactly:
          // exactly where Wien’s law holds.
          const light = product(planck(kelvin), transmissionOf(conversion(mired)))
          const found = temperatureOf(chromaticityOf(xyzOf(light)))
          const shift = miredOf(found.kelvin) - miredOf(kelvin)
          expect(Math.abs(shift - mired)).toBeLessThan(2 + 0.06 * Math.abs(mired))
        }
      )
    )
  })
})

describe('colour correction', () => {
  test('0.30 in a third of the spectrum is a stop there and nothing elsewhere', () => {
    const magenta = transmissionOf(correction('magenta', 0.3))
    WAVELENGTHS.forEach((nm, k) => {
      if (nm > 500 && nm < 600) expect(Math.log2(magenta[k]!)).toBeCloseTo(-0.997, 2)
      else if (nm < 500 || nm > 600) expect(magenta[k]).toBe(1)
    })
  })

  test('densities add', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHANNELS),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        (channel, a, b) => {
          const both = product(
            transmissionOf(correction(channel, a)),
            transmissionOf(correction(channel, b))
          )
          const one = transmissionOf(correction(channel, a + b))
          WAVELENGTHS.forEach((nm, k) => {
            // Half bands where thirds meet are the mean of two, which does not multiply.
            if (nm !== 500 && nm !== 600) expect(both[k]).toBeCloseTo(one[k]!, 9)
          })
        }
      )
    )
  })

  test.each(CHANNELS)('%s and its complement leave grey, at the cost of the density', (channel) => {
    const both = product(
      transmissionOf(correction(channel, 0.3)),
      transmissionOf(correction(COMPLEMENT[channel], 0.3))
    )
    const stops = channelStops(tintOf(product(D55, both), AS_DAYLIGHT))
    expect(Math.max(...stops.map(Math.abs))).toBeLessThan(0.05)
    expect(filterStops(D55, both)).toBeCloseTo(-0.997, 1)
  })
})

describe('strong colours', () => {
  test.each([
    [0, 0],
    [120, 1],
    [240, 2]
  ])('hue %d keeps its own channel most', (hueDeg, channel) => {
    const filter: FilterColour = { kind: 'strong', hueDeg, density: 2, transmission: null }
    const stops = tintOf(product(D55, transmissionOf(filter)), AS_DAYLIGHT)
    expect(Math.max(...stops)).toBe(stops[channel])
  })

  test('property: never lets through more than all, and less the deeper', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (hueDeg, density) => {
          const at = (d: number) =>
            transmissionOf({ kind: 'strong', hueDeg, density: d, transmission: null })
          const [light, deep] = [at(density), at(density + 0.3)]
          light.forEach((value, k) => {
            expect(value).toBeLessThanOrEqual(1)
            expect(deep[k]!).toBeLessThanOrEqual(value + 1e-12)
          })
          expect(filterStops(D55, deep)).toBeLessThanOrEqual(filterStops(D55, light) + 1e-12)
        }
      )
    )
  })

  test('a stack is the product of its sheets, whatever their order', () => {
    const sheets = [conversion(81), correction('green', 0.1), conversion(42)].map((colour) => ({
      colour
    }))
    const one = stackTransmission(sheets)!
    const other = stackTransmission([...sheets].reverse())!
    one.forEach((value, k) => expect(other[k]).toBeCloseTo(value, 12))
    expect(stackTransmission([])).toBeNull()
  })

  test('what cannot be a filter is refused by its path', () => {
    const short = filterColourSchema.safeParse({ kind: 'table', transmissions: [1, 1] })
    expect(short.error?.issues[0]?.path).toEqual(['transmissions'])
    const none = { kind: 'table', transmissions: new Array<number>(31).fill(0) }
    expect(filterColourSchema.safeParse(none).success).toBe(false)
    expect(filterColourSchema.safeParse(conversion(9999)).success).toBe(false)
  })
})

describe('coloured surfaces', () => {
  const colour = fc
    .tuple(
      fc.integer({ min: 0, max: 255 }),
      fc.integer({ min: 0, max: 255 }),
      fc.integer({ min: 0, max: 255 })
    )
    .map((rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`)

  test('property: in daylight they show their colour, as light as they are said to be', () => {
    fc.assert(
      fc.property(colour, fc.double({ min: 0.02, max: 0.5, noNaN: true }), (hex, reflectance) => {
        const spectrum = surfaceSpectrum(hex, reflectance)
        const shown = tintOf(product(D55, spectrum), AS_DAYLIGHT).map((v) => v * reflectance)
        const wanted = albedoOf(hex, reflectance)
        // As near as a smooth curve between nothing and all comes to the corners of sRGB.
        const within = 0.004 + 0.12 * Math.max(...wanted)
        shown.forEach((value, k) => expect(Math.abs(value - wanted[k]!)).toBeLessThan(within))
        const luminance = LUMINANCE.reduce((sum, share, k) => sum + share * shown[k]!, 0)
        // Brought from daylight to sRGB’s own white, a strong colour is a little lighter or darker.
        expect(Math.abs(luminance / reflectance - 1)).toBeLessThan(0.13)
        let [seen, all] = [0, 0]
        WAVELENGTHS.forEach((_, k) => {
          seen += D55[k]! * spectrum[k]! * MATCHING[1]![k]!
          all += D55[k]! * MATCHING[1]![k]!
        })
        expect(seen / all).toBeCloseTo(reflectance, 9)
      }),
      { numRuns: 200 }
    )
  })

  test('grey is grey in any light, and any colour as light as said in daylight', () => {
    expect(colourStops(planck(2900), null, 0.3)).toBe(0)
    expect(colourStops(D55, '#c03020', 0.2)).toBeCloseTo(0, 9)
  })

  test('red is lighter by lamplight, blue darker, as a plain sum over the bands says', () => {
    const lamp = planck(2900)
    for (const [hex, sign] of [
      ['#c03020', 1],
      ['#2050a0', -1]
    ] as const) {
      const surface = surfaceSpectrum(hex, 0.1)
      let [seen, all] = [0, 0]
      WAVELENGTHS.forEach((_, k) => {
        seen += lamp[k]! * surface[k]! * MATCHING[1]![k]!
        all += lamp[k]! * 0.1 * MATCHING[1]![k]!
      })
      const stops = colourStops(lamp, hex, 0.1)
      expect(stops).toBeCloseTo(Math.log2(seen / all), 9)
      expect(Math.sign(stops)).toBe(sign)
    }
  })

  test('a measured surface is what was measured, in any light; its scale does not count', () => {
    const table = WAVELENGTHS.map((nm) => 10 + 60 / (1 + Math.exp((590 - nm) / 12)))
    const { spectrum, reflectance } = measuredSurface(table)
    expect(spectrum[30]).toBeCloseTo(table[30]! / 100, 9)
    const lightOf = (light: Spectrum, surface: Spectrum): number =>
      WAVELENGTHS.reduce((sum, _, k) => sum + light[k]! * surface[k]! * MATCHING[1]![k]!, 0)
    const grey = WAVELENGTHS.map(() => 1)
    expect(reflectance).toBeCloseTo(lightOf(D55, spectrum) / lightOf(D55, grey), 9)
    surfaceSpectrum(table, reflectance).forEach((value, k) =>
      expect(value).toBeCloseTo(spectrum[k]!, 9)
    )
    for (const light of [planck(2900), planck(3800), daylight(7500)]) {
      const wanted = lightOf(light, spectrum) / lightOf(light, grey) / reflectance
      expect(colourStops(light, table, reflectance)).toBeCloseTo(Math.log2(wanted), 9)
    }
    const [red, green, blue] = albedoOf(table, reflectance)
    expect(red).toBeGreaterThan(green)
    expect(green).toBeGreaterThan(blue)
    expect(LUMINANCE[0] * red + LUMINANCE[1] * green + LUMINANCE[2] * blue).toBeCloseTo(
      reflectance,
      6
    )
    expect(measuredSurface(spectrum).spectrum).toEqual(spectrum)
    expect(() => measuredSurface(spectrum.map((value) => value * 1.6))).toThrow('more than it gets')
  })

  test('light through nothing is the same light', () => {
    expect(through(D55, null)).toBe(D55)
    const filter = transmissionOf(conversion(81))
    expect(through(D55, filter)).toBe(through(D55, filter))
  })
})

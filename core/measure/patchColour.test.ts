// checks: colour of a patch (known light painted into files of three gamuts; filters found again)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { srgbEncode } from '../ambient/blackScale'
import { AS_DAYLIGHT, tintOf, unbalanced, type Rgb } from '../colour/balance'
import { product } from '../colour/bands'
import { filterStops, transmissionOf, type FilterColour } from '../colour/filters'
import type { Xyz } from '../colour/observer'
import { daylight } from '../colour/sources'
import { filterFromCards, filterFromFrames } from './filterFromFrames'
import { patchColour } from './patchColour'

const painted = (rgb: readonly number[], pixels = 64): number[] =>
  Array.from({ length: pixels }, () => [...rgb.map((v) => Math.round(255 * v)), 255]).flat()

describe('the colour of a patch', () => {
  test('is the light that was painted, in sRGB', () => {
    const { rgb, trouble } = patchColour(painted([0.3, 0.18, 0.1].map(srgbEncode)))
    expect(trouble).toBeNull()
    rgb.forEach((value, k) => expect(Math.abs(value / [0.3, 0.18, 0.1][k]! - 1)).toBeLessThan(0.02))
  })

  // XYZ to the primaries: Adobe RGB (1998) encoding; SMPTE EG 432-1 (both from memory).
  test.each([
    [
      'adobe-rgb',
      [
        [2.04159, -0.56501, -0.34473],
        [-0.96924, 1.87597, 0.04156],
        [0.01344, -0.11836, 1.01517]
      ],
      (value: number) => value ** (256 / 563)
    ],
    [
      'profile',
      [
        [2.493497, -0.931384, -0.402711],
        [-0.829489, 1.762664, 0.023625],
        [0.035846, -0.076172, 0.956885]
      ],
      srgbEncode
    ]
  ] as const)('is the same colour in a file of %s', (gamut, matrix, encode) => {
    const times = (m: readonly (readonly number[])[], v: readonly number[]): number[] =>
      m.map((row) => row.reduce((sum, value, k) => sum + value * v[k]!, 0))
    const light = [0.3, 0.18, 0.12]
    const xyz = times(
      [
        [0.4124, 0.3576, 0.1805],
        [0.2126, 0.7152, 0.0722],
        [0.0193, 0.1192, 0.9505]
      ],
      light
    )
    const { rgb } = patchColour(painted(times(matrix, xyz).map(encode)), gamut)
    rgb.forEach((value, k) => expect(Math.abs(value / light[k]! - 1)).toBeLessThan(0.03))
  })

  test('clipped or too dark it says so', () => {
    expect(patchColour(painted([1, 0.5, 0.4])).trouble).toBe('clipped')
    expect(patchColour(painted([0.5, 0.5, 0.01])).trouble).toBe('dark')
    expect(() => patchColour([1, 2, 3])).toThrow(RangeError)
  })
})

describe('a filter by two frames', () => {
  const shown = (filter: FilterColour | null): Rgb => {
    const light = filter ? product(daylight(5500), transmissionOf(filter)) : daylight(5500)
    const level = filter ? 2 ** filterStops(daylight(5500), transmissionOf(filter)) : 1
    return tintOf(light, AS_DAYLIGHT).map((v) => 0.4 * v * level) as unknown as Rgb
  }

  test('property: a conversion comes back, whatever the exposures', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -130, max: 200, noNaN: true }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.double({ min: -1, max: 3, noNaN: true }),
        (mired, transmission, exposure) => {
          const filter: FilterColour = { kind: 'conversion', mired, transmission }
          const with_ = shown(filter).map((v) => v * 2 ** exposure) as unknown as Rgb
          const found = filterFromFrames(shown(null), with_, exposure)
          expect(Math.abs(Math.log2(found.transmission / transmission))).toBeLessThan(0.01)
          // The light it makes of daylight, not of a black body, has the figure: a twentieth off.
          expect(Math.abs(found.mired - mired)).toBeLessThan(2 + 0.09 * Math.abs(mired))
          expect(found.conversion).not.toBeNull()
          // By the light itself, in any scale, it is the same filter.
          const light = (rgb: Rgb) =>
            unbalanced(rgb, AS_DAYLIGHT).map((v) => 3 * v) as unknown as Xyz
          const again = filterFromCards(light(shown(null)), light(with_), exposure)
          expect(Math.abs(Math.log2(again.transmission / found.transmission))).toBeLessThan(0.01)
          expect(Math.abs(again.mired - found.mired)).toBeLessThan(1 + 0.01 * Math.abs(mired))
        }
      )
    )
  })

  test('as a curve it gives the same light and cost again', () => {
    const magenta: FilterColour = { kind: 'correction', channel: 'magenta', density: 0.3 }
    const found = filterFromFrames(shown(null), shown(magenta), 0)
    const again = shown(found.curve)
    shown(magenta).forEach((value, k) =>
      expect(Math.abs(Math.log2(again[k]! / value))).toBeLessThan(0.12)
    )
    expect(found.conversion).toBeNull()
    expect(found.greener).toBeLessThan(-10)
  })

  test('no light in a channel is no measurement', () => {
    expect(() => filterFromFrames([0.2, 0.2, 0], [0.1, 0.1, 0], 0)).toThrow(RangeError)
    expect(() => filterFromFrames([0.2, 0.2, 0.2], [0, 0, 0], 0)).toThrow(RangeError)
    expect(() => filterFromFrames([0.2, 0.2, 0.2], [NaN, NaN, NaN], 0)).toThrow(RangeError)
  })

  test('a filter too deep for sRGB is that deep in the others, ten stops in the channel below nothing', () => {
    const found = filterFromFrames([0.2, 0.2, 0.2], [0.1, 0.01, -0.004], 0)
    expect(found.stops[0]).toBeCloseTo(-1, 9)
    expect(found.stops[1]).toBeCloseTo(Math.log2(0.05), 9)
    expect(found.stops[2]).toBe(-10)
    expect(found.conversion).toBeNull()
  })
})

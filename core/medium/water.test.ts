// checks: water (the table; daylight through 1, 2 and 4 m; depth by Beer–Lambert)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { AS_DAYLIGHT, balanced, type Rgb } from '../colour/balance'
import { product, WAVELENGTHS } from '../colour/bands'
import { luminanceOf, xyzOf } from '../colour/observer'
import { daylight, planck } from '../colour/sources'
import { channelLosses, wayForRed } from './red'
import {
  AIR,
  attenuationOf,
  mediumSchema,
  PURE_WATER,
  refractiveIndex,
  throughMedium,
  typicalWater,
  WATERS,
  type Water
} from './water'

const pure: Water = { ...typicalWater('fresh'), extraPerM: 0 }
const D55 = daylight(5500)
const waters = fc.record({
  kind: fc.constantFrom('fresh' as const, 'sea' as const),
  water: fc.constantFrom(...WATERS),
  extraPerM: fc.double({ min: 0, max: 3, noNaN: true }),
  scatterPerM: fc.constant(0.2),
  depthM: fc.constant(5)
})

describe('pure water', () => {
  // Pope and Fry 1997 (values from memory): 1/m, and stops over a metre.
  test.each([
    [440, 0.0064, 0.009],
    [550, 0.0565, 0.082],
    [600, 0.222, 0.32],
    [650, 0.34, 0.49],
    [700, 0.624, 0.9]
  ])('%d nm: %d /m, %d stop a metre', (nm, perM, stops) => {
    const k = WAVELENGTHS.indexOf(nm)
    expect(PURE_WATER[k]).toBeCloseTo(perM, 3)
    expect(-Math.log2(throughMedium(pure, 1)![k]!)).toBeCloseTo(stops, 2)
  })
  // From the same table, D55 and sRGB primaries, worked out apart with the sums of Gaussians of Wyman,
  // Sloan and Shirley: level, then channels against it. Theirs has 0.03 stop more red left at 4 m.
  test.each([
    [1, -0.14, -0.31, 0.07, 0.14],
    [2, -0.27, -0.66, 0.13, 0.27],
    [4, -0.5, -1.49, 0.21, 0.49]
  ])('%d m of it: %d stop of a daylight strobe, red %d, green %d, blue %d', (way, y, r, g, b) => {
    const after = product(D55, throughMedium(pure, way)!)
    const level = Math.log2(luminanceOf(after) / luminanceOf(D55))
    expect(level).toBeCloseTo(y, 2)
    const channels = channelLosses(pure, D55, way, AS_DAYLIGHT).map((each) => each - level)
    ;[r, g, b].forEach((wanted, k) => expect(Math.abs(channels[k]! - wanted)).toBeLessThan(0.036))
  })
  test('bends light by 1.333 fresh, 1.34 sea', () => {
    expect([AIR, pure, typicalWater('sea')].map(refractiveIndex)).toEqual([1, 1.333, 1.34])
  })
})

describe('any water', () => {
  test('property: two ways after one another are one as long as both (Beer–Lambert)', () => {
    fc.assert(
      fc.property(
        waters,
        fc.double({ min: 0.01, max: 8, noNaN: true }),
        fc.double({ min: 0.01, max: 8, noNaN: true }),
        (water, a, b) => {
          const both = throughMedium(water, a + b)!
          product(throughMedium(water, a)!, throughMedium(water, b)!).forEach((value, k) =>
            expect(value).toBeCloseTo(both[k]!, 12)
          )
        }
      )
    )
  })
  test('property: by depth the level of a band falls along a line, its slope the attenuation', () => {
    fc.assert(
      fc.property(waters, fc.double({ min: 1, max: 40, noNaN: true }), (water, depth) => {
        attenuationOf(water).forEach((perM, k) =>
          expect(Math.log(throughMedium(water, depth)![k]!)).toBeCloseTo(-perM * depth, 9)
        )
      })
    )
  })
  test('the extra figure is what it takes at 550 nm besides; green water takes most of blue', () => {
    for (const name of WATERS) {
      const water = { ...typicalWater('sea', name), extraPerM: 0.4 }
      expect(attenuationOf(water)[15]! - PURE_WATER[15]!).toBeCloseTo(0.4, 12)
    }
    const [, , blueClear] = channelLosses(typicalWater('sea'), D55, 2, AS_DAYLIGHT)
    const [, green, blue] = channelLosses(typicalWater('sea', 'green'), D55, 2, AS_DAYLIGHT)
    expect(blue).toBeLessThan(blueClear)
    expect(blue).toBeLessThan(green)
  })
  test('air takes nothing, no way takes nothing, a way back is refused', () => {
    expect(throughMedium(AIR, 10)).toBeNull()
    expect(throughMedium(pure, 0)).toBeNull()
    expect(() => throughMedium(pure, -1)).toThrow('wayM')
    expect(mediumSchema.safeParse({ ...pure, extraPerM: -1 }).success).toBe(false)
  })
})

describe('how far red goes', () => {
  /** Red and green of light through water, band by band, with no code of the module. */
  const behind = (water: Water, light: readonly number[], way: number): number => {
    const through = light.map((value, k) => value * Math.exp(-attenuationOf(water)[k]! * way))
    const [was, is] = [light, through].map(
      (each) =>
        balanced(xyzOf(each), AS_DAYLIGHT).map((v) => Math.log2(Math.max(0, v))) as unknown as Rgb
    ) as [Rgb, Rgb]
    return is[1] - was[1] - (is[0] - was[0])
  }
  test('property: at the way it says, red is so far behind green and no more', () => {
    fc.assert(
      fc.property(
        waters,
        fc.constantFrom(daylight(5500), daylight(6500), planck(4200)),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (water, light, stops) => {
          const way = wayForRed(water, light, stops, AS_DAYLIGHT)
          // Only green water may take as much of green as of red.
          if (way === Infinity) return expect(behind(water, light, 1)).toBeLessThan(stops)
          expect(behind(water, light, way)).toBeCloseTo(stops, 2)
          expect(behind(water, light, way * 0.9)).toBeLessThan(stops)
        }
      )
    )
  })
  test('in air without end', () => expect(wayForRed(AIR, D55, 1, AS_DAYLIGHT)).toBe(Infinity))
  test('no stops are refused', () =>
    expect(() => wayForRed(pure, D55, 0, AS_DAYLIGHT)).toThrow('stops'))
})

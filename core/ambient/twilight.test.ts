// checks: sun (a published worked example; passes of the horizon)
// checks: light of sun and sky (the table’s own figures; civil and nautical twilight of handbooks)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { sunAltitudeDeg, sunPasses } from './sun'
import { daylightLux, lightOfSky, skyLux } from './twilight'

describe('the sun', () => {
  test('stands where the worked example of Reda and Andreas has it', () => {
    // NREL/TP-560-34302 (2008), appendix A.5: 17 October 2003, 12:30:30 at UTC−7, 39.742476° N,
    // 105.1786° W, 1830 m: topocentric elevation without refraction 39.872046° (from memory).
    const at = Date.UTC(2003, 9, 17, 19, 30, 30)
    const found = sunAltitudeDeg(at, { latitudeDeg: 39.742476, longitudeDeg: -105.1786 })
    expect(Math.abs(found - 39.872046)).toBeLessThan(0.01)
  })

  test('is highest at noon by its declination (obliquity 23.44°, almanacs)', () => {
    // Solstice at 50° N: 90 − 50 + 23.44.
    const noon = Date.UTC(2026, 5, 21, 12, 2)
    const found = sunAltitudeDeg(noon, { latitudeDeg: 50, longitudeDeg: 0 })
    expect(Math.abs(found - 63.44)).toBeLessThan(0.05)
  })

  test('property: it stands at the height it is said to pass, falling at dusk, rising at dawn', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -55, max: 55, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.constantFrom('dusk', 'dawn'),
        fc.double({ min: -6, max: 5, noNaN: true }),
        fc.integer({ min: 1, max: 28 }),
        (latitudeDeg, longitudeDeg, way, altitude, day) => {
          const ground = { latitudeDeg, longitudeDeg }
          const at = sunPasses(ground, `2026-03-${String(day).padStart(2, '0')}`, way, altitude)!
          expect(Math.abs(sunAltitudeDeg(at, ground) - altitude)).toBeLessThan(0.01)
          const after = sunAltitudeDeg(at + 60_000, ground)
          expect(after < altitude).toBe(way === 'dusk')
        }
      ),
      { numRuns: 60 }
    )
  })

  test('does not set in a polar summer, and nonsense is refused by name', () => {
    expect(sunPasses({ latitudeDeg: 78, longitudeDeg: 15 }, '2026-06-21', 'dusk', 0)).toBeNull()
    expect(() => sunAltitudeDeg(0, { latitudeDeg: 91, longitudeDeg: 0 })).toThrow(/latitudeDeg/)
    expect(() => sunAltitudeDeg(0, { latitudeDeg: 0, longitudeDeg: 999 })).toThrow(/longitudeDeg/)
  })
})

describe('light of sun and sky', () => {
  // Explanatory Supplement to the Astronomical Almanac, as worked out from its cubics.
  test.each([
    [60, 103100],
    [5, 4538],
    [0, 759],
    [-0.8, 462],
    [-2, 189],
    [-6, 3.41],
    [-12, 0.0081]
  ])('at %d° it is %d lux', (altitude, lux) => {
    expect(Math.abs(daylightLux(altitude) / lux - 1)).toBeLessThan(0.02)
  })

  test('the end of civil twilight has the 3.4 lux of handbooks, of nautical some 0.008', () => {
    // Published handbook values at −6° and −12°.
    expect(daylightLux(-6)).toBeCloseTo(3.4, 1)
    expect(daylightLux(-12)).toBeCloseTo(0.008, 3)
  })

  test('from sunset to the end of civil twilight it falls 7.1 stops', () => {
    expect(Math.log2(daylightLux(-0.8) / daylightLux(-6))).toBeCloseTo(7.1, 1)
  })

  test('property: it rises with the sun, without a jump, and the sky alone is never more', () => {
    fc.assert(
      fc.property(fc.double({ min: -12, max: 89.9, noNaN: true }), (altitude) => {
        const step = Math.log2(daylightLux(altitude + 0.05) / daylightLux(altitude))
        // The pieces meet within a fiftieth of a stop.
        expect(step).toBeGreaterThan(-0.02)
        expect(step).toBeLessThan(0.12)
        expect(skyLux(altitude)).toBeLessThanOrEqual(daylightLux(altitude))
        expect(lightOfSky('bounced', altitude)).toBe(skyLux(altitude))
      })
    )
    expect(daylightLux(-40)).toBe(daylightLux(-12))
    expect(() => daylightLux(120)).toThrow(RangeError)
  })
})

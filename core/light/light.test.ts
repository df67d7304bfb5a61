// checks: exposure value
// checks: strobe
// checks: beam
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evFromLux, exposureValue, luminanceFromEv, luxFromEv, surfaceStops } from '../ambient/ev'
import { levelTo8Bit, srgbDecode, srgbEncode } from '../ambient/blackScale'
import { beamExponent, beamShape } from './beam'
import { distanceStops, fNumberFromGuide } from './strobe'

describe('strobe as a point', () => {
  // Definition of the guide number, ISO 1230.
  test('guide number: GN 36, 1/32, 0.30 m → f/21.2; GN 58, 1/4, 1.0 m → f/29', () => {
    expect(fNumberFromGuide(36, 1 / 32, 100, 0.3)).toBeCloseTo(21.2, 1)
    expect(fNumberFromGuide(58, 1 / 4, 100, 1)).toBeCloseTo(29, 6)
  })
  test('inverse square: 0.3 → 1.5 m is −4.64 stops, 0.2 → 0.4 m is −2', () => {
    expect(distanceStops(1500) - distanceStops(300)).toBeCloseTo(-4.64, 2)
    expect(distanceStops(400) - distanceStops(200)).toBeCloseTo(-2, 12)
  })
  test('beam is down one stop at the edge of its angle and never brighter off axis; 120° is Lambertian', () => {
    const beam = beamShape({ kind: 'cos' }, 60)
    expect(Math.log2(beam(Math.cos(Math.PI / 6), 0))).toBeCloseTo(-1, 4)
    expect(beam(1, 0)).toBe(1)
    expect(beam(0, 0)).toBe(0)
    expect(beamExponent(120)).toBeCloseTo(1, 12)
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 170, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (deg, cosine) => {
          for (const each of [cosine, cosine / 4096, Math.min(1, cosine + 1e-4)])
            expect(beamShape({ kind: 'cos' }, deg)(each, 0)).toBeCloseTo(
              each ** beamExponent(deg),
              2
            )
        }
      ),
      { numRuns: 400 }
    )
  })
})

describe('exposure values', () => {
  // ISO 2720, K = 12.5 and C = 250.
  test('EV 15 is 81 920 lx and 4096 cd/m²; f/16 at 1/ISO s is about EV 15', () => {
    expect(luxFromEv(15)).toBe(81920)
    expect(luminanceFromEv(15)).toBe(4096)
    expect(evFromLux(81920)).toBe(15)
    expect(exposureValue(8, Math.log2(100), 0)).toBeCloseTo(14.64, 2)
  })
  test('surfaces against a grey card', () => {
    expect(surfaceStops(0.18)).toBe(0)
    expect(surfaceStops(0.72)).toBeCloseTo(2, 12)
    expect(() => surfaceStops(0)).toThrow(/reflectance/)
  })
})

describe('how dark is black', () => {
  // IEC 61966-2-1 (sRGB): a grey card at a level renders as this 8-bit value.
  test.each([
    [0, 118],
    [-1, 85],
    [-2, 60],
    [-3, 41],
    [-4, 27],
    [-5, 17],
    [-6, 9],
    [-7, 5],
    [-8, 2]
  ])('level %d → %d', (level, value) => {
    expect(levelTo8Bit(level)).toBe(value)
  })
  test('property: encode and decode undo each other', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (x) =>
        expect(srgbDecode(srgbEncode(x))).toBeCloseTo(x, 5)
      )
    )
  })
})

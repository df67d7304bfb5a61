// checks: frame luminance
// checks: file settings
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { levelTo8Bit, srgbDecode } from '../ambient/blackScale'
import {
  countPixels,
  finishCount,
  newCounter,
  patchLevel,
  percentile,
  FLOOR_LEVEL
} from './analyse'
import { settingsFromExif } from './exif'

const flat = (r: number, g: number, b: number, pixels = 64) =>
  Uint8ClampedArray.from({ length: pixels * 4 }, (_, i) => [r, g, b, 255][i % 4]!)

describe('reading a frame', () => {
  test('shares of black and clipped, counted over stripes', () => {
    const counter = newCounter()
    countPixels(counter, flat(0, 0, 0, 60))
    countPixels(counter, flat(5, 5, 5, 20))
    countPixels(counter, flat(6, 0, 0, 10))
    countPixels(counter, flat(255, 254, 100, 10))
    const result = finishCount(counter, 10, 10)
    expect(result.blackShare).toBeCloseTo(0.8, 12)
    expect(result.clippedShare).toEqual({ r: 0.1, g: 0.1, b: 0 })
    expect(result.histogram.r.reduce((a, b) => a + b)).toBe(100)
  })
  test('property: luminance of a grey is its own value, to one count', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 255 }), (v) => {
        const counter = newCounter()
        countPixels(counter, flat(v, v, v, 4))
        expect(Math.abs(finishCount(counter, 2, 2).percentiles.p50 - v)).toBeLessThanOrEqual(1)
      })
    )
  })
  test('percentiles against sorting', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 200 }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (values, share) => {
          const histogram = new Array(256).fill(0)
          for (const v of values) histogram[v]++
          const sorted = [...values].sort((a, b) => a - b)
          expect(percentile(histogram, share)).toBe(
            sorted[Math.ceil(share * values.length - 1e-9) - 1]
          )
        }
      )
    )
  })
  test('patch levels agree with sRGB (IEC 61966-2-1): a card at level L reads L', () => {
    for (const level of [0, -1, -2, -3, 1]) {
      const v = levelTo8Bit(level)
      expect(patchLevel(flat(v, v, v)).level).toBeCloseTo(level, 0)
      expect(patchLevel(flat(v, v, v)).level).toBeCloseTo(Math.log2(srgbDecode(v / 255) / 0.18), 9)
    }
    expect(Math.abs(patchLevel(flat(118, 118, 118)).level)).toBeLessThan(0.02)
  })
  test('clipped and black patches give limits', () => {
    expect(patchLevel(flat(255, 255, 255)).limit).toBe('at-least')
    expect(patchLevel(flat(0, 0, 0))).toMatchObject({ level: FLOOR_LEVEL, limit: 'at-most' })
    expect(() => patchLevel([])).toThrow(/rgba/)
    expect(() => countPixels(newCounter(), [1, 2, 3])).toThrow(/rgba/)
    expect(() => finishCount(newCounter(), 1, 1)).toThrow(/pixels/)
  })
  // Exif 2.32 (CIPA DC-008): FNumber, ExposureTime, PhotographicSensitivity.
  test('EXIF figures snap to the camera’s marks; nonsense becomes nothing', () => {
    expect(
      settingsFromExif(
        { fNumber: 16, seconds: 1 / 250, iso: 100, takenAt: null, offset: null, camera: null },
        'third'
      )
    ).toEqual({ apertureStops: 8, shutterStops: 8, isoStops: 0 })
    expect(
      settingsFromExif(
        { fNumber: 0, seconds: -1, iso: NaN, takenAt: null, offset: null, camera: null },
        'third'
      )
    ).toEqual({ apertureStops: null, shutterStops: null, isoStops: null })
  })
})

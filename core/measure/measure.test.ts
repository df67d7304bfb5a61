// checks: frame luminance
// checks: file settings
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { levelTo8Bit, srgbDecode } from '../ambient/blackScale'
import {
  analysisSchema,
  countPixels,
  finishCount,
  newCounter,
  percentile,
  rowStep
} from './analyse'
import { isFromCamera, NO_EXIF, settingsFromExif, takenAtFromExif } from './exif'
import { middleMean } from './middle'
import { FLOOR_LEVEL, patchLevel } from './patch'

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
  test('what is kept of a picture: whole counts of 256 values, shares, a size a file can have', () => {
    const counter = newCounter()
    countPixels(counter, flat(10, 20, 30))
    const good = finishCount(counter, 8, 8)
    const holds = (part: object): boolean => analysisSchema.safeParse({ ...good, ...part }).success
    expect(holds({})).toBe(true)
    for (const key of ['width', 'height'])
      expect([0, 1, 65535, 65536, 1.5].map((value) => holds({ [key]: value }))).toEqual([
        false,
        true,
        true,
        false,
        false
      ])
    expect([-0.01, 0, 1, 1.01].map((blackShare) => holds({ blackShare }))).toEqual([
      false,
      true,
      true,
      false
    ])
    const r = (list: readonly number[]) => holds({ histogram: { ...good.histogram, r: list } })
    expect(r(good.histogram.r.slice(1))).toBe(false)
    expect(r([...good.histogram.r, 0])).toBe(false)
    expect(r([-1, ...good.histogram.r.slice(1)])).toBe(false)
    expect(r([0.5, ...good.histogram.r.slice(1)])).toBe(false)
  })
  // ITU-R BT.709: Y = 0.2126 R + 0.7152 G + 0.0722 B in linear light; IEC 61966-2-1 gives the 8-bit
  // values of those shares: 127, 220 and 76 of 255.
  test.each([
    ['red', [255, 0, 0], 0.2126, 127],
    ['green', [0, 255, 0], 0.7152, 220],
    ['blue', [0, 0, 255], 0.0722, 76],
    ['yellow', [255, 255, 0], 0.9278, 247]
  ] as const)('%s counts by its own share of the luminance', (_, [r, g, b], share, value) => {
    const counter = newCounter()
    countPixels(counter, flat(r, g, b))
    expect(Math.abs(finishCount(counter, 8, 8).percentiles.p50 - value)).toBeLessThanOrEqual(1)
    expect(patchLevel(flat(r, g, b)).level).toBeCloseTo(Math.log2(share / 0.18), 9)
  })
  test('black is every channel at five or less, clipped each by itself from 254 on', () => {
    const shares = (r: number, g: number, b: number) => {
      const counter = newCounter()
      countPixels(counter, flat(r, g, b))
      const { blackShare, clippedShare } = finishCount(counter, 8, 8)
      return [blackShare, clippedShare.r, clippedShare.g, clippedShare.b]
    }
    expect(shares(5, 5, 5)).toEqual([1, 0, 0, 0])
    expect(shares(6, 5, 5)).toEqual([0, 0, 0, 0])
    expect(shares(5, 6, 5)).toEqual([0, 0, 0, 0])
    expect(shares(5, 5, 6)).toEqual([0, 0, 0, 0])
    expect(shares(254, 253, 253)).toEqual([0, 1, 0, 0])
    expect(shares(253, 254, 253)).toEqual([0, 0, 1, 0])
    expect(shares(253, 253, 255)).toEqual([0, 0, 0, 1])
  })
  test('the histograms hold each channel apart, alpha nowhere', () => {
    const counter = newCounter()
    countPixels(counter, [10, 20, 30, 255, 10, 20, 31, 0])
    const { histogram, width, height, percentiles } = finishCount(counter, 2, 1)
    const filled = (list: readonly number[]): number[][] =>
      list.flatMap((count, value) => (count ? [[value, count]] : []))
    expect(filled(histogram.r)).toEqual([[10, 2]])
    expect(filled(histogram.g)).toEqual([[20, 2]])
    expect(filled(histogram.b)).toEqual([
      [30, 1],
      [31, 1]
    ])
    expect([width, height]).toEqual([2, 1])
    expect(filled(histogram.luminance)[0]![0]).toBe(percentiles.p1)
  })
  test('percentiles of a ramp: 1, 50, 99 and 99.9 %', () => {
    const counter = newCounter()
    for (let i = 0; i < 1000; i++) {
      const v = i < 10 ? 0 : i < 500 ? 50 : i < 990 ? 100 : i < 999 ? 150 : 200
      countPixels(counter, [v, v, v, 255])
    }
    expect(finishCount(counter, 100, 10).percentiles).toEqual({
      p1: 0,
      p50: 50,
      p99: 100,
      p999: 150
    })
    expect(percentile([0, 0, 0], 0.5)).toBe(2)
    expect(percentile([0, 4, 0], 0)).toBe(1)
  })
  test('a patch: the middle of its light; a highlight of a quarter is left out, more is a limit', () => {
    const mixed = (clippedPixels: number) =>
      patchLevel([
        ...flat(255, 255, 255, clippedPixels),
        ...flat(118, 118, 118, 100 - clippedPixels)
      ] as unknown as Uint8ClampedArray)
    const grey = Math.log2(srgbDecode(118 / 255) / 0.18)
    expect(mixed(25)).toMatchObject({ limit: 'exact', clippedShare: 0.25 })
    expect(mixed(25).level).toBeCloseTo(grey, 9)
    expect(mixed(26)).toMatchObject({ limit: 'at-least', clippedShare: 0.26 })
    expect(mixed(26).level).toBeGreaterThan(grey)
  })
  test('property: the middle of a patch lies between its quartiles, whatever the order', () => {
    const values = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1 })
    fc.assert(
      fc.property(values, (all) => {
        const sorted = [...all].sort((a, b) => a - b)
        const middle = middleMean(Float64Array.from(all))
        expect(middle).toBeGreaterThanOrEqual(sorted[Math.floor(all.length / 4)]! - 1e-12)
        expect(middle).toBeLessThanOrEqual(sorted[Math.ceil((3 * all.length) / 4) - 1]! + 1e-12)
        expect(middleMean(Float64Array.from(all.reverse()))).toBe(middle)
      })
    )
    expect(() => middleMean(new Float64Array(0))).toThrow(/values/)
  })
  test('clipped channels, and the file’s floor', () => {
    for (const [r, g, b] of [
      [254, 0, 0],
      [0, 254, 0],
      [0, 0, 254]
    ])
      expect(patchLevel(flat(r!, g!, b!)).clippedShare).toBe(1)
    expect(patchLevel(flat(253, 253, 253)).clippedShare).toBe(0)
    expect(patchLevel(flat(255, 255, 255)).level).toBeCloseTo(Math.log2(1 / 0.18), 9)
    // Value 2 of 255 lies 0.2 stop under −8, 3 of 255 over it.
    expect(patchLevel(flat(2, 2, 2)).limit).toBe('at-most')
    expect(patchLevel(flat(3, 3, 3)).limit).toBe('exact')
    expect(() => patchLevel([1, 2, 3, 4, 5])).toThrow(/rgba/)
  })
  // Exif 2.32 (CIPA DC-008): FNumber, ExposureTime, PhotographicSensitivity.
  test('EXIF figures snap to the camera’s marks; nonsense becomes nothing', () => {
    expect(settingsFromExif({ fNumber: 16, seconds: 1 / 250, iso: 100 }, 'third')).toEqual({
      apertureStops: 8,
      shutterStops: 8,
      isoStops: 0
    })
    expect(settingsFromExif({ fNumber: 0, seconds: -1, iso: NaN }, 'third')).toEqual({
      apertureStops: null,
      shutterStops: null,
      isoStops: null
    })
    expect(settingsFromExif({ fNumber: 5.6, seconds: 1 / 60, iso: 400 }, 'half')).toEqual({
      apertureStops: 5,
      shutterStops: 6,
      isoStops: 2
    })
    expect(settingsFromExif({ fNumber: -2, seconds: 0, iso: -1 }, 'half')).toEqual({
      apertureStops: null,
      shutterStops: null,
      isoStops: null
    })
    expect(settingsFromExif({ fNumber: 0.95, seconds: 2, iso: 50 }, 'third')).toMatchObject({
      apertureStops: expect.any(Number),
      shutterStops: -1,
      isoStops: -1
    })
  })
  test('a clock from before the first digital cameras, or more than two minutes ahead, is not believed', () => {
    const now = new Date('2026-11-25T10:00:00Z')
    const at = (takenAt: string) => takenAtFromExif({ takenAt, offset: '+00:00' }, now)
    expect(at('1999:12:31 23:59:59')).toBeNull()
    expect(at('2000:01:01 00:00:00')).toEqual(new Date('2000-01-01T00:00:00Z'))
    expect(at('2026:11:25 10:01:59')).toEqual(new Date('2026-11-25T10:01:59Z'))
    expect(at('2026:11:25 10:02:01')).toBeNull()
  })
})

describe('rows of a large picture', () => {
  test('a small one is counted whole, 24 megapixels by a sixteenth of its rows', () => {
    expect(rowStep(1200, 800)).toBe(1)
    expect(rowStep(6000, 4000)).toBe(16)
    expect(rowStep(1, 1)).toBe(1)
  })
})

test('a file that says nothing of how it was taken is no camera’s own', () => {
  expect(isFromCamera(NO_EXIF)).toBe(false)
  expect(isFromCamera({ ...NO_EXIF, seconds: 0.005 })).toBe(true)
  expect(isFromCamera({ ...NO_EXIF, takenAt: '2026:11:20 09:00:00' })).toBe(true)
})

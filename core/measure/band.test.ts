// checks: band in a picture (on sheets drawn apart)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { levelTo8Bit } from '../ambient/blackScale'
import { darkShare, findSync } from '../optics/shutter'
import { findBand, type Band } from './band'

interface Sheet {
  readonly share: number
  readonly side: Band['side']
  readonly lit?: number
  readonly dark?: number
  /** width of the soft edge, share of the frame */
  readonly soft?: number
  /** fall of light to the corners, stops */
  readonly vignette?: number
  readonly noise?: number
}
/**
 * A white sheet as the camera would write it, worked out pixel by pixel: nothing of it comes from
 * the code under test.
 */
const sheet = (
  { share, side, lit = 1, dark = -7, soft = 0, vignette = 0, noise = 0 }: Sheet,
  width = 120,
  height = 90
): Uint8ClampedArray => {
  const out = new Uint8ClampedArray(width * height * 4)
  let seed = 1
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x + 0.5) / width, (y + 0.5) / height]
      const along = side === 'top' ? v : side === 'bottom' ? 1 - v : side === 'left' ? u : 1 - u
      const light =
        soft > 0 ? Math.min(1, Math.max(0, (along - share) / soft + 0.5)) : along >= share ? 1 : 0
      const fall = (-vignette * ((2 * u - 1) ** 2 + (2 * v - 1) ** 2)) / 2
      const value = levelTo8Bit(Math.log2(2 ** dark + light * 2 ** (lit + fall))) + noise * random()
      out.set([value, value, value, 255], (y * width + x) * 4)
    }
  return out
}
const SIDES = ['top', 'bottom', 'left', 'right'] as const

describe('the dark band in a picture', () => {
  test('property: its share to two per cent and its side, however soft its edge, however vignetted and noisy', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.06, max: 0.9, noNaN: true }),
        fc.constantFrom(...SIDES),
        fc.double({ min: -1, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 0.08, noNaN: true }),
        fc.double({ min: 0, max: 0.7, noNaN: true }),
        fc.double({ min: 0, max: 16, noNaN: true }),
        (share, side, lit, soft, vignette, noise) => {
          const band = findBand(sheet({ share, side, lit, soft, vignette, noise }), 120, 90)!
          expect(band.side).toBe(side)
          expect(Math.abs(band.share - share)).toBeLessThan(0.02)
          expect(band.depthStops).toBeGreaterThan(1.5)
        }
      ),
      { numRuns: 200 }
    )
  })
  test('property: an evenly lit sheet has none, vignetted and noisy or not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        fc.double({ min: 0, max: 16, noNaN: true }),
        (lit, vignette, noise) => {
          expect(
            findBand(sheet({ share: 0, side: 'top', lit, vignette, noise }), 120, 90)!.share
          ).toBe(0)
        }
      ),
      { numRuns: 80 }
    )
  })
  test('a sheet lit from one side only has none; an unlit one is told apart', () => {
    const falling = new Uint8ClampedArray(120 * 90 * 4)
    for (let i = 0; i < 120 * 90; i++)
      falling.set(
        [1, 1, 1].map(() => levelTo8Bit(1 - 2.5 * ((i % 120) / 120))),
        i * 4
      )
    expect(findBand(falling, 120, 90)!.share).toBe(0)
    expect(findBand(sheet({ share: 1, side: 'top' }), 120, 90)).toBeNull()
  })
  test('some ambient in the band does not move its edge', () => {
    for (const dark of [-7, -4, -2])
      expect(
        Math.abs(findBand(sheet({ share: 0.3, side: 'bottom', dark }), 120, 90)!.share - 0.3)
      ).toBeLessThan(0.01)
  })
  // Dark share 1 − t/Tc: sync 1/200 leaves half at 1/400, three quarters at 1/800 (curtain
  // geometry; common practice, no source).
  test('bands of 1/400 and 1/800, measured, speak of curtains that take 1/200 s', () => {
    const trials = [1 / 400, 1 / 800].map((seconds) => ({
      shutterStops: -Math.log2(seconds),
      darkShare: findBand(
        sheet({ share: darkShare(seconds, 1 / 200), side: 'bottom', soft: 0.03 }),
        120,
        90
      )!.share
    }))
    expect(trials[0]!.darkShare).toBeCloseTo(0.5, 2)
    expect(trials[1]!.darkShare).toBeCloseTo(0.75, 2)
    expect(Math.abs(findSync(trials).curtainSeconds! * 200 - 1)).toBeLessThan(0.04)
  })
  test('its depth is the step between dark and lit', () => {
    for (const [lit, dark] of [
      [1, -1.2],
      [0, -4]
    ] as const) {
      const { depthStops } = findBand(sheet({ share: 0.4, side: 'top', lit, dark }), 120, 90)!
      // The sheet is drawn with both lights in its lit part, in 256 values.
      expect(depthStops).toBeCloseTo(Math.log2(2 ** dark + 2 ** lit) - dark, 0)
      expect(Math.abs(depthStops - Math.log2(2 ** dark + 2 ** lit) + dark)).toBeLessThan(0.2)
    }
  })
  test('a step of less than a stop and a half is no band', () => {
    const share = (stops: number) =>
      findBand(
        sheet({ share: 0.4, side: 'left', dark: 0, lit: Math.log2(2 ** stops - 1) }),
        120,
        90
      )!
    expect(share(1.4)).toMatchObject({ share: 0, depthStops: 0 })
    expect(share(1.6).share).toBeCloseTo(0.4, 2)
  })
  test('a bright thing in the middle is no band, a light sheet past a corner is none', () => {
    const spot = sheet({ share: 0, side: 'top', lit: 1 })
    for (let y = 0; y < 90; y++)
      for (let x = 0; x < 120; x++)
        if (Math.hypot(x - 60, y - 45) > 25) spot.set([4, 4, 4, 255], (y * 120 + x) * 4)
    expect(findBand(spot, 120, 90)!.share).toBe(0)
  })
  test('a sheet six stops under mid-grey got no light; in a strip of it, it did', () => {
    const at = (level: number) => {
      const value = levelTo8Bit(level)
      return findBand(
        Uint8ClampedArray.from({ length: 40 * 20 * 4 }, () => value),
        40,
        20
      )
    }
    expect(at(-6.3)).toBeNull()
    expect(at(-5.5)).toMatchObject({ share: 0 })
    // A line of it at mid-grey, as thin as a pixel: its mean along the line is light enough.
    expect(findBand(sheet({ share: 119 / 120, side: 'left', lit: 0 }), 120, 90)).not.toBeNull()
    expect(findBand(sheet({ share: 89 / 90, side: 'bottom', lit: 0 }), 120, 90)).not.toBeNull()
  })
  test('a dark line across the lit part, or a light one in the band, does not draw the edge', () => {
    const lined = (side: Band['side'], row: number, value: number) => {
      const out = sheet({ share: 0.4, side })
      for (let x = 0; x < 120; x++) out.set([value, value, value, 255], (row * 120 + x) * 4)
      return findBand(out, 120, 90)!
    }
    for (const [side, row, value] of [
      ['bottom', 8, 0],
      ['bottom', 82, 160],
      ['top', 8, 160],
      ['top', 82, 0]
    ] as const) {
      const band = lined(side, row, value)
      expect(band.side).toBe(side)
      expect(Math.abs(band.share - 0.4)).toBeLessThan(0.01)
    }
  })
  test('the green of the picture counts: a sheet lit by red and blue lamps alone has its band in it', () => {
    const coloured = (channels: readonly number[]) => {
      const out = sheet({ share: 0.4, side: 'top' })
      for (let i = 0; i < out.length; i += 4)
        for (const c of [0, 1, 2]) if (!channels.includes(c)) out[i + c] = 200
      return findBand(out, 120, 90)!.share
    }
    expect(coloured([1])).toBeCloseTo(0.4, 2)
    expect(coloured([0, 2])).toBe(0)
  })
  test('at least 16 lines either way', () => {
    const pixels = (width: number, height: number) => new Uint8ClampedArray(width * height * 4)
    expect(findBand(pixels(16, 16), 16, 16)).toBeNull()
    expect(() => findBand(pixels(15, 16), 15, 16)).toThrow('width and height')
    expect(() => findBand(pixels(16, 15), 16, 15)).toThrow('width and height')
  })
  test('nonsense is refused', () => {
    expect(() => findBand([], 0, 0)).toThrow('width and height')
    expect(() => findBand([1, 2, 3], 20, 20)).toThrow('rgba')
  })
})

// checks: gamut (by the primaries' own matrices, and by a colour library)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import sharp from 'sharp'
import { srgbDecode } from '../ambient/blackScale'
import { gamutOf } from './gamut'
import { patchLevel, patchRect } from './patch'

const flat = (rgb: readonly number[]) =>
  Uint8ClampedArray.from({ length: 64 }, (_, i) => [...rgb, 255][i % 4]!)
const colour = fc.tuple(
  ...([0, 1, 2].map(() => fc.integer({ min: 25, max: 235 })) as [
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
    fc.Arbitrary<number>
  ])
)

/** sRGB to XYZ (IEC 61966-2-1), XYZ to Adobe RGB (Adobe RGB (1998) encoding), from memory. */
const TO_XYZ = [
  [0.4124, 0.3576, 0.1805],
  [0.2126, 0.7152, 0.0722],
  [0.0193, 0.1192, 0.9505]
]
const TO_ADOBE = [
  [2.04159, -0.56501, -0.34473],
  [-0.96924, 1.87597, 0.04156],
  [0.01344, -0.11836, 1.01517]
]
const by = (matrix: readonly (readonly number[])[], v: readonly number[]): number[] =>
  matrix.map((row) => row.reduce((sum, each, i) => sum + each * v[i]!, 0))

describe('wide gamuts', () => {
  test('property: one colour in sRGB and in Adobe RGB numbers is one level', () => {
    fc.assert(
      fc.property(colour, (rgb) => {
        const linear = by(
          TO_ADOBE,
          by(
            TO_XYZ,
            rgb.map((v) => srgbDecode(v / 255))
          )
        )
        const adobe = linear.map((v) => Math.round(255 * Math.max(0, v) ** (256 / 563)))
        const [want, got] = [patchLevel(flat(rgb)), patchLevel(flat(adobe), 'adobe-rgb')]
        // Rounding to whole numbers of 255.
        expect(Math.abs(got.level - want.level)).toBeLessThan(0.05)
      })
    )
  })
  test('read as sRGB that picture would be up to half a stop off', () => {
    const linear = by(
      TO_ADOBE,
      by(
        TO_XYZ,
        [200, 60, 40].map((v) => srgbDecode(v / 255))
      )
    )
    const adobe = linear.map((v) => Math.round(255 * v ** (256 / 563)))
    expect(
      Math.abs(patchLevel(flat(adobe)).level - patchLevel(flat([200, 60, 40])).level)
    ).toBeGreaterThan(0.2)
  })
  test('P3 numbers, as a colour library makes them', async () => {
    for (const rgb of [
      [200, 60, 40],
      [40, 180, 70],
      [60, 70, 210],
      [118, 118, 118]
    ]) {
      const [r, g, b] = rgb as [number, number, number]
      const file = await sharp({
        create: { width: 8, height: 8, channels: 3, background: { r, g, b } }
      })
        .withIccProfile('p3')
        .png()
        .toBuffer()
      const p3 = await sharp(file, { ignoreIcc: true }).raw().toBuffer()
      expect([...p3.subarray(0, 3)]).not.toEqual(r === g ? [] : rgb)
      expect(
        Math.abs(
          patchLevel(flat([...p3.subarray(0, 3)]), 'profile').level - patchLevel(flat(rgb)).level
        )
      ).toBeLessThan(0.05)
    }
  })
  test('what a file says: its profile first, then the interoperability index, then the colour space', () => {
    const none = { profile: null, colorSpace: null, interoperability: null }
    expect(gamutOf(none)).toBe('srgb')
    expect(gamutOf({ ...none, colorSpace: 1 })).toBe('srgb')
    expect(gamutOf({ ...none, colorSpace: 65535 })).toBe('not-stated')
    expect(gamutOf({ ...none, colorSpace: 65535, interoperability: 'R98' })).toBe('srgb')
    expect(gamutOf({ ...none, colorSpace: 65535, interoperability: 'R03' })).toBe('adobe-rgb')
    expect(gamutOf({ ...none, profile: 'sRGB IEC61966-2.1', colorSpace: 65535 })).toBe('srgb')
    expect(gamutOf({ profile: 'Wide', colorSpace: 65535, interoperability: 'R03' })).toBe('profile')
  })
})

describe('how sure a patch is', () => {
  test('a colour at the edge of what the file holds, or of primaries nobody states, is doubtful', () => {
    expect(patchLevel(flat([118, 118, 118]))).toMatchObject({ doubt: null, uncertaintyStops: 0.3 })
    expect(patchLevel(flat([180, 0, 60]))).toMatchObject({
      doubt: 'saturated',
      uncertaintyStops: 1
    })
    expect(patchLevel(flat([180, 2, 60])).doubt).toBeNull()
    // Near black a channel at nothing says nothing of the colour.
    expect(patchLevel(flat([20, 0, 10])).doubt).toBeNull()
    expect(patchLevel(flat([118, 118, 118]), 'not-stated').doubt).toBe('not-stated')
  })
  test('property: a patch however large, wherever marked, holds pixels of the picture alone', () => {
    const side = fc.integer({ min: 1, max: 6000 })
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        side,
        side,
        share,
        share,
        fc.double({ min: 0.001, max: 0.5, noNaN: true }),
        (width, height, x, y, radius) => {
          const { left, top, size } = patchRect(width, height, x, y, radius)
          expect(size).toBeGreaterThanOrEqual(1)
          for (const [from, all] of [
            [left, width],
            [top, height]
          ] as const) {
            expect(Number.isInteger(from)).toBe(true)
            expect(from).toBeGreaterThanOrEqual(0)
            expect(from + size).toBeLessThanOrEqual(all)
          }
        }
      )
    )
    expect(patchRect(3000, 200, 0.5, 0.5, 0.2)).toEqual({ left: 1400, top: 0, size: 200 })
    expect(patchRect(1000, 800, 0.25, 0.5, 0.1)).toEqual({ left: 180, top: 330, size: 141 })
  })
})

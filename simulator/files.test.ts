import { expect, test } from '@jest/globals'
import ExifReader from 'exifreader'
import fc from 'fast-check'
import sharp from 'sharp'
import UTIF from 'utif2'
import { balanced, type Balance } from '@core/colour/balance'
import type { Xyz } from '@core/colour/observer'
import { dngOf } from './dng'
import type { Exposure } from './exposure'
import { jpegOf, rendered } from './files'

const notes = {
  camera: 'Test body, 36 × 24',
  flashFired: true,
  settings: { apertureStops: 7, shutterStops: 8, isoStops: 1 },
  focalMm: 100,
  takenAt: new Date('2026-11-20T09:30:05.000Z')
}
const look = { headroomStops: 0.6, balance: [0.5, 0.7] as const }

/** A ladder of whole stops, each a block of 8 × 8 pixels. */
const LEVELS = [-9, -8, -7, -6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4]
const ladder = (): Exposure => {
  const [width, height] = [LEVELS.length * 8, 8]
  const linear = new Float32Array(width * height * 3)
  for (let p = 0; p < width * height; p++)
    linear.fill(2 ** LEVELS[Math.floor((p % width) / 8)]!, p * 3, p * 3 + 3)
  return { width, height, linear }
}

// The reader shares no code with the writer: a TIFF library's own.
const decoded = (file: Buffer) => {
  const bytes = new Uint8Array(file).buffer
  const [ifd] = UTIF.decode(bytes)
  UTIF.decodeImage(bytes, ifd!)
  return ifd! as unknown as Record<string, number[]> & {
    width: number
    height: number
    data: Uint8Array
  }
}

test('a raw file is read by a TIFF library, with its black, white and mosaic', () => {
  const ifd = decoded(dngOf(ladder(), look, notes))
  expect([ifd.width, ifd.height]).toEqual([LEVELS.length * 8, 8])
  // Photometric interpretation, bits, pattern, version, black, white: DNG specification 1.4.
  expect([ifd.t262, ifd.t258, ifd.t33422, ifd.t50706].map((each) => [...each!])).toEqual([
    [32803],
    [16],
    [0, 1, 1, 2],
    [1, 4, 0, 0]
  ])
  expect([Number(ifd.t50714![0]), ifd.t50717![0]]).toEqual([512, 16383])
})

test('a stop of light is a stop in the raw file, to half a step of it, up to where it clips', () => {
  const ifd = decoded(dngOf(ladder(), look, notes))
  const values = new Uint16Array(ifd.data.slice().buffer)
  const [black, white] = [512, 16383]
  const mean = (block: number, dx: number, dy: number): number => {
    let sum = 0
    for (let y = dy; y < 8; y += 2)
      for (let x = dx; x < 8; x += 2) sum += values[y * ifd.width + block * 8 + x]!
    return sum / 16
  }
  const grey = LEVELS.indexOf(0)
  for (const [dx, dy] of [
    [0, 0],
    [1, 0],
    [1, 1]
  ] as const)
    LEVELS.forEach((level, i) => {
      const value = mean(i, dx, dy)
      if (value >= white - 1) return expect(level).toBeGreaterThan(2.4)
      const wanted = (mean(grey, dx, dy) - black) * 2 ** level
      // Both are rounded: half a step each, that of mid-grey as often as it is doubled.
      expect(Math.abs(value - black - wanted)).toBeLessThanOrEqual(0.5 + 0.5 * 2 ** level)
    })
  // Green clips its headroom above white of 18 % grey: log2(1 / 0.18) + 0.6 = 3.07 stops.
  expect(mean(LEVELS.indexOf(3), 1, 0)).toBeLessThan(white)
  expect(mean(LEVELS.indexOf(4), 1, 0)).toBe(white)
})

test('both files say their settings as an EXIF reader reads them', async () => {
  const rendering = { power: 1.2, whiteStops: 2.5 }
  for (const file of [dngOf(ladder(), look, notes), await jpegOf(ladder(), rendering, notes)]) {
    const { exif } = ExifReader.load(file, { expanded: true })
    const { FNumber, ExposureTime, ISOSpeedRatings, DateTimeOriginal, Model } = exif!
    const ratio = (tag: { value: unknown } | undefined): number => {
      const [over, under] = tag!.value as [number, number]
      return over / under
    }
    // The names of the marks, as cameras note them: f/11 for 2^(7/2), 1/250 for 2^−8.
    expect([ratio(FNumber), ratio(ExposureTime)]).toEqual([11, 1 / 250])
    expect(ISOSpeedRatings!.value).toBe(200)
    expect(DateTimeOriginal!.description).toBe('2026:11:20 09:30:05')
    expect(Model!.description).toBe('Test body, 36 x 24')
    expect(exif!.Flash!.value).toBe(1)
  }
})

test('the camera’s curve keeps mid-grey, is white at its white, and never turns back', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1.05, max: 1.5, noNaN: true }),
      fc.double({ min: 2.2, max: 2.8, noNaN: true }),
      fc.double({ min: -10, max: 3, noNaN: true }),
      (power, whiteStops, level) => {
        const at = (stops: number) => rendered(0.18 * 2 ** stops, { power, whiteStops })
        expect(at(0)).toBeCloseTo(0.18, 9)
        expect(at(whiteStops)).toBeCloseTo(1, 9)
        expect(at(level + 0.01)).toBeGreaterThanOrEqual(at(level))
      }
    )
  )
})

test('mid-grey comes out as 118 of 255 in the JPEG, twice white as 255', async () => {
  const file = await jpegOf(ladder(), { power: 1.3, whiteStops: 2.4 }, notes)
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true })
  const value = (level: number): number =>
    data[(4 * info.width + LEVELS.indexOf(level) * 8 + 4) * info.channels + 1]!
  expect(Math.abs(value(0) - 118)).toBeLessThanOrEqual(1)
  expect(value(4)).toBe(255)
})

test('a raw file knows no balance: one light is as warm in it, whatever its picture is balanced to', () => {
  // Illuminant A, as sRGB shows it under each balance. Source: CIE 15:2004, table T.3.
  const lamp: Xyz = [0.44757 / 0.40745, 1, (1 - 0.44757 - 0.40745) / 0.40745]
  const [width, height] = [8, 8]
  for (const kelvin of [2856, 4000, 5500, 9000]) {
    const balance: Balance = { kind: 'kelvin', kelvin, tint: 0 }
    const linear = new Float32Array(width * height * 3)
    const shown = balanced(lamp, balance)
    linear.forEach((_, i) => (linear[i] = 3 * shown[i % 3]!))
    const ifd = decoded(dngOf({ width, height, linear }, look, notes, balance))
    const values = new Uint16Array(ifd.data.slice().buffer)
    const [red, green, blue] = [values[0]!, values[1]!, values[width + 1]!].map((v) => v - 512)
    // XYZ of a lamp to sRGB by hand: 1.0985 · 3.2406 − 1.5372 − 0.3558 · 0.4986 = 1.8451 …
    expect(red! / green!).toBeCloseTo((look.balance[0] * 1.8451) / 0.8263, 2)
    expect(blue! / green!).toBeCloseTo((look.balance[1] * 0.2333) / 0.8263, 2)
    // What a balance makes white is neutral in the file.
    const [r, g, b] = (ifd.t50728 as unknown as [number, number][]).map(
      ([over, under]) => over / under
    )
    expect(g).toBeCloseTo(1, 3)
    if (kelvin !== 2856) continue
    // To a per cent: bands of 10 nm have a lamp so far from where the table has it.
    expect((r! / g! / (red! / green!) - 1) * 100).toBeCloseTo(0, 0)
    expect((b! / g! / (blue! / green!) - 1) * 100).toBeCloseTo(0, 0)
  }
})

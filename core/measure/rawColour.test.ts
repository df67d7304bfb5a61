// checks: colour of a raw patch (a sensor's values by hand from CIE chromaticities of illuminants A, D65 and D50; matrices there and back)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { chromaticityOf, type Xyz } from '../colour/observer'
import { cameraMatrices, cameraToSrgb, cameraToXyz, type CameraMatrix } from './cameraMatrix'
import { rawColour } from './rawColour'
import { RAW_WHITE } from './rawPatch'

/** A camera's matrix, of X, Y, Z; a fourth row as readers give it. */
const TO_CAMERA = [
  [0.81, -0.22, -0.09],
  [-0.46, 1.25, 0.23],
  [-0.11, 0.24, 0.63],
  [0, 0, 0]
]
/** X, Y, Z of luminance 1. Source: CIE 15:2004, table T.3, of the 2° observer. */
const ILLUMINANTS: Readonly<Record<string, Xyz>> = {
  A: [0.44757 / 0.40745, 1, (1 - 0.44757 - 0.40745) / 0.40745],
  D65: [0.31272 / 0.32903, 1, (1 - 0.31272 - 0.32903) / 0.32903],
  D50: [0.34567 / 0.3585, 1, (1 - 0.34567 - 0.3585) / 0.3585]
}
const sensed = ([x, y, z]: Xyz, share = 0.2): number[] =>
  TO_CAMERA.slice(0, 3).map(([a, b, c]) => (a! * x + b! * y + c! * z) * share * RAW_WHITE)
const patch = (pixel: readonly number[], pixels = 8): number[] =>
  Array.from({ length: pixels }, () => pixel).flat()

const CAMERA = cameraMatrices([{ illuminant: 21, colormatrix: TO_CAMERA }])

describe('the colour of a patch of a raw file', () => {
  test.each(Object.entries(ILLUMINANTS))(
    'a card in illuminant %s is as the CIE has it',
    (_, xyz) => {
      const found = rawColour(patch(sensed(xyz)), CAMERA)
      const { x, y } = chromaticityOf(found.xyz)
      expect(x).toBeCloseTo(xyz[0] / (xyz[0] + xyz[1] + xyz[2]), 9)
      expect(y).toBeCloseTo(xyz[1] / (xyz[0] + xyz[1] + xyz[2]), 9)
      expect(found.xyz[1]).toBeCloseTo(0.2, 9)
      expect(found.trouble).toBeNull()
    }
  )
  test('a few specks do not move it; a clipped and a dark channel are named', () => {
    const plain = patch(sensed(ILLUMINANTS.A!), 8)
    const white = [RAW_WHITE, RAW_WHITE, RAW_WHITE]
    const specks = rawColour([...plain, ...white], CAMERA)
    expect(specks.xyz[1]).toBeCloseTo(0.2, 9)
    expect(specks.trouble).toBeNull()
    expect(rawColour([...plain, ...patch(white, 4)], CAMERA).trouble).toBe('clipped')
    const dark = [0.3, 0.4, 0.0009].map((value) => value * RAW_WHITE)
    expect(rawColour(patch(dark), CAMERA).trouble).toBe('dark')
    expect(() => rawColour([1, 2], CAMERA)).toThrow(RangeError)
  })
})

/** A row times a column, written out. */
const times = (rows: Listed, [a, b, c]: readonly number[]): number[] =>
  rows.slice(0, 3).map((row) => row[0]! * a! + row[1]! * b! + row[2]! * c!)
type Listed = readonly (readonly number[])[]
const part = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })
const three = (low: number, high: number) =>
  fc.tuple(part(low, high), part(low, high), part(low, high))

describe('a camera’s matrix', () => {
  test('without one, or where its rows cannot be told apart, none is made up', () => {
    const none = (colormatrix: Listed) => expect(cameraMatrices([{ colormatrix }])).toEqual([])
    none([])
    none([
      [0, 0, 0],
      [0, 0, 0],
      [0, 0, 0]
    ])
    none([
      [1, 2, 3],
      [2, 4, 6],
      [0, 0, 1]
    ])
    none([
      [1, 0, NaN],
      [0, 1, 0],
      [0, 0, 1]
    ])
    expect(cameraToSrgb([], [0.5, 0.6])).toEqual([
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1]
    ])
  })
  test('property: there and back', () => {
    fc.assert(
      fc.property(
        fc.tuple(three(-1, 1), three(-1, 1), three(-1, 1)),
        three(0.1, 1),
        (more, light) => {
          // Each channel sees its own third most, as cameras do.
          const rows = more.map((each, i) => each.map((value, k) => (i === k ? 3 : value)))
          const seen = times(rows, light) as [number, number, number]
          const toXyz = cameraToXyz(cameraMatrices([{ colormatrix: rows }]), seen)
          times(toXyz, seen).forEach((value, k) => expect(value).toBeCloseTo(light[k]!, 9))
        }
      )
    )
  })
  test('of two, a lamp is seen by the one, daylight by the other, what lies between by both', () => {
    const lamp = TO_CAMERA.map((row) => row.map((value, k) => value * [0.9, 1, 1.2][k]!))
    const both = cameraMatrices([
      { illuminant: 21, colormatrix: TO_CAMERA },
      { illuminant: 17, colormatrix: lamp }
    ])
    expect(both.map(({ kelvin }) => kelvin)).toEqual([2856, 6504])
    const seen = (rows: Listed, xyz: Xyz) => times(rows, xyz) as [number, number, number]
    for (const [rows, xyz] of [
      [lamp, ILLUMINANTS.A!],
      [TO_CAMERA, ILLUMINANTS.D65!]
    ] as const)
      times(cameraToXyz(both, seen(rows, xyz)), seen(rows, xyz)).forEach((value, k) =>
        expect(value).toBeCloseTo(xyz[k]!, 2)
      )
    // Half the way in mired: 1e6 / ((350.1 + 153.8) / 2) = 3969 K, of the black body; CIE 1931.
    const between: Xyz = [0.382 / 0.3797, 1, (1 - 0.382 - 0.3797) / 0.3797]
    const half = lamp.map((row, i) => row.map((value, k) => (value + TO_CAMERA[i]![k]!) / 2))
    times(cameraToXyz(both, seen(half, between)), seen(half, between)).forEach((value, k) =>
      expect(value).toBeCloseTo(between[k]!, 2)
    )
  })
  test('one camera’s own calibration comes on top of its kind’s matrix', () => {
    const own = [
      [1.1, 0, 0],
      [0, 1, 0],
      [0, 0, 0.9]
    ]
    const [found] = cameraMatrices([{ colormatrix: TO_CAMERA, calibration: own }]) as [CameraMatrix]
    expect(found.kelvin).toBe(6504)
    found.toCamera.forEach((row, i) =>
      row.forEach((value, k) =>
        expect(value).toBeCloseTo(TO_CAMERA[i]![k]! * [1.1, 1, 0.9][i]!, 12)
      )
    )
  })
  const white = sensed(ILLUMINANTS.D65!, 1)
  const balance = [white[0]! / white[1]!, white[2]! / white[1]!] as const
  // Source: IEC 61966-2-1, X, Y, Z of red, green and blue of sRGB.
  test.each([
    [
      [0.4124, 0.2126, 0.0193],
      [1, 0, 0]
    ],
    [
      [0.3576, 0.7152, 0.1192],
      [0, 1, 0]
    ],
    [
      [0.1805, 0.0722, 0.9505],
      [0, 0, 1]
    ],
    [
      [0.9505, 1, 1.089],
      [1, 1, 1]
    ]
  ])('a primary in daylight is itself in the picture, and white is white', (xyz, wanted) => {
    const own = sensed(xyz as unknown as Xyz, 1).map((value, k) => value / white[k]!)
    const rows = cameraToSrgb(CAMERA, balance)
    times(rows, own).forEach((value, k) => expect(value).toBeCloseTo(wanted[k]!, 2))
    times(rows, [1, 1, 1]).forEach((value) => expect(value).toBeCloseTo(1, 9))
  })
})

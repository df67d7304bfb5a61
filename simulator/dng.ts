/**
 * A raw file: one value a pixel behind a mosaic of red, green and blue, linear, uncompressed.
 * Sources: TIFF revision 6.0; DNG specification 1.4, its least set of tags; Exif 2.32.
 */
import { unbalanced, type Balance, type Rgb } from '@core/colour/balance'
import type { Exposure } from './exposure'
import { noted, type Notes } from './files'

/** A file's own scale: black, and white, of 14 bits. */
const RAW_BLACK = 512
const RAW_WHITE = 16383
const GREY = 0.18

/** XYZ of daylight (D65) to linear sRGB. Source: IEC 61966-2-1. */
const XYZ_TO_RGB = [
  3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.204, 1.057
] as const
const D65 = 21

export interface RawLook {
  /** what it holds above white of the JPEG, stops */
  readonly headroomStops: number
  /** red and blue against green, of white light */
  readonly balance: readonly [number, number]
}

/**
 * A sensor's red, green and blue of a picture's: three of each of its channels in turn. A sensor
 * knows no balance, so the light itself comes first; what is green of a white thing stays as much.
 */
function sensed(balance: Balance, share: readonly number[]): readonly number[] {
  const own = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1]
  ].map((unit) => {
    const light = unbalanced(unit as unknown as Rgb, balance)
    return [0, 1, 2].map((row) =>
      light.reduce((sum, value, k) => sum + XYZ_TO_RGB[3 * row + k]! * value, 0)
    )
  })
  const green = own[0]![1]! + own[1]![1]! + own[2]![1]!
  return [0, 1, 2].flatMap((row) => own.map((column) => (column[row]! * share[row]!) / green))
}

/** Values of the mosaic: red and green in one row, green and blue in the next. */
function mosaicOf(
  { width, height, linear }: Exposure,
  headroomStops: number,
  shares: readonly number[]
): Uint16Array {
  const white = 2 ** headroomStops / GREY
  const values = new Uint16Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const row = 3 * ((y & 1) + (x & 1))
      const at = y * width + x
      const own =
        linear[at * 3]! * shares[row]! +
        linear[at * 3 + 1]! * shares[row + 1]! +
        linear[at * 3 + 2]! * shares[row + 2]!
      const full = Math.max(0, own) / white
      values[at] = Math.min(RAW_WHITE, Math.round(RAW_BLACK + full * (RAW_WHITE - RAW_BLACK)))
    }
  return values
}

const BYTE = 1
const ASCII = 2
const SHORT = 3
const LONG = 4
const RATIONAL = 5
const SIGNED_RATIONAL = 10
const SIZES: Readonly<Record<number, number>> = {
  [BYTE]: 1,
  [ASCII]: 1,
  [SHORT]: 2,
  [LONG]: 4,
  [RATIONAL]: 8,
  [SIGNED_RATIONAL]: 8
}

/** Tag, type, values; of a rational, numerators and denominators in turn. */
type Entry = readonly [number, number, readonly number[]]

const text = (tag: number, words: string): Entry => [tag, ASCII, [...Buffer.from(`${words}\0`)]]
const rational = (tag: number, type: number, values: readonly number[]): Entry => [
  tag,
  type,
  values.flatMap((value) => [Math.round(value * 10000), 10000])
]
const countOf = ([, type, values]: Entry): number =>
  SIZES[type] === 8 ? values.length / 2 : values.length

const ENTRY = 12
const directorySize = (entries: readonly Entry[]): number => 2 + entries.length * ENTRY + 4
const lengthOf = (entry: Entry): number => countOf(entry) * SIZES[entry[1]]!
/** Values that do not fit into their entry lie behind the directory, on even addresses. */
const beside = (entry: Entry): number =>
  lengthOf(entry) > 4 ? lengthOf(entry) + (lengthOf(entry) % 2) : 0
const wholeSize = (entries: readonly Entry[]): number =>
  directorySize(entries) + entries.reduce((sum, entry) => sum + beside(entry), 0)

function put(file: Buffer, at: number, [, type, values]: Entry): void {
  values.forEach((value, i) => {
    if (SIZES[type] === 1) file.writeUInt8(value, at + i)
    else if (type === SHORT) file.writeUInt16LE(value, at + 2 * i)
    else if (type === SIGNED_RATIONAL) file.writeInt32LE(value, at + 4 * i)
    else file.writeUInt32LE(value, at + 4 * i)
  })
}

/** Writes a directory of tags, which must rise. */
function putDirectory(file: Buffer, at: number, entries: readonly Entry[]): void {
  let next = at + directorySize(entries)
  file.writeUInt16LE(entries.length, at)
  entries.forEach((entry, i) => {
    const here = at + 2 + i * ENTRY
    file.writeUInt16LE(entry[0], here)
    file.writeUInt16LE(entry[1], here + 2)
    file.writeUInt32LE(countOf(entry), here + 4)
    if (lengthOf(entry) <= 4) return put(file, here + 8, entry)
    file.writeUInt32LE(next, here + 8)
    put(file, next, entry)
    next += beside(entry)
  })
}

const HEADER = 8
const EXIF_POINTER = 0x8769
const STRIP_OFFSET = 0x0111

/**
 * Writes the frame as a raw file.
 * @param balance the picture's; null: it is light as a sensor gets it, white being D65
 */
export function dngOf(
  exposure: Exposure,
  look: RawLook,
  notes: Notes,
  balance: Balance | null = null
): Buffer {
  const { width, height } = exposure
  const share = [look.balance[0], 1, look.balance[1]]
  const shares = balance ? sensed(balance, share) : [share[0]!, 0, 0, 0, 1, 0, 0, 0, share[2]!]
  const neutral = [0, 3, 6].map((row) => shares[row]! + shares[row + 1]! + shares[row + 2]!)
  const values = mosaicOf(exposure, look.headroomStops, shares)
  const { camera, fNumber, exposure: time, iso, focalMm, flash, time: takenAt } = noted(notes)
  const exif: Entry[] = [
    [0x829a, RATIONAL, time],
    rational(0x829d, RATIONAL, [fNumber]),
    [0x8827, SHORT, [Math.min(65535, iso)]],
    text(0x9003, takenAt),
    text(0x9011, '+00:00'),
    [0x9209, SHORT, [flash]],
    rational(0x920a, RATIONAL, [focalMm])
  ]
  const main = (strip: number, exifAt: number): Entry[] => [
    [0x00fe, LONG, [0]],
    [0x0100, LONG, [width]],
    [0x0101, LONG, [height]],
    [0x0102, SHORT, [16]],
    [0x0103, SHORT, [1]],
    [0x0106, SHORT, [32803]],
    text(0x010f, 'Simulated'),
    text(0x0110, camera),
    [STRIP_OFFSET, LONG, [strip]],
    [0x0112, SHORT, [1]],
    [0x0115, SHORT, [1]],
    [0x0116, LONG, [height]],
    [0x0117, LONG, [values.byteLength]],
    text(0x0132, takenAt),
    [0x828d, SHORT, [2, 2]],
    [0x828e, BYTE, [0, 1, 1, 2]],
    [EXIF_POINTER, LONG, [exifAt]],
    [0xc612, BYTE, [1, 4, 0, 0]],
    [0xc613, BYTE, [1, 1, 0, 0]],
    text(0xc614, camera),
    [0xc61a, SHORT, [RAW_BLACK]],
    [0xc61d, LONG, [RAW_WHITE]],
    rational(
      0xc621,
      SIGNED_RATIONAL,
      XYZ_TO_RGB.map((each, i) => each * share[(i / 3) | 0]!)
    ),
    rational(0xc628, RATIONAL, neutral),
    [0xc65a, SHORT, [D65]]
  ]
  const exifAt = HEADER + wholeSize(main(0, 0))
  const strip = exifAt + wholeSize(exif)
  const file = Buffer.alloc(strip + values.byteLength)
  file.write('II')
  file.writeUInt16LE(42, 2)
  file.writeUInt32LE(HEADER, 4)
  putDirectory(file, HEADER, main(strip, exifAt))
  putDirectory(file, exifAt, exif)
  values.forEach((value, i) => file.writeUInt16LE(value, strip + 2 * i))
  return file
}

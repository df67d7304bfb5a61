/**
 * What a picture's numbers mean: which primaries and transfer they follow, by its colour profile or,
 * where it has none, by its EXIF. Sources: IEC 61966-2-1 (sRGB); Adobe RGB (1998) Color Image
 * Encoding (transfer 563/256, luminance row, from memory); SMPTE EG 432-1 (P3 primaries, luminance
 * row from memory); DCF 2.0 (CIPA DC-009): interoperability index R03 is Adobe RGB, R98 sRGB.
 */
import { srgbDecode } from '../ambient/blackScale'

/**
 * profile: another colour profile, brought into P3 by the browser; not-stated: the file says that
 * it is not sRGB and not what else.
 */
export const GAMUTS = ['srgb', 'adobe-rgb', 'profile', 'not-stated'] as const
export type Gamut = (typeof GAMUTS)[number]

export interface Decoding {
  /** linear light of each 8-bit value */
  readonly linear: Float64Array
  /** share of each channel in the luminance */
  readonly r: number
  readonly g: number
  readonly b: number
}

const table = (decode: (value: number) => number): Float64Array =>
  Float64Array.from({ length: 256 }, (_, value) => decode(value / 255))
const SRGB: Decoding = { linear: table(srgbDecode), r: 0.2126, g: 0.7152, b: 0.0722 }
const DECODINGS: Readonly<Record<Gamut, Decoding>> = {
  srgb: SRGB,
  'adobe-rgb': { linear: table((value) => value ** (563 / 256)), r: 0.2974, g: 0.6273, b: 0.0753 },
  profile: { ...SRGB, r: 0.229, g: 0.6917, b: 0.0793 },
  'not-stated': SRGB
}
export const decodingOf = (gamut: Gamut): Decoding => DECODINGS[gamut]

/** What a file says of its colours. */
export interface ColourNotes {
  /** description of its profile; null: it has none */
  readonly profile: string | null
  /** Exif ColorSpace: 1 is sRGB, 65535 uncalibrated */
  readonly colorSpace: number | null
  readonly interoperability: string | null
}

export function gamutOf({ profile, colorSpace, interoperability }: ColourNotes): Gamut {
  if (profile !== null) return /srgb/i.test(profile) ? 'srgb' : 'profile'
  if (interoperability === 'R03') return 'adobe-rgb'
  return colorSpace === null || colorSpace === 1 || interoperability === 'R98'
    ? 'srgb'
    : 'not-stated'
}

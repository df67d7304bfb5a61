/**
 * How dark is black: levels in stops and the 8-bit value a file shows for them.
 * Source: IEC 61966-2-1 (sRGB transfer). Level 0 is linear 0.18.
 */
export const srgbEncode = (linear: number): number =>
  linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055

export const srgbDecode = (encoded: number): number =>
  encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4

/** 0–255 value of a level, clipped at white as a file is. */
export const levelTo8Bit = (level: number): number =>
  Math.round(255 * Math.min(1, srgbEncode(0.18 * 2 ** level)))

/** Level that a file shows as a value of 0–255, > 0. */
export const levelOf8Bit = (value: number): number => Math.log2(srgbDecode(value / 255) / 0.18)

/** Level at which the file clips: log2(1/0.18). */
export const CLIP_LEVEL = Math.log2(1 / 0.18)

/** Ready-made answers to "how black". Source: common practice, no source. */
export const BLACK_TARGETS = [
  { id: 'moody', stops: -3 },
  { id: 'near', stops: -5 },
  { id: 'black', stops: -7 }
] as const

/** The same where daylight surroundings are to stay in the picture. */
export const DAYLIGHT_TARGETS = [
  { id: 'stopUnder', stops: -1 },
  { id: 'twoUnder', stops: -2 },
  { id: 'moody', stops: -3 }
] as const

/** The colour of a marked patch: red, green and blue of the light a grey thing there sends. */
import { inverse, Matrix } from 'ml-matrix'
import type { Rgb } from '../colour/balance'
import type { ToneCurve } from '../kit/cameraFiles'
import { CLIP_VALUE } from './analyse'
import { decodingOf, type Gamut } from './gamut'
import { LEFT_OUT, middleMean } from './middle'
import { withoutCurve } from './toneCurve'

/**
 * Chromaticities of primaries; white is D65. Sources: IEC 61966-2-1; Adobe RGB (1998) Color Image
 * Encoding; SMPTE EG 432-1 (all but the first from memory).
 */
const PRIMARIES = {
  srgb: [
    [0.64, 0.33],
    [0.3, 0.6],
    [0.15, 0.06]
  ],
  'adobe-rgb': [
    [0.64, 0.33],
    [0.21, 0.71],
    [0.15, 0.06]
  ],
  p3: [
    [0.68, 0.32],
    [0.265, 0.69],
    [0.15, 0.06]
  ]
} as const
const D65 = [0.3127, 0.329] as const
const xyz = ([x, y]: readonly [number, number]): number[] => [x / y, 1, (1 - x - y) / y]

/** What makes X, Y, Z of linear light of these primaries. */
function toXyz(primaries: keyof typeof PRIMARIES): Matrix {
  const columns = new Matrix(PRIMARIES[primaries].map(xyz)).transpose()
  const share = inverse(columns).mmul(Matrix.columnVector(xyz(D65)))
  return columns.mmul(Matrix.diag(share.to1DArray()))
}
export const SRGB_TO_XYZ = toXyz('srgb')
const FROM_XYZ = inverse(SRGB_TO_XYZ)
const TO_SRGB: Readonly<Partial<Record<Gamut, Matrix>>> = {
  'adobe-rgb': FROM_XYZ.mmul(toXyz('adobe-rgb')),
  profile: FROM_XYZ.mmul(toXyz('p3'))
}

export interface PatchColour {
  /** linear light in sRGB’s primaries, 0.18 being mid-grey; middle half of each channel */
  readonly rgb: Rgb
  /** a channel is clipped, or so dark that an 8-bit file says nothing of its colour */
  readonly trouble: 'clipped' | 'dark' | null
}

/** Below this an 8-bit channel holds too few steps for a colour: 16 of 255. */
const DARK = 0.005

/**
 * @param rgba the patch's pixels, RGBA bytes, in the gamut's own numbers
 * @param curve the camera's tone curve; empty where it is not known
 */
export function patchColour(
  rgba: ArrayLike<number>,
  gamut: Gamut = 'srgb',
  curve: ToneCurve = []
): PatchColour {
  if (rgba.length < 4 || rgba.length % 4 !== 0)
    throw new RangeError('rgba must hold at least one whole pixel')
  const { linear } = withoutCurve(decodingOf(gamut), curve)
  const pixels = rgba.length / 4
  let clipped = 0
  for (let i = 0; i < rgba.length; i += 4)
    if (Math.max(rgba[i]!, rgba[i + 1]!, rgba[i + 2]!) >= CLIP_VALUE) clipped++
  const own = [0, 1, 2].map((channel) =>
    middleMean(Float64Array.from({ length: pixels }, (_, p) => linear[rgba[p * 4 + channel]!]!))
  )
  const matrix = TO_SRGB[gamut]
  const rgb = matrix ? matrix.mmul(Matrix.columnVector(own)).to1DArray() : own
  return {
    rgb: rgb as unknown as Rgb,
    trouble: clipped / pixels > LEFT_OUT ? 'clipped' : Math.min(...own) < DARK ? 'dark' : null
  }
}

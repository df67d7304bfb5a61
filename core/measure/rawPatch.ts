/**
 * A patch of a raw file: linear, so that its level needs no tone curve, only where mid-grey lies
 * under white.
 */
import type { CameraFiles } from '../kit/cameraFiles'
import type { CameraMatrix } from './cameraMatrix'
import { LEFT_OUT, middleMean } from './middle'
import type { PatchLevel } from './patch'

/** A raw picture without its black level: three values a pixel, white at `RAW_WHITE`. */
export interface RawPicture {
  readonly width: number
  readonly height: number
  /** shape: height × width × 3, linear */
  readonly rgb: Uint16Array
  /** red and blue against green of what the camera took for white, as the file notes it */
  readonly balance: readonly [number, number]
  /** of the camera; none where the file does not say */
  readonly matrices: readonly CameraMatrix[]
}
export const RAW_WHITE = 65535
/** From here a value counts as full: where white lies is known to a per cent. */
export const FULL = 0.99 * RAW_WHITE

/** Under this share of white grain may be all there is. */
const DARK = 2 ** -8

/** Luminance of balanced camera colours; exact for greys. Source: IEC 61966-2-1 for the weights. */
const WEIGHTS = [0.2126, 0.7152, 0.0722] as const

/**
 * Where mid-grey lies under white until it is measured: a saturation-based speed is
 * 78 / exposure at which it clips, and a metered scene has 10 / speed. Source: ISO 12232:2006 (from
 * memory). Makers go by other rules too, up to a stop apart; common practice, no source.
 */
export const NOMINAL_RAW_GREY = Math.log2(10 / 78)
const NOMINAL_UNCERTAINTY = 0.7
/** From one ISO to another a body's amplifier may be off by this; common practice, no source. */
const OTHER_ISO_UNCERTAINTY = 0.2
/** Evenness of a patch, and where white lies. */
const LEAST_UNCERTAINTY = 0.05

/** What a patch holds in the file's own scale. */
export interface RawPatch {
  /** luminance of its middle half under white, stops; −Infinity for nothing */
  readonly underWhite: number
  /** its green alone */
  readonly greenUnderWhite: number
  readonly clipped: PatchLevel['clipped']
  readonly clippedShare: number
  /** not told from the noise of black */
  readonly noise: boolean
}

/** @param values the patch's pixels, three each, white at `RAW_WHITE` */
export function rawPatch(values: ArrayLike<number>, [red, blue]: RawPicture['balance']): RawPatch {
  if (values.length < 3 || values.length % 3 !== 0)
    throw new RangeError('values must hold at least one whole pixel')
  const pixels = values.length / 3
  const full = [0, 0, 0]
  const light = new Float64Array(pixels)
  const green = new Float64Array(pixels)
  let [sum, sum2, clipped] = [0, 0, 0]
  for (let i = 0; i < values.length; i += 3) {
    let any = false
    for (let channel = 0; channel < 3; channel++) {
      const value = values[i + channel]!
      if (value < FULL) continue
      full[channel]!++
      any = true
    }
    const [r, g, b] = [
      values[i]! / RAW_WHITE,
      values[i + 1]! / RAW_WHITE,
      values[i + 2]! / RAW_WHITE
    ]
    light[i / 3] = (WEIGHTS[0] * r) / red + WEIGHTS[1] * g + (WEIGHTS[2] * b) / blue
    green[i / 3] = g
    sum += g
    sum2 += g ** 2
    if (any) clipped++
  }
  const mean = sum / pixels
  const spread = Math.sqrt(Math.max(0, sum2 / pixels - mean ** 2))
  return {
    underWhite: Math.log2(middleMean(light)),
    greenUnderWhite: Math.log2(middleMean(green)),
    clipped: { r: full[0]! / pixels, g: full[1]! / pixels, b: full[2]! / pixels },
    clippedShare: clipped / pixels,
    // A dark patch that its own grain outweighs holds half of black's noise, cut off at 0.
    noise: mean <= spread && mean < DARK
  }
}

export interface RawGrey {
  /** mid-grey under white, stops */
  readonly stops: number
  readonly uncertaintyStops: number
  readonly from: 'measured' | 'other-iso' | 'nominal'
}

/** Where mid-grey lies in a camera's raw files at an ISO, by the nearest that was measured. */
export function rawGreyOf({ rawGrey }: CameraFiles, isoStops: number): RawGrey {
  const nearest = [...rawGrey].sort(
    (a, b) => Math.abs(a.isoStops - isoStops) - Math.abs(b.isoStops - isoStops)
  )[0]
  if (!nearest)
    return { stops: NOMINAL_RAW_GREY, uncertaintyStops: NOMINAL_UNCERTAINTY, from: 'nominal' }
  const { stops, uncertaintyStops } = nearest
  return Math.abs(nearest.isoStops - isoStops) < 0.1
    ? { stops, uncertaintyStops, from: 'measured' }
    : {
        stops,
        uncertaintyStops: Math.hypot(uncertaintyStops, OTHER_ISO_UNCERTAINTY),
        from: 'other-iso'
      }
}

/** The deepest level a raw file is asked for: sixteen bits hold no more. */
const DEEPEST = -14

/** Level of a patch of a raw file, stops against mid-grey. */
export function rawLevel(
  { underWhite, clipped, clippedShare, noise }: RawPatch,
  grey: RawGrey
): PatchLevel {
  const level = Math.max(DEEPEST, underWhite - grey.stops)
  return {
    level,
    limit: clippedShare > LEFT_OUT ? 'at-least' : noise ? 'at-most' : 'exact',
    clipped,
    clippedShare,
    uncertaintyStops: Math.hypot(grey.uncertaintyStops, LEAST_UNCERTAINTY),
    doubt: null,
    by: 'raw'
  }
}

/**
 * Where mid-grey lies, by a grey card the camera's meter called right.
 * @param offStops by how much the exposure was above what the meter called right
 */
export const greyFromCard = ({ underWhite }: RawPatch, offStops = 0): number =>
  underWhite - offStops

/** A marked patch of a frame: which pixels it covers, and its level. */
import { CLIP_LEVEL } from '../ambient/blackScale'
import type { ToneCurve } from '../kit/cameraFiles'
import { CLIP_VALUE, luminanceBy } from './analyse'
import { decodingOf, type Gamut } from './gamut'
import { LEFT_OUT, middleMean } from './middle'
import { GREY, levelBehind, withoutCurve } from './toneCurve'

export interface PixelRect {
  readonly left: number
  readonly top: number
  readonly size: number
}
/**
 * Square of pixels of a round patch's size, wholly within the picture, however large or near the
 * edge it was marked.
 * @param width,height of the picture, pixels ≥ 1
 * @param x,y centre, shares of width and height
 * @param radius share of the width
 */
export function patchRect(
  width: number,
  height: number,
  x: number,
  y: number,
  radius: number
): PixelRect {
  const wanted = Math.max(1, Math.round(radius * width * Math.SQRT2))
  const size = Math.min(wanted, width, height)
  const inside = (centre: number, all: number): number =>
    Math.min(all - size, Math.max(0, Math.round(centre * all - size / 2)))
  return { left: inside(x, width), top: inside(y, height), size }
}

/** Shares of a patch's pixels, by channel. */
export interface ChannelShares {
  readonly r: number
  readonly g: number
  readonly b: number
}

export interface PatchLevel {
  /** level of the middle half of its pixels, stops against mid-grey; never under the floor of what it was read from */
  readonly level: number
  /** a clipped patch is at least this bright, one at the file's floor at most */
  readonly limit: 'exact' | 'at-least' | 'at-most'
  /** pixels clipped in any channel */
  readonly clippedShare: number
  readonly clipped: ChannelShares
  /** ±, stops */
  readonly uncertaintyStops: number
  /** why it is less sure than usual */
  readonly doubt: 'saturated' | 'not-stated' | 'beyond-curve' | null
  /** read from a JPEG as it is, from one whose tone curve is known, or from the raw file */
  readonly by: 'jpeg' | 'curve' | 'raw'
}

/**
 * Below this an 8-bit file tells nothing more: value 1 of 255 is level −9.2, rounding makes it
 * uncertain from −8 on.
 */
export const FLOOR_LEVEL = -8
/** The camera's tone curve bends what lies far from mid-grey; practice. */
export const PATCH_UNCERTAINTY = 0.3
/** A colour at the edge of what a file holds, or of primaries nobody states; from memory. */
const DOUBT_UNCERTAINTY = 1
/** No patch is evener than this. */
const LEAST_UNCERTAINTY = 0.05
/** A channel at nothing while another has this much: a colour the file cannot hold. */
const [NOTHING, SOMETHING] = [1, 50]
/** Share of a patch from which its colour counts as saturated. */
const MOST_SHARE = 0.05

/** What an 8-bit patch is sure of. */
function sureness(
  shownStops: number,
  saturatedShare: number,
  gamut: Gamut,
  curve: ToneCurve
): Pick<PatchLevel, 'uncertaintyStops' | 'doubt' | 'by'> {
  const by = curve.length < 2 ? 'jpeg' : 'curve'
  if (gamut === 'not-stated') return { uncertaintyStops: DOUBT_UNCERTAINTY, doubt: gamut, by }
  if (saturatedShare > MOST_SHARE)
    return { uncertaintyStops: DOUBT_UNCERTAINTY, doubt: 'saturated', by }
  if (by === 'jpeg') return { uncertaintyStops: PATCH_UNCERTAINTY, doubt: null, by }
  const { uncertaintyStops, beyond } = levelBehind(curve, shownStops)
  return {
    uncertaintyStops: Math.min(DOUBT_UNCERTAINTY, Math.max(LEAST_UNCERTAINTY, uncertaintyStops)),
    doubt: beyond ? 'beyond-curve' : null,
    by
  }
}

/**
 * Level of a patch of an 8-bit picture.
 * @param rgba the patch's pixels, RGBA bytes, in the gamut's own numbers
 * @param curve the camera's tone curve; empty where it is not known
 */
export function patchLevel(
  rgba: ArrayLike<number>,
  gamut: Gamut = 'srgb',
  curve: ToneCurve = []
): PatchLevel {
  if (rgba.length < 4 || rgba.length % 4 !== 0)
    throw new RangeError('rgba must hold at least one whole pixel')
  const shown = decodingOf(gamut)
  const known = withoutCurve(shown, curve)
  const behind = (stops: number): number =>
    curve.length < 2 ? stops : levelBehind(curve, stops).stops
  const full = { r: 0, g: 0, b: 0 }
  const pixels = rgba.length / 4
  const light = new Float64Array(pixels)
  const shownLight = new Float64Array(pixels)
  let [clipped, saturated] = [0, 0]
  for (let i = 0; i < rgba.length; i += 4) {
    const [r, g, b] = [rgba[i]!, rgba[i + 1]!, rgba[i + 2]!]
    light[i / 4] = luminanceBy(known, r, g, b)
    shownLight[i / 4] = luminanceBy(shown, r, g, b)
    const most = Math.max(r, g, b)
    if (most >= CLIP_VALUE) {
      clipped++
      if (r >= CLIP_VALUE) full.r++
      if (g >= CLIP_VALUE) full.g++
      if (b >= CLIP_VALUE) full.b++
    }
    if (most >= SOMETHING && Math.min(r, g, b) <= NOTHING) saturated++
  }
  const shownStops = Math.log2(middleMean(shownLight) / GREY)
  const clippedShare = clipped / pixels
  const sure = {
    clippedShare,
    clipped: { r: full.r / pixels, g: full.g / pixels, b: full.b / pixels },
    ...sureness(Math.max(shownStops, FLOOR_LEVEL), saturated / pixels, gamut, curve)
  }
  if (shownStops <= FLOOR_LEVEL) return { level: behind(FLOOR_LEVEL), limit: 'at-most', ...sure }
  return {
    level: Math.min(Math.log2(middleMean(light) / GREY), behind(CLIP_LEVEL)),
    limit: clippedShare > LEFT_OUT ? 'at-least' : 'exact',
    ...sure
  }
}

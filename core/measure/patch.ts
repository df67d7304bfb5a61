/** A marked patch of a frame: which pixels it covers, and its level. */
import { CLIP_LEVEL } from '../ambient/blackScale'
import { CLIP_VALUE, luminanceBy } from './analyse'
import { decodingOf, type Gamut } from './gamut'

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

export interface PatchLevel {
  /** mean level, stops against mid-grey; never under `FLOOR_LEVEL` */
  readonly level: number
  /** a clipped patch is at least this bright, one at the file's floor at most */
  readonly limit: 'exact' | 'at-least' | 'at-most'
  readonly clippedShare: number
  /** ±, stops */
  readonly uncertaintyStops: number
  /** why it is less sure than usual */
  readonly doubt: 'saturated' | 'not-stated' | null
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
/** A channel at nothing while another has this much: a colour the file cannot hold. */
const [NOTHING, SOMETHING] = [1, 50]
/** Shares of a patch from which it counts as clipped, or saturated. */
const MOST_SHARE = 0.05

/**
 * Level of a patch.
 * @param rgba the patch's pixels, RGBA bytes, in the gamut's own numbers
 */
export function patchLevel(rgba: ArrayLike<number>, gamut: Gamut = 'srgb'): PatchLevel {
  if (rgba.length < 4 || rgba.length % 4 !== 0)
    throw new RangeError('rgba must hold at least one whole pixel')
  const decoding = decodingOf(gamut)
  let [sum, clipped, saturated] = [0, 0, 0]
  for (let i = 0; i < rgba.length; i += 4) {
    const [r, g, b] = [rgba[i]!, rgba[i + 1]!, rgba[i + 2]!]
    sum += luminanceBy(decoding, r, g, b)
    const most = Math.max(r, g, b)
    if (most >= CLIP_VALUE) clipped++
    if (most >= SOMETHING && Math.min(r, g, b) <= NOTHING) saturated++
  }
  const pixels = rgba.length / 4
  const level = Math.log2(sum / pixels / 0.18)
  const clippedShare = clipped / pixels
  const doubt =
    gamut === 'not-stated' ? 'not-stated' : saturated / pixels > MOST_SHARE ? 'saturated' : null
  const sure = {
    clippedShare,
    doubt,
    uncertaintyStops: doubt ? DOUBT_UNCERTAINTY : PATCH_UNCERTAINTY
  } as const
  if (level <= FLOOR_LEVEL) return { level: FLOOR_LEVEL, limit: 'at-most', ...sure }
  return {
    level: Math.min(level, CLIP_LEVEL),
    limit: clippedShare > MOST_SHARE ? 'at-least' : 'exact',
    ...sure
  }
}

/** What water is, by how much more of a light is lost on a longer way through it. */
import { AS_DAYLIGHT, balanced, type Rgb } from '../colour/balance'
import type { Spectrum } from '../colour/bands'
import { through } from '../colour/light'
import { xyzOf } from '../colour/observer'
import { throughMedium, WATERS, type Water, type WaterName } from './water'

/** How well a patch of a frame is read, stops; common practice, no source. */
const READ_WITHIN = 0.03
/** Another kind of water must explain it so much better to be named, stops. */
const BETTER_BY = 0.05
const MOST_PER_M = 10

/** The same light after a short way and after a long one. */
export interface TwoWays {
  /** the light before either way, in such water, [BANDS] */
  readonly light: (water: Water) => Spectrum
  readonly shortM: number
  readonly longM: number
  /** what water took on the long way beyond the short one: red, green, blue in stops, ≤ 0 but for
   * errors; not finite where a channel showed nothing */
  readonly lost: Rgb
}

export interface WaterFit {
  readonly water: WaterName
  readonly extraPerM: number
  /** what the extra figure is good to, as patches are read, 1/m */
  readonly plusMinus: number
  /** what such water leaves unexplained, stops, the mean of the channels that showed something */
  readonly offStops: number
}

const logs = (light: Spectrum): Rgb =>
  balanced(xyzOf(light), AS_DAYLIGHT).map((value) => Math.log2(value)) as unknown as Rgb

function lostIn(water: Water, { light, shortM, longM }: TwoWays): Rgb {
  const before = light(water)
  const near = logs(through(before, throughMedium(water, shortM)))
  const far = logs(through(before, throughMedium(water, longM)))
  return far.map((value, k) => value - near[k]!) as unknown as Rgb
}

/** Mean square of what is unexplained; channels that a screen shows nothing of say nothing. */
function unexplained(water: Water, ways: TwoWays): number {
  const found = lostIn(water, ways)
  const squares = ways.lost
    .map((lost, k) => (lost - found[k]!) ** 2)
    .filter((square) => Number.isFinite(square))
  return squares.length === 0
    ? Infinity
    : squares.reduce((sum, square) => sum + square, 0) / squares.length
}

const SHRINK = (Math.sqrt(5) - 1) / 2
/** The extra figure that leaves least unexplained: the best of a coarse row, then by golden section. */
function best(water: Water, ways: TwoWays): WaterFit {
  const off = (extraPerM: number): number => unexplained({ ...water, extraPerM }, ways)
  const row = Array.from({ length: 41 }, (_, i) => MOST_PER_M * (i / 40) ** 2)
  const at = row.map(off).reduce((low, value, i, all) => (value < all[low]! ? i : low), 0)
  let [low, high] = [row[Math.max(0, at - 1)]!, row[Math.min(40, at + 1)]!]
  while (high - low > 1e-5) {
    const [a, b] = [high - SHRINK * (high - low), low + SHRINK * (high - low)]
    if (off(a) <= off(b)) high = b
    else low = a
  }
  const extraPerM = (low + high) / 2
  const step = 0.01
  const [here, there] = [extraPerM, extraPerM + step].map((extra) =>
    lostIn({ ...water, extraPerM: extra }, ways)
  ) as [Rgb, Rgb]
  const slopes = here
    .map((value, k) => (there[k]! - value) / step)
    .filter((slope, k) => Number.isFinite(slope) && Number.isFinite(ways.lost[k]!))
  return {
    water: water.water,
    extraPerM,
    plusMinus: (READ_WITHIN * Math.SQRT2) / Math.hypot(...slopes),
    offStops: Math.sqrt(off(extraPerM))
  }
}

/**
 * The water that takes of a light what was seen to be lost.
 * @param like its kind, its depth, and what is thought to be in it: kept unless another explains it
 *   clearly better
 * @throws RangeError when the long way is not the longer
 * Source: Beer–Lambert law band by band; least squares over the three channels.
 */
export function fitWater(like: Water, ways: TwoWays): WaterFit {
  if (!(ways.longM > ways.shortM)) throw new RangeError('longM must be above shortM')
  const own = best(like, ways)
  return WATERS.filter((water) => water !== like.water)
    .map((water) => best({ ...like, water }, ways))
    .reduce((kept, next) => (next.offStops < kept.offStops - BETTER_BY ? next : kept), own)
}

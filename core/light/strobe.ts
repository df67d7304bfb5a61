/**
 * A strobe as a point; how long its flash lasts, how soon and how often it fires.
 */
import { positive } from '../guard'
import { halfTime, tenthTime, type Pulse } from './pulse'

/**
 * f-number that exposes an 18 % card rightly: N = GN·√(p·S/100)/d.
 * @param guideNumberM metres at ISO 100, full power
 * @param power share of full, 0 < p ≤ 1
 * @param distanceM strobe to subject, metres
 * Source: definition of the guide number (ISO 1230).
 */
export const fNumberFromGuide = (
  guideNumberM: number,
  power: number,
  iso: number,
  distanceM: number
): number =>
  (positive(guideNumberM, 'guideNumberM') *
    Math.sqrt((positive(power, 'power') * positive(iso, 'iso')) / 100)) /
  positive(distanceM, 'distanceM')

/**
 * A head's guide number under water over that in air, where only one is known: a third to a half, the
 * loss by the water itself left out. Source: common practice, no source.
 */
export const WATER_SHARE = 0.4
/** The guide number in air that the rule makes of one under water, m. */
export const airFromWater = (guideNumberWaterM: number): number =>
  Number((positive(guideNumberWaterM, 'guideNumberWaterM') / WATER_SHARE).toPrecision(4))

/** Output at 1 m, f/1, ISO 100, stops: 2·log2 GN. */
export const guideStops = (guideNumberM: number): number =>
  2 * Math.log2(positive(guideNumberM, 'guideNumberM'))

/**
 * What a distance gives against 1 m, stops: −2·log2(d / 1000 mm). Half the distance is two stops
 * more.
 */
export const distanceStops = (distanceMm: number): number =>
  -2 * Math.log2(positive(distanceMm, 'distanceMm') / 1000)

export interface DurationPoint {
  /** stops below full, ≤ 0 */
  readonly powerStops: number
  /** seconds, flash above 10 % of its peak */
  readonly t01: number
}

export const HEAD_CLASSES = ['hot-shoe', 'studio', 'under-water'] as const
export type HeadClass = (typeof HEAD_CLASSES)[number]

/**
 * Shortest t0.1 a quenched head of each class is believed capable of, s, where nothing better is
 * known: an estimate, right to a factor of 2. Source: common practice, no source.
 */
const SHORTEST_T01_S: Readonly<Record<HeadClass, number>> = {
  'hot-shoe': 1 / 20000,
  studio: 1 / 10000,
  'under-water': 1 / 20000
}

/** What a head's flash durations follow from. */
export interface FlashTiming {
  readonly headClass: HeadClass
  readonly quench: 'quenched' | 'voltage'
  /** t0.1 at full power, s */
  readonly t01FullS: number
  /** shortest t0.1 it can do, s; null: not known, that of its class */
  readonly shortestT01S: number | null
  /** t0.1 at powers where it is known */
  readonly durations: readonly DurationPoint[]
  /** typical: of its class, not of this head */
  readonly durationsFrom: 'typical' | 'stated' | 'measured'
}

/** One sum asks for the same few flashes a dozen times; a head is never changed in place. */
const PULSES = new WeakMap<FlashTiming, Map<number, Pulse>>()
const MOST_PULSES = 256

/**
 * The flash at a power. With a table: its t0.1 there by log–log interpolation, held at the table's
 * ends. Without one a quenched head ends an exponential when the share p of its energy is out, at
 * −τ·ln(1 − p), but never before the shortest it is capable of; a voltage-controlled one is taken at
 * its full-power duration.
 * @param powerStops stops below full, ≤ 0
 * Source: RC discharge model; table figures are the maker's or the user's.
 */
export function pulseOf(powerStops: number, timing: FlashTiming): Pulse {
  let known = PULSES.get(timing)
  if (!known) PULSES.set(timing, (known = new Map()))
  let pulse = known.get(powerStops)
  if (!pulse) {
    if (known.size >= MOST_PULSES) known.clear()
    known.set(powerStops, (pulse = workOutPulse(powerStops, timing)))
  }
  return pulse
}

function workOutPulse(powerStops: number, timing: FlashTiming): Pulse {
  const { durations, quench } = timing
  const fullS = durations.length > 0 ? durationIn(0, durations) : timing.t01FullS
  const tauS = positive(fullS, 't01FullS') / Math.LN10
  if (durations.length > 0) {
    const t01 = durationIn(powerStops, durations)
    return quench === 'quenched' && t01 < fullS * (1 - 1e-9)
      ? { tauS, endS: t01 }
      : { tauS: t01 / Math.LN10, endS: Infinity }
  }
  const share = 2 ** powerStops
  if (quench === 'voltage' || share >= 1 - 1e-9) return { tauS, endS: Infinity }
  const shortest = timing.shortestT01S ?? SHORTEST_T01_S[timing.headClass]
  return { tauS, endS: Math.max(Math.min(shortest, fullS), -tauS * Math.log1p(-share)) }
}

/** Flash duration t0.1 at a power, seconds. */
export const flashDuration = (powerStops: number, timing: FlashTiming): number =>
  tenthTime(pulseOf(powerStops, timing))

/**
 * Flash duration t0.5 at a power, seconds. A table gives t0.1 only, of which a third is taken.
 * Source: t0.1 ≈ 3·t0.5 is common practice, no source.
 */
export const flashHalfDuration = (powerStops: number, timing: FlashTiming): number =>
  timing.durations.length > 0
    ? flashDuration(powerStops, timing) / 3
    : halfTime(pulseOf(powerStops, timing))

/**
 * By what factor a duration may be off, ≥ 1: 2 where it is an estimate (no table of this head, and
 * not its full power), else 1. Source: common practice, no source.
 */
export function durationFactor(powerStops: number, timing: FlashTiming): number {
  if (timing.durations.length > 0) return timing.durationsFrom === 'typical' ? 2 : 1
  return powerStops > -1e-9 ? 1 : 2
}

function durationIn(powerStops: number, table: readonly DurationPoint[]): number {
  let low: DurationPoint | null = null
  let high: DurationPoint | null = null
  for (const point of table) {
    if (point.powerStops <= powerStops && (!low || point.powerStops > low.powerStops)) low = point
    if (point.powerStops >= powerStops && (!high || point.powerStops < high.powerStops))
      high = point
  }
  if (!low || !high || low === high) return (low ?? high)!.t01
  const share = (powerStops - low.powerStops) / (high.powerStops - low.powerStops)
  return low.t01 * (high.t01 / low.t01) ** share
}

/** What a head's charge gives. */
export interface Supply {
  /** s between flashes at full power */
  readonly recycleFullS: number
  /** shortest time between flashes, s */
  readonly leastRecycleS: number
  /** runs on mains: no charge to count */
  readonly onMains: boolean
  /** flashes a charge gives at full power */
  readonly flashesFull: number
  /** most flashes a charge gives, however weak; null: not known */
  readonly mostFlashes: number | null
}

/**
 * Recycle time at a power, s: proportional to the energy used, never below the head's least.
 * Source: common practice for quenched heads, no source.
 */
export const recycleSeconds = (powerStops: number, supply: Supply): number =>
  Math.max(supply.leastRecycleS, supply.recycleFullS * 2 ** powerStops)

/** As many flashes as are ever counted: more than any charge gives, so heads on mains. */
export const UNCOUNTED = 1e9

/** Cap on flashes per charge where the head's is not known, times those at full power: from memory. */
const MOST_TIMES = 20

/**
 * Flashes per charge at a power, by the same proportion; the charge also runs the head itself, so
 * their number has a cap. Infinity on mains.
 */
export const flashesPerCharge = (powerStops: number, supply: Supply): number =>
  supply.onMains
    ? Infinity
    : Math.floor(
        Math.min(
          supply.mostFlashes ?? supply.flashesFull * MOST_TIMES,
          positive(supply.flashesFull, 'flashesFull') * 2 ** -powerStops
        ) + 1e-9
      )

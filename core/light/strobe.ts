/**
 * A strobe as a point, and how long its flash lasts.
 */
import { notNegative, positive } from '../guard'

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

/**
 * Flash duration t0.1 at a power. With a table: log–log interpolation, held at its ends. Without
 * one, a quenched head cuts an exponential off early: t = −τ·ln(1 − p·(1 − 0.1)), which gives t0.1
 * = τ·ln 10 at full and shrinks with p. A voltage-controlled head without a table is taken at its
 * full-power duration, which is flagged by the caller.
 * @returns seconds
 * Source: RC discharge model; table figures are the maker's or the user's.
 */
export function flashDuration(
  powerStops: number,
  t01Full: number,
  quench: 'quenched' | 'voltage',
  table: readonly DurationPoint[]
): number {
  positive(t01Full, 't01Full')
  if (table.length > 0) return interpolateDuration(powerStops, table)
  if (quench === 'voltage') return t01Full
  const tau = t01Full / Math.LN10
  return -tau * Math.log(1 - 0.9 * 2 ** Math.min(0, powerStops))
}

/**
 * Flash duration t0.5 at a power, seconds. From the model: an exponential is above half its peak
 * for τ·ln 2, unless it is cut off before; a table gives t0.1 only, of which a third is taken.
 * Source: RC discharge model; t0.1 ≈ 3·t0.5 is common practice, no source.
 */
export function flashHalfDuration(
  powerStops: number,
  t01Full: number,
  quench: 'quenched' | 'voltage',
  table: readonly DurationPoint[]
): number {
  const t01 = flashDuration(powerStops, t01Full, quench, table)
  if (table.length > 0) return t01 / 3
  return Math.min(t01, (t01Full / Math.LN10) * Math.LN2)
}

function interpolateDuration(powerStops: number, table: readonly DurationPoint[]): number {
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

/**
 * Recycle time at a power: proportional to the energy used. Source: common practice for quenched
 * heads, no source.
 */
export const recycleSeconds = (powerStops: number, fullSeconds: number): number =>
  notNegative(fullSeconds, 'fullSeconds') * 2 ** powerStops

/** Flashes per charge at a power, by the same proportion. */
export const flashesPerCharge = (powerStops: number, atFull: number): number =>
  Math.floor(positive(atFull, 'atFull') * 2 ** -powerStops)

/**
 * Heads by class: what a new one starts from, and its flash durations as soon as one is known.
 * Tables are typical of the class, right to a factor of 2. Source: common practice, no source.
 */
import { flashDuration, type DurationPoint, type HeadClass } from '../light/strobe'
import type { Strobe } from './kit'

export const HEAD_STARTS = ['hot-shoe', 'studio', 'voltage', 'under-water'] as const
export type HeadStart = (typeof HEAD_STARTS)[number]

/** t0.1 at full power and each whole stop below it, as 1/x s. */
const table = (...divisors: number[]): DurationPoint[] =>
  divisors.map((divisor, k) => ({ powerStops: 0 - k, t01: 1 / divisor }))

type TypicalOf = Pick<
  Strobe,
  | 'headClass'
  | 'quench'
  | 't01FullS'
  | 'durations'
  | 'durationsFrom'
  | 'recycleFullS'
  | 'leastRecycleS'
  | 'onMains'
  | 'flashesFull'
  | 'highSpeedSync'
>
const start = (
  headClass: HeadClass,
  quench: Strobe['quench'],
  durations: DurationPoint[],
  rest: Pick<Strobe, 'recycleFullS' | 'flashesFull' | 'highSpeedSync'> &
    Partial<Pick<Strobe, 'onMains'>>
): TypicalOf => ({
  headClass,
  quench,
  t01FullS: durations[0]!.t01,
  durations,
  durationsFrom: 'typical',
  leastRecycleS: 0.1,
  onMains: false,
  ...rest
})

/** What is typical of each class, until the user knows better. */
export const TYPICAL: Readonly<Record<HeadStart, TypicalOf>> = {
  'hot-shoe': start(
    'hot-shoe',
    'quenched',
    table(300, 1000, 2000, 3500, 5500, 8000, 11000, 16000),
    { recycleFullS: 3, flashesFull: 150, highSpeedSync: true }
  ),
  studio: start('studio', 'quenched', table(450, 900, 1600, 2500, 3600, 5000, 6500, 8000), {
    recycleFullS: 1,
    flashesFull: 400,
    highSpeedSync: false
  }),
  voltage: start('studio', 'voltage', table(800, 680, 580, 500, 420, 350), {
    recycleFullS: 1.2,
    onMains: true,
    flashesFull: 400,
    highSpeedSync: false
  }),
  'under-water': start('under-water', 'quenched', table(300, 1000, 2000, 3500, 5500, 8000, 11000), {
    recycleFullS: 2,
    flashesFull: 200,
    highSpeedSync: false
  })
}

export const headStartOf = ({
  headClass,
  quench
}: Pick<Strobe, 'headClass' | 'quench'>): HeadStart =>
  quench === 'voltage' ? 'voltage' : headClass

/** What the schema holds of a duration, s, and of a table's length. */
const KEPT = { shortest: 1e-6, longest: 1, rows: 24 }

/**
 * The strobe with a duration known at a power. In a table of its own the point joins or replaces
 * the one there; an estimate (typical table or model) is moved as a whole to run through it.
 * @param powerStops stops below full, ≤ 0
 * @param t01 seconds
 */
export function withOwnDuration(strobe: Strobe, powerStops: number, t01: number): Strobe {
  const own = { powerStops, t01 }
  const estimated = strobe.durations.length === 0 || strobe.durationsFrom === 'typical'
  const ratio = t01 / flashDuration(powerStops, strobe)
  const points = strobe.durations.length
    ? strobe.durations
    : Array.from({ length: 8 }, (_, k) => ({
        powerStops: 0 - k,
        t01: flashDuration(-k, strobe)
      }))
  const moved = points.map((point) => ({
    ...point,
    t01: estimated ? Math.min(KEPT.longest, Math.max(KEPT.shortest, point.t01 * ratio)) : point.t01
  }))
  return {
    ...strobe,
    durationsFrom: 'measured',
    durations: [...moved.filter((each) => Math.abs(each.powerStops - powerStops) > 1e-6), own]
      .sort((a, b) => b.powerStops - a.powerStops)
      .slice(0, KEPT.rows)
  }
}

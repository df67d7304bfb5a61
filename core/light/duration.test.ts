// checks: flash (by walking the discharge)
// checks: flash cut by a shutter (by walking the discharge)
// checks: t0.5
// checks: recycle, charge
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { cutStops, shareUntil, type Pulse } from './pulse'
import {
  durationFactor,
  flashDuration,
  flashesPerCharge,
  flashHalfDuration,
  pulseOf,
  recycleSeconds,
  type FlashTiming
} from './strobe'

const timing = (part: Partial<FlashTiming> = {}): FlashTiming => ({
  headClass: 'hot-shoe',
  quench: 'quenched',
  t01FullS: 1 / 300,
  shortestT01S: null,
  durations: [],
  durationsFrom: 'stated',
  ...part
})
const TABLE = [
  { powerStops: 0, t01: 1 / 200 },
  { powerStops: -6, t01: 1 / 12800 }
]
/** Light given out until a time, by walking the pulse in small steps: shares no code with it. */
function walked({ tauS, endS }: Pulse, until: number): number {
  const last = Math.min(endS, 40 * tauS)
  const steps = 40000
  let all = 0
  let before = 0
  for (let i = 0; i < steps; i++) {
    const t = ((i + 0.5) * last) / steps
    const light = 10 ** (-t / (tauS * Math.log(10)))
    all += light
    if (t < until) before += light
  }
  return before / all
}

describe('flash duration', () => {
  // RC discharge: t0.1 / t0.5 = ln 10 / ln 2 = 3.32.
  test('at full power t0.1 is the kit’s, t0.5 is t0.1 / 3.32', () => {
    expect(flashDuration(0, timing())).toBeCloseTo(1 / 300, 12)
    expect(flashDuration(0, timing()) / flashHalfDuration(0, timing())).toBeCloseTo(3.32, 2)
  })
  test('a table is interpolated log–log and held at its ends; a third of it is t0.5', () => {
    expect(flashDuration(-3, timing({ durations: TABLE }))).toBeCloseTo(1 / 1600, 9)
    const voltage = timing({ durations: TABLE, quench: 'voltage' })
    expect(flashDuration(-9, voltage)).toBeCloseTo(1 / 12800, 9)
    expect(flashDuration(0, voltage)).toBeCloseTo(1 / 200, 9)
    expect(flashHalfDuration(-6, voltage)).toBeCloseTo(1 / 38400, 9)
  })
  test('a voltage-controlled head without a table keeps its full-power duration', () =>
    expect(flashDuration(-5, timing({ quench: 'voltage', t01FullS: 1 / 900 }))).toBeCloseTo(
      1 / 900,
      12
    ))
  test('property: a quenched flash ends when the share of its energy is out', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: -0.1, noNaN: true }), (power) => {
        const { tauS, endS } = pulseOf(power, timing({ shortestT01S: 1e-6 }))
        expect(walked({ tauS, endS: Infinity }, endS)).toBeCloseTo(2 ** power, 3)
      }),
      { numRuns: 15 }
    )
  })
  test('property: never longer at less power, never below the floor', () => {
    fc.assert(
      fc.property(fc.double({ min: -12, max: -0.1, noNaN: true }), (power) => {
        const short = flashDuration(power, timing())
        expect(short).toBeLessThanOrEqual(flashDuration(power + 0.1, timing()) + 1e-12)
        expect(short).toBeGreaterThanOrEqual(1 / 20000 - 1e-12)
      })
    )
  })
  // Common practice, no source: 1/20 000 s for hot-shoe heads, 1/10 000 s for quenched studio heads.
  test.each([
    ['hot-shoe', 20000],
    ['studio', 10000]
  ] as const)(
    '%s at 1/128 without a table: the floor of its class, not 1/98 000 s',
    (headClass, x) => expect(1 / flashDuration(-7, timing({ headClass }))).toBeCloseTo(x, 6)
  )
  test('a head that says its shortest flash keeps to that', () =>
    expect(1 / flashDuration(-7, timing({ shortestT01S: 1 / 40000 }))).toBeCloseTo(40000, 6))
  test('an estimate is right to a factor of 2; a table of the head, and full power, are taken as they are', () => {
    expect(durationFactor(-3, timing())).toBe(2)
    expect(durationFactor(0, timing())).toBe(1)
    expect(durationFactor(-3, timing({ durations: TABLE }))).toBe(1)
    expect(durationFactor(-3, timing({ durations: TABLE, durationsFrom: 'typical' }))).toBe(2)
  })
})

describe('a shutter that closes on a flash', () => {
  // Exponential decay: t0.1 as long as the shutter leaves 90 %; 1/300 against 1/500 75 %.
  test('t0.1 as long as the shutter loses a tenth, 1/300 at 1/500 a quarter', () => {
    const full = pulseOf(0, timing())
    expect(cutStops(full, 1 / 300)).toBeCloseTo(Math.log2(0.9), 9)
    expect(cutStops(full, 1 / 500)).toBeCloseTo(-0.42, 2)
    expect(cutStops(full, 1 / 30)).toBe(0)
  })
  test('a quenched flash that has ended loses nothing', () =>
    expect(cutStops(pulseOf(-3, timing()), 1 / 4000)).toBe(0))
  test('cut in its middle a quenched flash loses about a stop: an exponential would be 0.45 too bright', () => {
    const short = pulseOf(-5, timing())
    const half = short.endS / 2
    expect(cutStops(short, half)).toBeCloseTo(-1, 1)
    expect(Math.log2(1 - 10 ** -0.5) - cutStops(short, half)).toBeGreaterThan(0.4)
  })
  test('property: the share is what walking the pulse gives', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -6, max: 0, noNaN: true }),
        fc.double({ min: 0.05, max: 1.5, noNaN: true }),
        fc.boolean(),
        (power, part, tabled) => {
          const pulse = pulseOf(power, timing(tabled ? { durations: TABLE } : {}))
          const until = part * Math.min(pulse.endS, 3 * pulse.tauS)
          expect(shareUntil(pulse, until)).toBeCloseTo(walked(pulse, until), 3)
        }
      ),
      { numRuns: 25 }
    )
  })
})

describe('recycle and charge', () => {
  const supply = {
    recycleFullS: 4,
    leastRecycleS: 0.1,
    onMains: false,
    flashesFull: 150,
    mostFlashes: null
  }
  test('proportional to power', () => {
    expect(recycleSeconds(-3, supply)).toBeCloseTo(0.5, 12)
    expect(flashesPerCharge(-3, supply)).toBe(1200)
  })
  test('no quicker than 0.1 s, or than the kit says', () => {
    expect(recycleSeconds(-7, supply)).toBe(0.1)
    expect(recycleSeconds(-7, { ...supply, leastRecycleS: 0.3 })).toBe(0.3)
  })
  test('no more than 20 times the full-power count, or than the kit says', () => {
    expect(flashesPerCharge(-7, supply)).toBe(3000)
    expect(flashesPerCharge(-7, { ...supply, mostFlashes: 5000 })).toBe(5000)
  })
  test('on mains they do not end', () => {
    expect(flashesPerCharge(0, { ...supply, onMains: true })).toBe(Infinity)
  })
})

// checks: flash duration measured (circular motion, free fall, RC discharge by hand)
/** Flash durations from streaks and from what a leaf shutter cuts off. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { flashDuration } from '../light/strobe'
import { testStrobe } from '../testing'
import type { DurationCalibration } from './calibration'
import { durationByTwo, durationsOf, fallingSpeed, streakSeconds, turningSpeed } from './duration'
import { calibrationResult } from './result'
import { startDurations } from './start'

const strobe = testStrobe({ id: 'head' })
const run = (part: Partial<DurationCalibration>): DurationCalibration => ({
  kind: 'duration',
  startedAt: '2026-11-27T10:00:00.000Z',
  strobeId: 'head',
  way: 'turning',
  turnsPerMinute: 6000,
  radiusMm: 50,
  dropMm: 1000,
  markMm: 2,
  shutterStops: 9,
  rows: [{ powerStops: 0, value: 12, on: true }],
  ...part
})

describe('speeds', () => {
  test('a hundred turns a second at 50 mm: 31.4 m/s', () =>
    expect(turningSpeed(50, 6000)).toBeCloseTo(31_415.9, 0))
  test('fallen one metre: 4.43 m/s, in 0.45 s', () => {
    expect(fallingSpeed(1000)).toBeCloseTo(4429, 0)
    // h = v²/2g and v = g·t: as long as it took.
    expect(fallingSpeed(1000) / 9806.65).toBeCloseTo(0.4516, 3)
  })
  test('a streak is longer than the mark by what it moved', () => {
    expect(streakSeconds(12, 2, 10_000)).toBeCloseTo(1e-3, 9)
    expect(streakSeconds(1, 2, 10_000)).toBe(0)
  })
})

describe('by two frames of a leaf shutter', () => {
  test('t0.1 = the shutter: a tenth is cut off, 0.15 stop; 1/300 s at 1/500 s loses 0.42 stop', () => {
    expect(durationByTwo(1 / 500, -Math.log2(0.9))).toBeCloseTo(1 / 500, 9)
    expect(1 / durationByTwo(1 / 500, 0.42)).toBeCloseTo(300, -1)
  })
  test('property: what an RC discharge loses, summed numerically, gives its duration back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2e-4, max: 1e-2, noNaN: true }),
        fc.double({ min: 2e-4, max: 4e-3, noNaN: true }),
        (t01, seconds) => {
          const tau = t01 / Math.log(10)
          const sum = (until: number): number => {
            const steps = 4000
            let total = 0
            for (let i = 0; i < steps; i++)
              total += Math.exp(-((i + 0.5) * until) / steps / tau) * (until / steps)
            return total
          }
          const lost = Math.log2(sum(14 * tau) / sum(seconds))
          fc.pre(lost > 0.1)
          expect(durationByTwo(seconds, lost) / t01).toBeCloseTo(1, 2)
        }
      ),
      { numRuns: 40 }
    )
  })
  test('nothing lost tells nothing', () => {
    const of = run({ way: 'two-frames', rows: [{ powerStops: 0, value: 0.05, on: true }] })
    expect(durationsOf(of)).toEqual([])
    expect(() => durationByTwo(1 / 500, 0)).toThrow(/lostStops/)
  })
})

describe('adopted', () => {
  test('each mark joins the table; left out and unread ones do not', () => {
    const of = run({
      rows: [
        { powerStops: 0, value: 2 + 31.4159 * 4, on: true },
        { powerStops: -2, value: 2 + 31.4159, on: true },
        { powerStops: -4, value: 3, on: false },
        { powerStops: -6, value: null, on: true }
      ]
    })
    const { after, durations } = calibrationResult('d', of, new Map([['head', strobe]]))!
    expect(durations.map(({ powerStops, t01 }) => [powerStops, Number(t01.toFixed(6))])).toEqual([
      [0, 0.004],
      [-2, 0.001]
    ])
    if (after.kind !== 'strobe') throw new Error('a strobe')
    expect(after.durationsFrom).toBe('measured')
    expect(flashDuration(-2, after)).toBeCloseTo(0.001, 6)
    expect(flashDuration(0, after)).toBeCloseTo(0.004, 6)
  })
  test('a falling mark', () => {
    const of = run({ way: 'falling', rows: [{ powerStops: -3, value: 2 + 4.429, on: true }] })
    expect(durationsOf(of)[0]!.t01).toBeCloseTo(0.001, 5)
  })
  test('rows to begin with: full power and each second stop', () =>
    expect(startDurations(strobe).map(({ powerStops }) => powerStops)).toEqual([0, -2, -4, -6]))
})

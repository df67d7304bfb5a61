/** What a frame was expected to show beside what it showed. */
import { describe, expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { testFrame, testPlan } from '../testing'
import { applyCalibration, calibrate } from './calibrate'
import type { Evidence } from './frame'
import { expectedReading } from './metering'
import { outcomeOf } from './outcome'

const plan = testPlan()
const predicted = ledgerOf(plan).totals.subject!
const judged = (off: number, limit: 'exact' | 'at-least' = 'exact'): Evidence => ({
  kind: 'judged',
  place: 'subject',
  levelStops: predicted + off,
  limit
})
const frame = (evidence: Evidence[]) => ({ ...testFrame(plan, 'f', 'lit'), evidence })

describe('the outcome of a frame', () => {
  test('found against the plan, with its ±', () => {
    const found = outcomeOf(plan, frame([judged(-0.7)]))!
    expect(found.expectedStops).toBeCloseTo(predicted, 6)
    expect(found.foundStops).toBeCloseTo(predicted - 0.7, 6)
    expect(found).toMatchObject({ place: 'subject', uncertaintyStops: 0.5, fits: false })
    expect(outcomeOf(plan, frame([judged(-0.4)]))!.fits).toBe(true)
  })
  test('what the frame taught does not speak for it', () => {
    const shown = frame([judged(-0.7)])
    const after = applyCalibration(plan, calibrate(plan, shown, judged(-0.7), 'c'))
    expect(ledgerOf(after).totals.subject).toBeCloseTo(predicted - 0.7, 3)
    expect(outcomeOf(after, shown)!.expectedStops).toBeCloseTo(predicted, 6)
  })
  test('a limit that is kept fits; a frame nobody judged has no outcome', () => {
    expect(outcomeOf(plan, frame([judged(-2, 'at-least')]))!.fits).toBe(true)
    expect(outcomeOf(plan, frame([judged(2, 'at-least')]))!.fits).toBe(false)
    expect(outcomeOf(plan, frame([]))).toBeNull()
  })
  test('a meter is held against what it should read, as it was held', () => {
    const metering = {
      place: 'subject',
      lights: null,
      isoStops: 0,
      shutterStops: 7,
      receptor: 'dome'
    } as const
    const should = expectedReading(plan, { ...metering, lights: ['A'] })!
    const read = (off: number) =>
      outcomeOf(plan, frame([{ kind: 'meter', ...metering, apertureStops: should + off }]))!
    expect(read(0).foundStops).toBeCloseTo(read(0).expectedStops!, 9)
    expect(read(-0.6).foundStops - read(-0.6).expectedStops!).toBeCloseTo(-0.6, 9)
    expect([read(0.15).fits, read(0.3).fits]).toEqual([true, false])
  })
})

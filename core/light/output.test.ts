/** Marks and high-speed sync as measured: interpolated, and counted everywhere the dial is. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { cellTerms } from '../ledger/cellTerms'
import { ledgerOf } from '../ledger/ledger'
import { moveGroup, withLight } from '../plan/edit'
import { dialMarks } from '../scales/dial'
import { withBestPower } from '../solve/power'
import { testLight, testPlan, testStrobe } from '../testing'
import { highSpeedPenalty, markGiving, markStops, markUncertainty, outputStops } from './output'

const measured = (powerStops: number, stops: number, uncertaintyStops = 0.1) => ({
  powerStops,
  stops,
  uncertaintyStops
})
const bent = testStrobe({ marks: [measured(-6, -0.8), measured(-3, 0.3, 0.2)] })

describe('between marks', () => {
  test('at a measured mark as measured, straight between, as the last beyond, full is right', () => {
    expect(markStops(bent, -3)).toBeCloseTo(0.3, 9)
    expect(markStops(bent, -4.5)).toBeCloseTo(-0.25, 9)
    expect(markStops(bent, -7)).toBeCloseTo(-0.8, 9)
    expect(markStops(bent, -1.5)).toBeCloseTo(0.15, 9)
    expect(markStops(bent, 0)).toBe(0)
    expect(markUncertainty(bent, -4.5)).toBeCloseTo(0.15, 9)
  })
  test('a dial nobody measured says what it says', () => {
    const plain = testStrobe()
    expect(markStops(plain, -4)).toBe(0)
    expect(markUncertainty(plain, -4)).toBeNull()
    expect(markGiving(plain, -3.4).stops).toBeCloseTo(-10 / 3, 9)
  })
  test('property: the mark that gives what is wanted is the nearest of all', () => {
    const tables = fc
      .uniqueArray(fc.integer({ min: -20, max: -1 }), { minLength: 1, maxLength: 8 })
      .chain((at) =>
        fc.tuple(
          fc.constant([...at].sort((a, b) => a - b)),
          fc.array(fc.double({ min: -0.6, max: 0.6, noNaN: true }), {
            minLength: at.length,
            maxLength: at.length
          })
        )
      )
    fc.assert(
      fc.property(tables, fc.double({ min: -9, max: 1, noNaN: true }), ([at, offs], wanted) => {
        const head = testStrobe({ marks: at.map((third, i) => measured(third / 3, offs[i]!)) })
        const best = Math.min(
          ...dialMarks(head.dial).map(({ stops }) => Math.abs(outputStops(head, stops) - wanted))
        )
        const { stops } = markGiving(head, wanted)
        expect(Math.abs(outputStops(head, stops) - wanted)).toBeCloseTo(best, 9)
      })
    )
  })
  test('high-speed sync by shutter', () => {
    const head = testStrobe({
      highSpeedPenaltyStops: 0.5,
      highSpeedLosses: [
        { shutterStops: 9, stops: 0.4, uncertaintyStops: 0.1 },
        { shutterStops: 12, stops: 1, uncertaintyStops: 0.1 }
      ]
    })
    expect(highSpeedPenalty(head, 8)).toBeCloseTo(0.4, 9)
    expect(highSpeedPenalty(head, 11)).toBeCloseTo(0.8, 9)
    expect(highSpeedPenalty(testStrobe(), 11)).toBe(0.5)
  })
})

describe('in the sum', () => {
  const plan = testPlan((p) => {
    p.lights = [testLight({ strobe: bent, powerStops: -6 })]
  })
  const plain = testPlan((p) => {
    p.lights = [testLight({ powerStops: -6 })]
  })
  const subject = (of: typeof plan): number => ledgerOf(of).totals.subject!

  test('a mark that gives less lights less, and its term says so', () => {
    expect(subject(plan) - subject(plain)).toBeCloseTo(-0.8, 6)
    const terms = cellTerms(plan, 'A', 'subject')
    expect(terms.find(({ kind }) => kind === 'mark')!.stops).toBeCloseTo(-0.8, 9)
    expect(terms.reduce((sum, { stops }) => sum + stops, 0)).toBeCloseTo(subject(plan), 6)
    expect(cellTerms(plain, 'A', 'subject').some(({ kind }) => kind === 'mark')).toBe(false)
  })
  test('property: the power suggested is the mark that comes nearest, tried one by one', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: 3, noNaN: true }), (goal) => {
        const asked = {
          ...plan,
          goals: { ...plan.goals, subjectStops: goal, toleranceStops: 0.05 }
        }
        const choice = evaluate(asked).suggestions.A?.choice
        if (!choice) return
        const miss = (powerStops: number): number =>
          Math.abs(subject(withLight(asked, 0, { powerStops })) - goal)
        const best = Math.min(...dialMarks(bent.dial).map(({ stops }) => miss(stops)))
        expect(miss(choice.mark.stops)).toBeCloseTo(best, 6)
      }),
      { numRuns: 60 }
    )
  })
  test('the best power of a bent dial lands where that of a true one does', () => {
    const landed = withBestPower(plan, 0)
    expect(Math.abs(subject(landed) - plan.goals.subjectStops)).toBeLessThanOrEqual(0.2)
  })
  test('a group moved by a stop moves by light, not by what the dial says', () => {
    const grouped = withLight(plan, 0, { group: 'A', powerStops: -3 })
    const moved = moveGroup(grouped, 'A', -1)
    expect(subject(moved) - subject(grouped)).toBeGreaterThan(-1.2)
    expect(subject(moved) - subject(grouped)).toBeLessThan(-0.8)
  })
})

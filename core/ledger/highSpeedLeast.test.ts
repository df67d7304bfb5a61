// checks: least power in high-speed sync (every mark, advice and ways)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { whatIf } from '../advise/whatIf'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { powerMarks } from '../plan/sync'
import { findWays } from '../solve/ways'
import { testPlan, testStrobe } from '../testing'
import { evaluate } from './evaluate'
import { cellTerms } from './cellTerms'

const LEAST = -3
const past = (powerStops: number, shutterStops = 10): Plan =>
  testPlan((p) => {
    p.settings = { ...p.settings, shutterStops, highSpeedSync: true }
    p.lights[0] = {
      ...p.lights[0]!,
      strobe: testStrobe({ highSpeedLeastStops: LEAST }),
      powerStops
    }
  })
const subject = (plan: Plan): number => evaluate(plan).ledger.flash.subject!

describe('a head whose high-speed sync works from 1/8 up', () => {
  test('fires as 1/8 at every lower mark, as set from there on', () => {
    const marks = fc.integer({ min: -21, max: 0 }).map((k) => k / 3)
    fc.assert(
      fc.property(marks, (stops) => {
        const off = subject(past(stops)) - subject(past(0))
        expect(off).toBeCloseTo(Math.max(stops, LEAST), 9)
      }),
      { numRuns: 22 }
    )
    // At sync it is a single flash: every mark counts.
    expect(subject(past(-6, 7)) - subject(past(-3, 7))).toBeCloseTo(-3, 9)
  })

  test('the sum says what truly fires, and that it is not what is set', () => {
    const plan = past(-5)
    const power = cellTerms(plan, 'A', 'subject').find(({ kind }) => kind === 'power')!
    expect(power).toMatchObject({ stops: LEAST, figures: { p: 1 / 8, set: 1 / 32 } })
    expect(evaluate(plan).flags).toContain('fires-stronger')
    expect(evaluate(past(-2)).flags).not.toContain('fires-stronger')
    expect(evaluate(past(-5, 7)).flags).not.toContain('fires-stronger')
  })

  test('no advice names a mark under it', () => {
    const goals = fc.double({ min: -12, max: 4, noNaN: true })
    fc.assert(
      fc.property(goals, (subjectStops) => {
        const plan = { ...past(-4), goals: { ...past(-4).goals, subjectStops } }
        const { choice } = evaluate(plan).suggestions.A!
        expect(choice!.mark.stops).toBeGreaterThanOrEqual(LEAST)
      }),
      { numRuns: 40 }
    )
    expect(powerMarks(past(-4), past(-4).lights[0]!)[0]!.stops).toBe(LEAST)
    expect(whatIf(past(LEAST), 'lights.A.powerStops', -1).to).toBeNull()
    expect(evaluate(past(LEAST)).verdicts.find(({ id }) => id === 'reserve')).toMatchObject({
      state: 'near',
      figures: { down: 0 }
    })
  })

  test('ways past sync keep to it; where it is locked lower, it fires as it fires', () => {
    const bright = past(-4)
    const plan: Plan = {
      ...bright,
      bag: { ...bright.bag, aboveSync: true },
      goals: { ...bright.goals, subjectStops: -6 },
      locks: ['settings.shutterStops', 'settings.highSpeedSync']
    }
    const ways = findWays(plan)
    expect(ways.length).toBeGreaterThan(0)
    for (const { change } of ways)
      expect(change.powers[0] ?? plan.lights[0]!.powerStops).toBeGreaterThanOrEqual(LEAST - 1e-9)
    const held = withLight({ ...plan, locks: [...plan.locks, 'lights.A.powerStops'] }, 0, {
      powerStops: -5
    })
    for (const { change } of findWays(held)) expect(change.powers[0] ?? -5).toBe(-5)
  })
})

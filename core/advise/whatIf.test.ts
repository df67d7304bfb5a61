import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { readingAges } from '../plan/age'
import { testLight, testPlan, testReading, testStrobe } from '../testing'
import { bestAperture, byAperture } from './byAperture'
import { goalsOf, judgeGoals } from '../solve/goals'
import { whatIf } from './whatIf'

describe('what if', () => {
  test('a third of aperture moves subject and depth, and says the dial’s end', () => {
    const plan = testPlan()
    const up = whatIf(plan, 'settings.apertureStops', 1)
    expect(up.to).toBeCloseTo(plan.settings.apertureStops + 1 / 3, 9)
    const subject = up.effects.find((each) => each.id === 'subject')!
    expect(subject.after.value! - subject.before.value!).toBeCloseTo(-1 / 3, 6)
    expect(up.effects.find((each) => each.id === 'depth')).toMatchObject({ changed: true })
    expect(up.effects.find((each) => each.id === 'sync')).toMatchObject({ changed: false })
    const narrowest = { ...plan, settings: { ...plan.settings, apertureStops: 10 } }
    expect(whatIf(narrowest, 'settings.apertureStops', 1)).toMatchObject({
      to: null,
      effects: expect.arrayContaining([expect.objectContaining({ changed: false })])
    })
  })
  test('power steps on its own dial, distance by a third of a stop of light, ND by a stop', () => {
    const plan = testPlan((p) => {
      p.lights[0] = testLight({
        strobe: testStrobe({ dial: { kind: 'levels', count: 7, stopsPerLevel: 1 } }),
        powerStops: -3
      })
    })
    expect(whatIf(plan, 'lights.A.powerStops', 1)).toMatchObject({ from: -3, to: -2 })
    const nearer = whatIf(plan, 'lights.A.at.distanceMm', -1)
    const subject = nearer.effects.find((each) => each.id === 'subject')!
    expect(subject.after.value! - subject.before.value!).toBeGreaterThan(0.2)
    expect(whatIf(plan, 'settings.ndStops', 1)).toMatchObject({ from: 0, to: 1 })
    expect(whatIf(plan, 'settings.ndStops', -1).to).toBeNull()
  })
  test('every effect is what evaluating the stepped plan says', () => {
    const plan = testPlan()
    const after = {
      ...plan,
      settings: { ...plan.settings, shutterStops: plan.settings.shutterStops - 1 / 3 }
    }
    expect(whatIf(plan, 'settings.shutterStops', -1).effects.map((each) => each.after)).toEqual(
      evaluate(after).verdicts
    )
  })
})

describe('goals', () => {
  test('only what is asked is judged, and a wish is marked as one', () => {
    const plan = testPlan((p) => {
      p.goals.wished = ['background']
      p.goals.recycleS = 1
    })
    expect(goalsOf(plan).map((goal) => [goal.id, goal.hard])).toEqual([
      ['subject', true],
      ['background', false],
      ['depth', true],
      ['recycle', true],
      ['sync', true]
    ])
  })
  test('misses are counted in stops or doublings', () => {
    const judged = (change: Parameters<typeof testPlan>[0], id: string) => {
      const plan = testPlan(change)
      return judgeGoals(plan, evaluate(plan)).find((goal) => goal.id === id)!
    }
    // GN 32's recycle of 3 s at full, half power: 1.5 s against 0.75 s is one doubling.
    expect(
      judged((p) => {
        p.lights[0]!.powerStops = -1
        p.goals.recycleS = 0.75
      }, 'recycle')
    ).toMatchObject({ ok: false, value: 1.5, missStops: 1 })
    expect(
      judged((p) => {
        p.settings.isoStops = 3
        p.goals.isoStops = 1
      }, 'iso').missStops
    ).toBeCloseTo(2, 12)
    expect(
      judged((p) => {
        p.subject.sharpDepthMm = 1000
      }, 'depth').ok
    ).toBe(false)
    expect(
      judged((p) => {
        p.goals.keyFill = { stops: 2, toleranceStops: 0.5, over: 'subject', under: 'shadow' }
      }, 'keyFill')
    ).toMatchObject({ ok: false })
    expect(
      judged((p) => {
        p.settings.shutterStops = 10
        p.settings.highSpeedSync = false
      }, 'sync')
    ).toMatchObject({ ok: false })
  })
})

describe('blur by aperture', () => {
  test('the best mark is the lowest of the curve, near the ideal of the formula', () => {
    const plan = testPlan((p) => {
      p.subject.sharpDepthMm = 20
      p.focus.magnification = 0.25
    })
    const best = bestAperture(plan)!
    // After Hansma: D = 20, m = 0.25 → f/17.3 for a shallow depth; its near end, 10 mm of 500 from
    // the pupil, asks for √(500 / 490) of that.
    expect(Math.abs(best.ideal - 17.3 * Math.sqrt(500 / 490))).toBeLessThan(0.06)
    expect(best.mark.bothPx).toBe(Math.min(...byAperture(plan).map((point) => point.bothPx)))
    expect(Math.abs(Math.log2(best.mark.marked / best.ideal))).toBeLessThan(1 / 6)
    expect(best.held).toBeNull()
    expect(
      bestAperture(
        testPlan((p) => {
          p.subject.sharpDepthMm = 200
          p.focus.magnification = 0.5
        })
      )!.held
    ).toBe('narrowest')
  })
})

describe('age of readings', () => {
  const plan = testPlan((p) => {
    p.ambient = {
      ...p.ambient,
      recheckMinutes: 30,
      background: testReading(3, { takenAt: '2026-11-24T10:00:00.000Z', look: 'black-still' })
    }
  })
  const at = (minutes: number) => Date.parse('2026-11-24T10:00:00.000Z') + minutes * 60000
  test('due after the set time, or when the look is another; never when nobody asked', () => {
    expect(readingAges(plan, at(12))).toEqual([{ place: 'background', minutes: 12, due: null }])
    expect(readingAges(plan, at(31))[0]).toMatchObject({ due: 'age' })
    expect(readingAges({ ...plan, look: 'plume' }, at(1))[0]).toMatchObject({ due: 'look' })
    expect(
      readingAges({ ...plan, ambient: { ...plan.ambient, recheckMinutes: null } }, at(5000))[0]
    ).toMatchObject({ due: null })
  })
})

import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { valueIn } from '../plan/path'
import { planSchema, type Plan } from '../plan/plan'
import { testCard, testLight, testPlan } from '../testing'
import { asBrightField, asDarkField } from './glassSets'

const glass = (locks: readonly string[]): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'vessel', finish: 'clear', depthMm: 20 }
    plan.lights = [testLight(), testLight({ id: 'C', name: 'Rim', role: 'rim' })]
    plan.cards = [testCard({ id: 'K1' }), testCard({ id: 'K2' })]
    plan.locks = [...locks]
  })
const PATHS = [
  'lights.A.powerStops',
  'lights.A.at.distanceMm',
  'lights.C.modifiers',
  'cards.K1.widthMm',
  'cards.K2.at.azimuthDeg',
  'background.distanceMm',
  'background.reflectance',
  'goals.subjectStops',
  'goals.backgroundStops',
  'settings.isoStops'
] as const

describe('a set put up anew', () => {
  it('leaves every locked figure as it was, and is a plan', () => {
    fc.assert(
      fc.property(fc.subarray([...PATHS]), fc.boolean(), (locks, bright) => {
        const before = glass(locks)
        const after = bright ? asBrightField(before) : asDarkField(before)
        for (const path of locks) expect(valueIn(after, path)).toEqual(valueIn(before, path))
        expect(planSchema.safeParse(after).error?.issues ?? []).toEqual([])
        expect(after.locks).toEqual(before.locks)
      }),
      { numRuns: 40 }
    )
  })

  it('keeps a light with a lock whole, and puts the rest up', () => {
    const before = glass(['lights.A.powerStops', 'lights.C.at.distanceMm'])
    const after = asBrightField(before)
    expect(after.lights.map(({ id }) => id)).toEqual(['A', 'B', 'C'])
    expect(after.lights[0]).toBe(before.lights[0])
    expect(after.lights[2]).toBe(before.lights[1])
    expect(asBrightField(glass([])).lights.map(({ id }) => id)).toEqual(['A', 'B'])
  })
})

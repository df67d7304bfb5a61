/** One change a frame: what counts as the second. */
import { describe, expect, test } from '@jest/globals'
import { withLight, withOnly } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { testFrame, testLight, testModifier, testPlan } from '../testing'
import { secondChange } from './oneChange'
import { partPlan } from './part'

const two = testPlan((p) => {
  p.lights[0]!.modifiers = [testModifier({ id: 'grid', name: 'Grid', lossStops: 1 })]
  p.lights.push(testLight({ id: 'B', name: 'Other', role: 'other', powerStops: -6 }))
})
const both = [testFrame(two, 'f', 'lit')]
const power = (plan: Plan, i: number, by: number): Plan =>
  withLight(plan, i, { powerStops: plan.lights[i]!.powerStops + by })
const iso = (plan: Plan): Plan => ({ ...plan, settings: { ...plan.settings, isoStops: 1 } })
const controls = (found: ReturnType<typeof secondChange>) =>
  found && [found.made.map(({ control }) => control), found.added.map(({ control }) => control)]

describe('since the last frame', () => {
  const first = power(two, 0, -1)
  test('the first change is free, and so is going on with it or taking it back', () => {
    expect(secondChange(both, two, first)).toBeNull()
    expect(secondChange(both, first, power(first, 0, -1))).toBeNull()
    expect(secondChange(both, first, two)).toBeNull()
  })
  test('another control, or the same of another light, is the second', () => {
    expect(controls(secondChange(both, first, iso(first)))).toEqual([['power'], ['iso']])
    expect(controls(secondChange(both, first, power(first, 1, 1)))).toEqual([['power'], ['power']])
  })
  test('two at once after the frame are not asked about: the first of them is the first', () => {
    expect(secondChange(both, two, iso(first))).toBeNull()
  })
  test('before any frame everything is free', () => {
    expect(secondChange([], first, iso(first))).toBeNull()
  })
  test('switching lights is no change, what a reading teaches is none', () => {
    expect(secondChange(both, first, withOnly(first, ['A']))).toBeNull()
    const taught = { ...first, ambient: { ...first.ambient, shadeStops: 0 } }
    expect(secondChange(both, first, taught)).toBeNull()
  })
  test('a light that was off in the frame is free to be set', () => {
    const alone = [testFrame(withOnly(two, ['A']), 'a', 'lit')]
    expect(secondChange(alone, first, power(first, 1, 2))).toBeNull()
    expect(controls(secondChange(alone, first, iso(first)))).toEqual([['power'], ['iso']])
  })
  test('nor is what is off the light on purpose, with the power that goes with it', () => {
    const part = [testFrame(partPlan(two, { light: 'A', on: 0 }), 'p', 'lit')]
    expect(secondChange(part, two, iso(two))).toBeNull()
  })
})

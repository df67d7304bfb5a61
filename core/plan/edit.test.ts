/** Adding to a plan, copying and taking out. */
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { transportOf } from '../set/remembered'
import { testLink, testPlan, testStrobe } from '../testing'
import {
  addCard,
  addLight,
  addPlace,
  copyLight,
  removeCard,
  removeLight,
  removePlace,
  withLight
} from './edit'
import { planSchema, type Plan } from './plan'

test('property: adding, copying and taking out keep the plan valid, and locks with their lights', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.constantFrom('light', 'card', 'flag', 'place', 'copy', 'drop', 'dropCard', 'dropPlace'),
        { maxLength: 20 }
      ),
      (steps) => {
        let plan: Plan = {
          ...testPlan(),
          locks: ['lights.A.at.distanceMm', 'settings.isoStops']
        }
        for (const step of steps) {
          if (step === 'light') plan = addLight(plan, testStrobe())
          else if (step === 'card' || step === 'flag') plan = addCard(plan, step)
          else if (step === 'place') plan = addPlace(plan, 1, 2, 3)
          else if (step === 'copy') plan = copyLight(plan, plan.lights[0]!.id)
          else if (step === 'drop') plan = removeLight(plan, plan.lights.at(-1)!.id)
          else if (step === 'dropCard' && plan.cards.length)
            plan = removeCard(plan, plan.cards[0]!.id)
          else if (step === 'dropPlace' && plan.places.length)
            plan = removePlace(plan, plan.places[0]!.id)
          expect(planSchema.safeParse(plan).success).toBe(true)
          expect(plan.lights.length).toBeGreaterThan(0)
        }
        expect(plan.locks).toContain('settings.isoStops')
        transportOf(plan)
      }
    ),
    { numRuns: 60 }
  )
  const two = addLight(
    { ...testPlan(), locks: ['lights.B.powerStops', 'lights.A.powerStops'] },
    testStrobe()
  )
  expect(removeLight(two, 'A').locks).toEqual(['lights.B.powerStops'])
})

test('a light that goes is no signal and no arm any more: its letter may be another’s next', () => {
  const one = testPlan()
  const two = addLight(one, one.lights[0]!.strobe)
  const link = testLink({ way: 'cell' })
  const part = {
    id: 'p',
    name: 'Float',
    count: 1,
    airG: 60,
    waterG: -200,
    at: 'B',
    share: 1
  } as const
  const told = {
    ...withLight(two, 0, {
      firedBy: { kind: 'link', link, of: 'B', preFlash: false, channel: null }
    }),
    rig: { weighedIn: 'sea' as const, parts: [part] }
  }
  const left = removeLight(told, 'B')
  expect(left.lights[0]!.firedBy).toMatchObject({ kind: 'link', of: null })
  expect(left.rig.parts[0]!.at).toBe('housing')
})

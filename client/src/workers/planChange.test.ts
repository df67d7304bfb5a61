import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { addCard, addLight, removeLight, withLight } from '@core/plan/edit'
import { withValueAt } from '@core/plan/path'
import type { Plan } from '@core/plan/plan'
import { testPlan, testStrobe } from '@core/testing'
import { patchesBetween, patched, planReceiver, planSender } from './planChange'

/** As a message between page and worker makes it: other objects, the same figures. */
const across = <T>(message: T): T => structuredClone(message)

const STEPS: Record<string, (plan: Plan, by: number) => Plan> = {
  aperture: (plan, by) => withValueAt(plan, 'settings.apertureStops', by / 10),
  move: (plan, by) =>
    withLight(plan, 0, { at: { ...plan.lights[0]!.at, distanceMm: 200 + Math.abs(by) } }),
  add: (plan) => addLight(plan, testStrobe()),
  drop: (plan) => removeLight(plan, plan.lights.at(-1)!.id),
  card: (plan) => addCard(plan, 'card'),
  table: (plan, by) => ({
    ...plan,
    table:
      by > 0
        ? {
            belowMm: by,
            widthMm: 400,
            depthMm: 300,
            reflectance: 0.1,
            finish: 'matt',
            roughness: 0
          }
        : null
  })
}

describe('plans on their way to a worker', () => {
  test('property: the worker has the very plan, after any run of changes', () => {
    const step = fc.tuple(fc.constantFrom(...Object.keys(STEPS)), fc.integer({ min: -60, max: 60 }))
    fc.assert(
      fc.property(fc.array(step, { maxLength: 10 }), (steps) => {
        const [send, receive] = [planSender(), planReceiver()]
        let plan = testPlan()
        expect(receive(across(send(plan)))).toEqual(plan)
        for (const [name, by] of steps) {
          plan = STEPS[name]!(plan, by)
          expect(receive(across(send(plan)))).toEqual(plan)
        }
      })
    )
  })
  test('what did not change stays the same objects there, and little crosses', () => {
    const [send, receive] = [planSender(), planReceiver()]
    const plan = addLight(testPlan(), testStrobe())
    const before = receive(across(send(plan)))
    const change = across(send(withLight(plan, 1, { powerStops: -2 })))
    expect(JSON.stringify(change).length).toBeLessThan(120)
    const after = receive(change)
    expect(after.lights[0]).toBe(before.lights[0])
    expect(after.lights[1]!.strobe).toBe(before.lights[1]!.strobe)
    expect(after.subject).toBe(before.subject)
  })
  test('the plan of a remedy comes back as what differs', () => {
    const plan = addLight(testPlan(), testStrobe())
    const after = withLight(plan, 0, { at: { ...plan.lights[0]!.at, azimuthDeg: 12 } })
    const here = patched(plan, across(patchesBetween(plan, after)))
    expect(here).toEqual(after)
    expect(here.lights[1]).toBe(plan.lights[1])
  })
})

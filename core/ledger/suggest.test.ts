/** The suggested power against every mark of the dial, tried one by one by the whole sum. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { testCamera, testLight, testPlan, testReading, testStrobe } from '../testing'
import { evaluate } from './evaluate'

const missAt = (plan: Plan, powerStops: number): number =>
  evaluate({ ...plan, lights: [{ ...plan.lights[0]!, powerStops }, ...plan.lights.slice(1)] })
    .ledger.totals.subject! - plan.goals.subjectStops

/** A head whose flash the shutter may cut, more of it the longer it is. */
const cut = fc.record({
  t01FullS: fc.double({ min: 1 / 500, max: 1 / 60, noNaN: true }),
  quench: fc.constantFrom('quenched' as const, 'voltage' as const),
  leaf: fc.boolean(),
  shutterStops: fc.integer({ min: 5, max: 9 }),
  step: fc.constantFrom('third' as const, 'whole' as const),
  apertureStops: fc.double({ min: 3, max: 11, noNaN: true })
})

test('property: no other mark of the dial lands nearer, however much the shutter cuts off', () => {
  fc.assert(
    fc.property(cut, (x) => {
      const plan = testPlan((p) => {
        p.camera = testCamera({ curtain: x.leaf ? 'leaf' : 'focal-plane' })
        p.settings = {
          ...p.settings,
          apertureStops: x.apertureStops,
          shutterStops: x.leaf ? x.shutterStops : Math.min(8, x.shutterStops),
          highSpeedSync: false
        }
        p.lights[0] = testLight({
          powerStops: -3,
          strobe: testStrobe({
            quench: x.quench,
            t01FullS: x.t01FullS,
            dial: { kind: 'fraction', step: x.step, lowestStops: -7 }
          })
        })
      })
      const { choice, missStops, state, wantedStops } = evaluate(plan).suggestions.A!
      if (wantedStops !== null && wantedStops > -7 && wantedStops < 0)
        expect(missAt(plan, wantedStops)).toBeCloseTo(0, 5)
      const misses = dialMarks(plan.lights[0]!.strobe.dial).map(({ stops }) => missAt(plan, stops))
      const least = Math.min(...misses.map(Math.abs))
      expect(missAt(plan, choice!.mark.stops)).toBeCloseTo(missStops, 6)
      // Past full power the longest flash of a cut one may give thousandths less than a shorter one.
      const slack = wantedStops !== null && wantedStops > 0 ? 0.01 : 1e-6
      expect(Math.abs(missStops)).toBeLessThanOrEqual(least + slack)
      const inside = Math.abs(missStops) <= plan.goals.toleranceStops
      if (inside) expect(state).toBe('ok')
      else if (misses.every((miss) => miss < 0)) expect(state).toBe('too-dim')
      else if (misses.every((miss) => miss > 0)) expect(state).toBe('too-bright')
      else expect(state).toBe('coarse')
    }),
    { numRuns: 60 }
  )
})

describe('what others give', () => {
  const B = (powerStops: number) =>
    testLight({
      id: 'B',
      name: 'Other',
      role: 'other',
      powerStops,
      at: { distanceMm: 200, azimuthDeg: -40, elevationDeg: 0 }
    })
  const two = (powerStops: number, change: (p: Plan) => void = () => undefined) =>
    evaluate(
      testPlan((p) => {
        p.lights.push(B(powerStops))
        change(p)
      })
    ).suggestions.A!
  const alone = evaluate(testPlan()).suggestions.A!.wantedStops!
  test('half of the light from another: a stop less', () => {
    expect(two(alone - 1).wantedStops).toBeCloseTo(alone - 1, 4)
    expect(two(alone - 2).wantedStops).toBeCloseTo(alone + Math.log2(3 / 4), 4)
  })
  test('another past the goal is said', () => {
    const found = two(alone + 1)
    expect(found).toMatchObject({ state: 'others-alone', wantedStops: null, choice: null })
    expect(found.missStops).toBeCloseTo(1, 3)
  })
  test('another just inside the tolerance: the lowest mark, and that it is right', () => {
    const found = two(alone + 0.05)
    expect(found.wantedStops).toBeNull()
    expect(found.choice!.mark.stops).toBe(-7)
    expect(found.state).toBe('ok')
  })
  test('the ambient past it is said first', () => {
    const found = two(alone + 1, (p) => {
      p.ambient.subject = testReading(20)
    })
    expect(found.state).toBe('ambient-alone')
    expect(found.missStops).toBeGreaterThan(1)
  })
  test('a light that does not reach the place has no power', () =>
    expect(
      two(-7, (p) => {
        p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 180, elevationDeg: 0 }
      })
    ).toMatchObject({ state: 'no-light', wantedStops: null, missStops: -Infinity }))
})

describe('which place a light serves', () => {
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid' }
    p.lights.push(
      testLight({ id: 'B', name: 'Fill', role: 'fill' }),
      testLight({ id: 'C', name: 'Rim', role: 'rim' }),
      testLight({ id: 'D', name: 'Back', role: 'background' }),
      testLight({ id: 'E', name: 'Own', role: 'other', serves: 'front' }),
      testLight({ id: 'F', name: 'None', role: 'other' })
    )
    p.goals.places = [
      { place: 'shadow', kind: 'about', stops: -2, toleranceStops: 0.4 },
      { place: 'top', kind: 'about', stops: 1, toleranceStops: 0.5 },
      { place: 'background', kind: 'at-most', stops: -4, toleranceStops: 0.3 },
      { place: 'front', kind: 'about', stops: -1, toleranceStops: 0.2 }
    ]
  })
  test('by its role or its own; none without a goal there', () => {
    const found = evaluate(plan).suggestions
    expect(
      Object.entries(found).map(([id, each]) => [
        id,
        each && [each.place, each.goalStops, each.toleranceStops]
      ])
    ).toEqual([
      ['A', ['subject', plan.goals.subjectStops, plan.goals.toleranceStops]],
      ['B', ['shadow', -2, 0.4]],
      ['C', ['top', 1, 0.5]],
      ['E', ['front', -1, 0.2]]
    ])
  })
})

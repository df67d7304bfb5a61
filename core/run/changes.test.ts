/** What is said to have changed between two plans. */
import { describe, expect, test } from '@jest/globals'
import { withLight } from '../plan/edit'
import type { Light, Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe, testProp } from '../testing'
import { changesBetween } from './changes'

const plan = testPlan((p) => {
  p.lights.push(testLight({ id: 'B', name: 'Second', role: 'other' }))
})
const settings = (part: Partial<Plan['settings']>): Plan => ({
  ...plan,
  settings: { ...plan.settings, ...part }
})
const light = (part: Partial<Light>): Plan => withLight(plan, 0, part)

test('nothing, and no more than float dust', () => {
  expect(changesBetween(plan, plan)).toEqual([])
  expect(changesBetween(plan, settings({ isoStops: 5e-7 }))).toEqual([])
})

describe('the camera', () => {
  test.each([
    ['aperture', { apertureStops: 9 }, 8, 9, -1],
    ['shutter', { shutterStops: 6 }, 8, 6, null],
    ['iso', { isoStops: 2 }, 0, 2, 2],
    ['nd', { ndStops: 3 }, 0, 3, -3],
    ['highSpeedSync', { highSpeedSync: false }, true, false, null]
  ] as const)('%s, with what it does to the strobe by itself', (control, part, from, to, stops) =>
    expect(changesBetween(plan, settings(part))).toEqual([
      { control, light: null, from, to, stops }
    ])
  )
  test('props: added, moved', () => {
    const one = { ...plan, props: [testProp({ name: 'Stand', xMm: 30.2 })] }
    expect(changesBetween(plan, one)).toEqual([
      {
        control: 'props',
        light: null,
        from: '',
        to: 'Stand 10 × 10 mm at 30, 0, 0 mm',
        stops: null
      }
    ])
    const moved = { ...one, props: [{ ...one.props[0]!, zMm: 7, rests: 'on' as const }] }
    expect(changesBetween(one, moved).map(({ to }) => to)).toEqual([
      `Stand 10 × 10 mm at 30, ${Math.round(plan.subject.heightMm / 2 + 5)}, 7 mm`
    ])
    expect(changesBetween(one, { ...one, props: [...one.props] })).toEqual([])
  })
  test('magnification, background and cards', () => {
    const moved: Plan = {
      ...plan,
      focus: { ...plan.focus, magnification: 0.75 },
      background: { ...plan.background, distanceMm: 1234 },
      cards: [
        testCard({
          kind: 'card',
          widthMm: 99.6,
          heightMm: 50.2,
          reflectance: 0.9,
          at: { distanceMm: 200.4, azimuthDeg: 30.04, elevationDeg: -5.26 }
        })
      ]
    }
    expect(changesBetween(plan, moved).map(({ control, to }) => [control, to])).toEqual([
      ['magnification', 0.75],
      ['background', 1234],
      ['cards', 'K1 100 × 50 mm at 200 mm, 30° / -5.3°']
    ])
    const off = { ...moved, cards: moved.cards.map((card) => ({ ...card, on: false })) }
    expect(changesBetween(plan, off).map((each) => each.control)).not.toContain('cards')
  })
})

describe('a light', () => {
  test.each([
    ['power', { powerStops: -1 }, -1],
    ['distance', { at: { ...plan.lights[0]!.at, distanceMm: 400 } }, -2],
    ['place', { at: { ...plan.lights[0]!.at, azimuthDeg: 45 } }, null],
    ['aim', { aim: { kind: 'free', azimuthDeg: 3, elevationDeg: 4 } }, null],
    ['modifier', { modifiers: [testModifier()] }, null],
    ['strobe', { strobe: testStrobe({ id: 'new', name: 'New head' }) }, null],
    ['switch', { on: false }, null]
  ] as const)('%s', (control, part, stops) => {
    const found = changesBetween(plan, light(part as Partial<Light>))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ control, light: 'A' })
    if (control === 'power') expect(found[0]!.stops).toBeCloseTo(-1 - plan.lights[0]!.powerStops, 9)
    else expect(found[0]!.stops).toBe(stops)
  })
  test('what was off and stays off is not gone into', () => {
    const off = withLight(plan, 1, { on: false })
    expect(changesBetween(off, withLight(off, 1, { powerStops: -7 }))).toEqual([])
    expect(changesBetween(off, withLight(plan, 1, { powerStops: -7 }))).toHaveLength(2)
  })
  test('added, taken away: switched on, switched off; one that was off goes unsaid', () => {
    const one = { ...plan, lights: plan.lights.slice(0, 1) }
    const on = { control: 'switch', light: 'B', from: false, to: true, stops: null }
    expect(changesBetween(one, plan)).toEqual([on])
    expect(changesBetween(plan, one)).toEqual([{ ...on, from: true, to: false }])
    const off = withLight(plan, 1, { on: false })
    expect(changesBetween(one, off)).toEqual([])
    expect(changesBetween(off, one)).toEqual([])
  })
})

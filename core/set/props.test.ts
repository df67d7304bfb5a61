import { describe, expect, it } from '@jest/globals'
import type { Plan, Prop } from '../plan/plan'
import { testPlan, testProp } from '../testing'
import { propStanding } from './props'
import { transportOf } from './remembered'
import { sceneOf } from './scene'

const vesselOf = (liquid: Plan['subject']['liquid']): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'vessel',
      finish: 'clear',
      widthMm: 60,
      heightMm: 100,
      depthMm: 60,
      profile: [
        { out: 1, up: 0, corner: true },
        { out: 1, up: 1, corner: true }
      ],
      glass: { wallMm: 2, colour: '#ffffff', throughMm: 20 },
      liquid
    }
  })
const upMm = (plan: Plan, part: Partial<Prop>): number => propStanding(plan, testProp(part)).at[1]

describe('a prop', () => {
  const plan = vesselOf({ level: 0.5, colour: '#ffffff', throughMm: 20 })
  const tabled = {
    ...plan,
    table: {
      belowMm: 70,
      widthMm: 500,
      depthMm: 500,
      reflectance: 0.5,
      finish: 'matt' as const,
      roughness: 0
    }
  }
  it('stands on what it rests on', () => {
    expect(upMm(plan, { rests: 'free', yMm: 12 })).toBe(12)
    expect(upMm(plan, { rests: 'table' })).toBe(-45)
    expect(upMm(tabled, { rests: 'table' })).toBe(-65)
    expect(upMm(plan, { rests: 'under' })).toBe(-55)
    expect(upMm(plan, { rests: 'on' })).toBe(55)
  })

  // Source: Archimedes; ice of 0.917 of water's density has so much of it under the level. The inside
  // reaches from the wall's thickness above the foot (here 3 mm, thicker than the side) to the rim.
  it('floats with nine tenths of it under the level', () => {
    const level = -50 + 3 + 0.5 * 97
    const under = level - (upMm(plan, { rests: 'afloat' }) - 5)
    expect(under / 10).toBeGreaterThan(0.9)
    expect(under / 10).toBeLessThan(0.94)
  })
  it('lies on top where there is nothing to float on', () => {
    expect(upMm(vesselOf(null), { rests: 'afloat' })).toBeGreaterThan(45)
  })
})

/** What a light gives the subject, of what it gives it with nothing else there. */
function shareLeft(prop: Partial<Prop>): number {
  const plan = testPlan()
  const [x, y, z] = sceneOf(plan).heads[0]!.at
  const halfway = { xMm: x / 2, yMm: y / 2, zMm: z / 2, widthMm: 20, heightMm: 20, depthMm: 20 }
  const lit = (each: Plan): number => transportOf(each).direct[0]!
  return lit({ ...plan, props: [testProp({ ...halfway, ...prop })] }) / lit(plan)
}
describe('light', () => {
  it('is stopped by a prop in its way, whatever its shape', () => {
    for (const shape of ['ellipsoid', 'box', 'cylinder', 'beetle', 'crystal'] as const)
      expect(shareLeft({ shape })).toBe(0)
  })
  it('goes through clear ones, and past those that stand aside', () => {
    expect(shareLeft({ finish: 'clear' })).toBe(1)
    expect(shareLeft({ xMm: 300 })).toBe(1)
  })
  it('is thrown back by a pale prop beside the subject', () => {
    const plan = testPlan((draft) => {
      draft.subject = { ...draft.subject, shape: 'ellipsoid' }
      draft.lights[0]!.at = { distanceMm: 400, azimuthDeg: 90, elevationDeg: 0 }
    })
    const beside = { ...plan, props: [testProp({ xMm: -60, reflectance: 0.9 })] }
    const shadow = sceneOf(plan).places.findIndex((place) => place.id === 'shadow')
    const got = (each: Plan): number => transportOf(each).bounce[shadow]!
    expect(got(beside)).toBeGreaterThan(got(plan) * 1.2)
  })
})

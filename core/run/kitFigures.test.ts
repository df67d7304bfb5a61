/** Newer figures in a plan: what was measured stays measured. */
import { describe, expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { testFrame, testModifier, testPlan } from '../testing'
import { applyCalibration, calibrate } from './calibrate'
import type { Evidence } from './frame'
import { withKitFigures } from './kitFigures'

const snoot = testModifier({ id: 'snoot', name: 'Snoot', lossStops: 0.5 })
const plan = testPlan((p) => (p.lights[0]!.modifiers = [snoot]))
const evidence: Evidence = {
  kind: 'judged',
  place: 'subject',
  levelStops: ledgerOf(plan).totals.subject! - 0.7,
  limit: 'exact'
}
const measured = applyCalibration(plan, calibrate(plan, testFrame(plan, 'f', 'lit'), evidence, 'c'))
const level = (of: typeof plan): number => ledgerOf(of).totals.subject!

describe('the kit’s newer figures', () => {
  test('a loss put right takes the place of the correction; the sum says what was measured', () => {
    expect(level(measured)).toBeCloseTo(evidence.levelStops, 3)
    const after = withKitFigures(measured, { ...snoot, lossStops: 1.2 })
    expect(after.lights[0]!.modifiers[0]!.lossStops).toBe(1.2)
    expect(after.corrections[0]!.stops).toBeCloseTo(0, 2)
    expect(level(after)).toBeCloseTo(evidence.levelStops, 3)
  })
  test('of a head too, whatever changed of it', () => {
    const { strobe } = measured.lights[0]!
    const after = withKitFigures(measured, { ...strobe, guideNumberM: 31, beamDeg: 40 })
    expect(level(after)).toBeCloseTo(evidence.levelStops, 2)
  })
  test('a dial with other marks: the power goes to the nearest', () => {
    const { strobe, powerStops } = measured.lights[0]!
    const dial = { kind: 'fraction', lowestStops: -7, step: 'whole' } as const
    const between = { ...measured, lights: [{ ...measured.lights[0]!, powerStops: -3.667 }] }
    expect(withKitFigures(between, { ...strobe, dial }).lights[0]!.powerStops).toBe(-4)
    expect(withKitFigures(measured, strobe).lights[0]!.powerStops).toBeCloseTo(powerStops, 6)
  })
  test('a correction of another set of modifiers stays as it was', () => {
    const bare = { ...measured, lights: [{ ...measured.lights[0]!, modifiers: [] }] }
    const after = withKitFigures(bare, { ...bare.lights[0]!.strobe, guideNumberM: 31 })
    expect(after.corrections).toEqual(measured.corrections)
  })
  test('camera, lens and what the plan does not hold', () => {
    expect(withKitFigures(plan, { ...plan.camera, bodyWidthMm: 99 }).camera.bodyWidthMm).toBe(99)
    expect(withKitFigures(plan, { ...plan.lens, hoodDeg: 30 }).lens.hoodDeg).toBe(30)
    expect(withKitFigures(plan, testModifier({ id: 'other' }))).toEqual(plan)
  })
})

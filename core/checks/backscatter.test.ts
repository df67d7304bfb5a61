/** Remedies for lit water: what each does is worked out again; coming nearer takes the arms along. */
import { describe, expect, test } from '@jest/globals'
import { veilStopsOf } from '../advise/backscatter'
import { typicalWater } from '../medium/water'
import type { Plan } from '../plan/plan'
import { poseOf } from '../set/camera'
import { lightPoint } from '../set/heads'
import { distance, sub } from '../set/vec'
import { testLink, testPlan, testStrobe } from '../testing'
import { evaluate } from '../ledger/evaluate'
import { transportOf } from '../set/remembered'
import { backscatterChecks } from './backscatter'

const set = (change?: (plan: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.medium = { ...typicalWater('sea', 'silty'), scatterPerM: 3 }
    plan.subject = { ...plan.subject, shape: 'ellipsoid', widthMm: 20, heightMm: 20, depthMm: 20 }
    plan.focus = { ...plan.focus, magnification: 0.15 }
    plan.lights[0]!.strobe = testStrobe({ guideNumberWaterM: 20, beamDeg: 90 })
    plan.lights[0]!.at = { distanceMm: 550, azimuthDeg: 12, elevationDeg: 0 }
    change?.(plan)
  })
const nearer = (plan: Plan) =>
  backscatterChecks({
    plan,
    evaluation: evaluate(plan),
    transport: transportOf(plan),
    bag: []
  })[0]!.remedies.find(({ kind }) => kind === 'come-nearer')

describe('come nearer, port and arms together', () => {
  test('is found; the port and the head on its arm go the same way, the frame takes in less', () => {
    const plan = set()
    const found = nearer(plan)!
    const { after, figures, effectStops } = found
    const [was, is] = [poseOf(plan), poseOf(after!)]
    expect(figures.by).toBeCloseTo(was.frontMm - is.frontMm, 6)
    expect(figures.portMm).toBeCloseTo(is.frontMm, 6)
    expect(figures.widthMm!).toBeLessThan(figures.wasMm!)
    const moved = sub(lightPoint(plan.lights[0]!, was), lightPoint(after!.lights[0]!, is))
    expect(distance(moved, [0, 0, 0])).toBeCloseTo(figures.by!, 0)
    expect(moved[2]).toBeCloseTo(figures.by! * was.toCamera[2], 0)
    expect(effectStops).toBeCloseTo(veilStopsOf(after!, 0)! - veilStopsOf(plan, 0)!, 9)
    expect(effectStops!).toBeLessThan(-0.4)
  })
  test('a head fired by radio stands where it stands', () => {
    const plan = set((p) => {
      p.lights.push({
        ...structuredClone(p.lights[0]!),
        id: 'B',
        at: { distanceMm: 700, azimuthDeg: -60, elevationDeg: 10 },
        firedBy: {
          kind: 'link',
          link: testLink({ way: 'radio' }),
          of: null,
          preFlash: false,
          channel: null
        }
      })
    })
    expect(nearer(plan)!.after!.lights[1]!.at).toEqual(plan.lights[1]!.at)
  })
  test('never where a lock or the lens forbids it, nor where the subject would be cut', () => {
    // The frame is 240 mm wide: nearer it would not hold 230.
    expect(nearer(set((p) => void (p.subject.widthMm = 230)))).toBeUndefined()
    expect(nearer(set((p) => void p.locks.push('focus.magnification')))).toBeUndefined()
    expect(nearer(set((p) => void (p.lens.maxMagnification = 0.16)))).toBeUndefined()
  })
})

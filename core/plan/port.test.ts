// checks: ports (magnification, focus and blur by rays followed from the water to the sensor)
/** The lens behind a port, against rays followed one by one through water, port and a thin lens. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { housingSchema, type Housing } from '../kit/housing'
import { typicalWater } from '../medium/water'
import { poseOf } from '../set/camera'
import { testPlan } from '../testing'
import { blurAtDepth, closeUpLossOf, depthOf, sensorInUse } from './lensInUse'
import {
  heldMagnification,
  lensMagnification,
  magnificationAtFront,
  magnificationsOf
} from './portInUse'
import type { Plan } from './plan'

const housing = (port: Housing['port']): Housing =>
  housingSchema.parse({
    kind: 'housing',
    id: 'h',
    name: 'Test housing',
    port,
    portDiameterMm: 110,
    bodyWidthMm: 180,
    bodyHeightMm: 140,
    bodyDepthMm: 110
  })
const FLAT = housing({ kind: 'flat', gapMm: 20 })
const dome = (radiusMm: number): Housing => housing({ kind: 'dome', gapMm: 20, radiusMm })

const F = 50
/** A thin lens of 50 mm. */
const under = (of: Housing | null, part: Partial<Plan['focus']> = {}): Plan =>
  testPlan((plan) => {
    plan.medium = typicalWater('fresh')
    plan.housing = of
    plan.lens = {
      ...plan.lens,
      focalMm: F,
      maxMagnification: 2,
      sensorToFrontMm: 90,
      pupilRatio: 1
    }
    plan.focus = { ...plan.focus, ...part }
  })
const N = 1.333
/** Past life size a thin lens comes to the same place twice. */
const beyond = (plan: Plan, magnification: number): boolean =>
  lensMagnification(plan, magnification) > 0.95

/**
 * Follows a narrow ray from a point in the water: refracted at the port (u′ = n·u + y·(n − 1)/R for
 * small angles, less what a wet close-up lens gathers), then through a thin lens.
 * @param fromMm of the point from the port, `offMm` off the axis
 * @param slope of the ray in the water
 * @returns how far off the axis it passes the lens, and meets the sensor
 */
function traced(
  plan: Plan,
  fromMm: number,
  offMm: number,
  slope: number
): { readonly lens: number; readonly sensor: number } {
  const { port } = plan.housing!
  const imageDistance = F * (1 + lensMagnification(plan))
  const portToLens = plan.lens.sensorToFrontMm + port.gapMm - imageDistance
  const curved = port.kind === 'dome' ? (N - 1) / port.radiusMm : 0
  const atPort = offMm + slope * fromMm
  const bent = N * slope + atPort * (curved - plan.focus.wetDioptres / 1000)
  const lens = atPort + bent * portToLens
  return { lens, sensor: lens + (bent - lens / F) * imageDistance }
}

describe('behind a port', () => {
  test('property: rays from a point in focus meet on the sensor, as large as the plan says', () => {
    fc.assert(
      fc.property(
        fc.option(fc.double({ min: 60, max: 200, noNaN: true }), { nil: null }),
        fc.double({ min: 0.15, max: 0.9, noNaN: true }),
        fc.constantFrom(0, 3, 6),
        (radius, wanted, wetDioptres) => {
          const open = under(radius === null ? FLAT : dome(radius), { wetDioptres })
          const magnification = heldMagnification(open, wanted)
          if (!(magnification > 0.05) || beyond(open, magnification)) return
          const plan = { ...open, focus: { ...open.focus, magnification } }
          const { workingMm } = poseOf(plan)
          if (workingMm < 5 || workingMm > 5000) return
          const [a, b] = [1e-5, -2e-5].map((slope) => traced(plan, workingMm, 0, slope).sensor)
          expect(Math.abs(a! - b!)).toBeLessThan(1e-7)
          const off = traced(plan, workingMm, 1e-3, 1e-6).sensor
          expect(Math.abs(off / 1e-3) / magnification).toBeCloseTo(1, 4)
        }
      )
    )
  })
  test('flat: the same lens setting and magnification, the distance and the depth n times longer', () => {
    const wet = under({ ...FLAT, port: { kind: 'flat', gapMm: 0 } }, { magnification: 0.5 })
    const dry: Plan = { ...wet, medium: { kind: 'air' } }
    expect(lensMagnification(wet)).toBe(0.5)
    expect(closeUpLossOf(wet)).toBe(closeUpLossOf(dry))
    expect(poseOf(wet).workingMm / poseOf(dry).workingMm).toBeCloseTo(N, 9)
    expect(depthOf(wet).totalMm / depthOf(dry).totalMm).toBeCloseTo(N, 9)
    expect(poseOf(wet).halfWidthMm).toBe(poseOf(dry).halfWidthMm)
  })
  test('flat: of a field of 90° in air 64° are left: asin(sin 45°/1.333), far off', () => {
    const wide = under({ ...FLAT, port: { kind: 'flat', gapMm: 0 } }, { magnification: 0.002 })
    const { halfWidthMm, pupilMm } = poseOf(wide)
    const dry = poseOf({ ...wide, medium: { kind: 'air' } })
    // For small angles the field is n times narrower.
    expect(halfWidthMm / pupilMm / (dry.halfWidthMm / dry.pupilMm)).toBeCloseTo(1 / N, 3)
  })
  test('property: a magnification is at the distance that has it, and back', () => {
    fc.assert(
      fc.property(
        fc.option(fc.double({ min: 60, max: 200, noNaN: true }), { nil: null }),
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        (radius, wanted) => {
          const plan = under(radius === null ? FLAT : dome(radius))
          const magnification = heldMagnification(plan, wanted)
          if (!(magnification > 0.05) || beyond(plan, magnification)) return
          const { workingMm } = poseOf({ ...plan, focus: { ...plan.focus, magnification } })
          if (workingMm < 5 || workingMm > 5000) return
          expect(magnificationAtFront(plan, workingMm) / magnification).toBeCloseTo(1, 4)
        }
      )
    )
  })
  test('a dome needs a lens that focuses near: its most falls, and to none where its image is nearer than the lens goes', () => {
    const [, most] = magnificationsOf(under(dome(120)))
    expect(most).toBeGreaterThan(0.1)
    expect(most).toBeLessThan(2)
    const far = under(dome(60))
    // Closest focus at 1 : 10 stands 0.55 m before a lens of 50 mm, three radii are 0.18 m.
    expect(magnificationsOf({ ...far, lens: { ...far.lens, maxMagnification: 0.1 } })[1]).toBe(0)
  })
  test('a wet close-up lens alone gives f·D at infinity focus: 50 mm and 5 dpt, 0.25', () => {
    const [least] = magnificationsOf(under(FLAT, { wetDioptres: 5 }))
    expect(least).toBeCloseTo(0.25, 3)
  })
  test('property: blur off the plane of focus is the cone of rays from there, cut by the sensor', () => {
    fc.assert(
      fc.property(
        fc.option(fc.double({ min: 80, max: 200, noNaN: true }), { nil: null }),
        fc.double({ min: -4, max: 8, noNaN: true }),
        (radius, behindMm) => {
          const open = under(radius === null ? FLAT : dome(radius))
          const magnification = heldMagnification(open, 0.4)
          const plan = { ...open, focus: { ...open.focus, magnification } }
          const { workingMm } = poseOf(plan)
          if (workingMm < 20 || workingMm > 5000 || !(magnification > 0.05)) return
          if (beyond(open, magnification)) return
          // The lens is its own entrance pupil: its rim by the part of a ray.
          const ray = traced(plan, workingMm + behindMm, 0, 1e-4)
          const pupil = F / 2 ** (plan.settings.apertureStops / 2)
          const disc = Math.abs((ray.sensor / ray.lens) * pupil)
          const airy = blurAtDepth(plan, 0)
          expect(blurAtDepth(plan, behindMm)).toBeCloseTo(Math.hypot(disc, airy), 5)
        }
      )
    )
  })
  test('the field is what the sensor holds at that size', () => {
    const plan = under(dome(100), { magnification: 0.3 })
    expect(poseOf(plan).halfWidthMm).toBeCloseTo(sensorInUse(plan).width / 0.6, 9)
  })
})

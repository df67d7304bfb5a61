// checks: backscatter (brute force over the water before the subject)
/** Backscatter against brute force: every cubic spot of the water the frame sees, by its own sum. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { particlePhase } from '../medium/particles'
import { attenuationOf, AIR, typicalWater, type Water } from '../medium/water'
import { xyzOf } from '../colour/observer'
import { daylight } from '../colour/sources'
import { poseOf } from '../set/camera'
import type { Plan } from '../plan/plan'
import { testPlan, testStrobe } from '../testing'
import { backscatterOf } from './backscatter'

const SILT: Water = typicalWater('sea', 'silty')
/** A sheet that fills the frame, a small head as a point with the smooth beam. */
const set = (at: Partial<Plan['lights'][number]['at']>, medium: Plan['medium'] = SILT): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.subject = {
      ...plan.subject,
      shape: 'sheet',
      widthMm: 400,
      heightMm: 400,
      colour: null,
      reflectance: 0.18
    }
    plan.camera = { ...plan.camera, bodyWidthMm: 0, bodyHeightMm: 0 }
    plan.lens = { ...plan.lens, frontDiameterMm: 0, hoodDeg: null }
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.lights[0]!.strobe = testStrobe({
      guideNumberWaterM: 20,
      beamDeg: 60,
      face: { kind: 'disc', diameterMm: 2 }
    })
    plan.lights[0]!.at = { distanceMm: 500, azimuthDeg: 30, elevationDeg: 0, ...at }
  })

const lumen = (light: readonly number[]): number => xyzOf(light)[1]
const kept = (water: Water, metres: number): number => {
  const light = daylight(5500)
  return lumen(light.map((v, k) => v * Math.exp(-attenuationOf(water)[k]! * metres))) / lumen(light)
}

/**
 * The veil against the subject by planes of the water, each cut into cells over the frame.
 * A point head: inverse square, cosⁿ with one stop down at the edge of its beam.
 */
function bruteForce(plan: Plan, water: Water): number {
  const pose = poseOf(plan)
  const { distanceMm, azimuthDeg } = plan.lights[0]!.at
  const a = (azimuthDeg * Math.PI) / 180
  const lamp = [distanceMm * Math.sin(a), 0, distanceMm * Math.cos(a)] as const
  const n = Math.log(0.5) / Math.log(Math.cos(Math.PI / 6))
  const falls = (x: number, y: number, z: number): { e: number; d: number } => {
    const d = Math.hypot(lamp[0] - x, lamp[1] - y, lamp[2] - z)
    const cos =
      ((lamp[0] - x) * lamp[0] + (lamp[1] - y) * lamp[1] + (lamp[2] - z) * lamp[2]) /
      (d * distanceMm)
    return { e: cos > 0 ? (cos ** n * 1e6) / (d * d) : 0, d }
  }
  const { e, d } = falls(0, 0, 0)
  const subject = e * Math.cos(a) * kept(water, (d + pose.frontMm) / 1000)
  const [many, deep] = [24, 300]
  let veil = 0
  for (let i = 0; i < many; i++)
    for (let j = 0; j < many; j++) {
      const [fx, fy] = [(i + 0.5) / many - 0.5, (j + 0.5) / many - 0.5]
      const [sx, sy] = [2 * fx * pose.halfWidthMm, 2 * fy * pose.halfHeightMm]
      const longer = Math.hypot(sx, sy, pose.pupilMm) / pose.pupilMm
      for (let s = 0; s < deep; s++) {
        const z = ((s + 0.5) / deep) * pose.frontMm
        const share = 1 - z / pose.pupilMm
        const [x, y] = [sx * share, sy * share]
        const lit = falls(x, y, z)
        if (lit.e === 0) continue
        const back = (pose.frontMm - z) * longer
        // Turned from along (x − lamp) to along (pupil − x).
        const toPupil = [-x, -y, pose.pupilMm - z]
        const from = [x - lamp[0], y - lamp[1], z - lamp[2]]
        const cosine =
          (toPupil[0]! * from[0]! + toPupil[1]! * from[1]! + toPupil[2]! * from[2]!) /
          (Math.hypot(...toPupil) * lit.d)
        const perMm = water.scatterPerM / 1000
        veil +=
          (lit.e *
            kept(water, (lit.d + back) / 1000) *
            perMm *
            particlePhase(cosine) *
            longer *
            pose.frontMm) /
          deep /
          (many * many)
      }
    }
  return Math.log2((veil * Math.PI) / 0.18 / subject)
}

describe('particles', () => {
  test('turn all their light somewhere, but for the peak straight on: nine tenths over the sphere', () => {
    let sum = 0
    const many = 20000
    for (let i = 0; i < many; i++) {
      const angle = ((i + 0.5) / many) * Math.PI
      sum += particlePhase(Math.cos(angle)) * 2 * Math.PI * Math.sin(angle) * (Math.PI / many)
    }
    // A table by 5° leaves out what lies within a degree of straight on.
    expect(sum).toBeGreaterThan(0.88)
    expect(sum).toBeLessThan(1)
  })
  test('back of a sixtieth: 1.83 % of it goes back (Petzold’s mean, value from memory)', () => {
    let back = 0
    const many = 20000
    for (let i = 0; i < many; i++) {
      const angle = Math.PI / 2 + ((i + 0.5) / many) * (Math.PI / 2)
      back += particlePhase(Math.cos(angle)) * 2 * Math.PI * Math.sin(angle) * (Math.PI / 2 / many)
    }
    expect(back).toBeCloseTo(0.0183, 3)
  })
})

describe('backscatter', () => {
  test.each([
    [200, 70],
    [300, 30],
    [500, 15],
    [500, 45],
    [800, 30]
  ])(
    'a head %d mm off at %d° veils as much as brute force says, to 0.1 stop',
    (distanceMm, azimuthDeg) => {
      const plan = set({ distanceMm, azimuthDeg })
      expect(Math.abs(backscatterOf(plan, 0)!.veilStops - bruteForce(plan, SILT))).toBeLessThan(0.1)
    }
  )
  test('none in air, none where nothing scatters, none of a light that misses the subject', () => {
    expect(backscatterOf(set({}, AIR), 0)).toBeNull()
    expect(backscatterOf(set({}, { ...SILT, scatterPerM: 0 }), 0)).toBeNull()
    expect(backscatterOf(set({ azimuthDeg: 170 }), 0)).toBeNull()
  })
  test('twice the scatter, a stop more veil; specks are as they were', () => {
    const [one, two] = [0.5, 1].map((scatterPerM) =>
      backscatterOf(set({}, { ...SILT, scatterPerM }), 0)!
    ) as [
      NonNullable<ReturnType<typeof backscatterOf>>,
      NonNullable<ReturnType<typeof backscatterOf>>
    ]
    expect(two.veilStops - one.veilStops).toBeCloseTo(1, 9)
    expect(two.specks).toEqual(one.specks)
  })
  test('property: a light on its arm beside the port, moved outward, never glows more against the same subject', () => {
    // A ball: its lit side turns with the light, so that the subject keeps its level but for the way.
    const ball = (plan: Plan): Plan => ({
      ...plan,
      subject: { ...plan.subject, shape: 'ellipsoid', widthMm: 30, heightMm: 30, depthMm: 30 }
    })
    const clear = typicalWater('sea')
    const { frontMm } = poseOf(set({}, clear))
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 300, noNaN: true }),
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        fc.double({ min: 0.75, max: 1.1, noNaN: true }),
        (outMm, by, along) => {
          const depthMm = along * frontMm
          // To 31° off the lens. From about 36° on it rises a little again, while its head looks at the
          // subject: it lights the water across all of the view.
          fc.pre(outMm * by <= 0.6 * depthMm)
          const at = (out: number): number =>
            backscatterOf(
              ball(
                set(
                  {
                    distanceMm: Math.hypot(out, depthMm),
                    azimuthDeg: (Math.atan2(out, depthMm) * 180) / Math.PI
                  },
                  clear
                )
              ),
              0
            )!.veilStops
          expect(at(outMm * by)).toBeLessThan(at(outMm) + 0.02)
        }
      ),
      { numRuns: 40 }
    )
  })
  test('a larger speck comes out brighter, and none brighter than a lit surface as pale beside the lamp', () => {
    const { specks } = backscatterOf(set({ distanceMm: 400, azimuthDeg: 40 }), 0)!
    expect(specks[1]!.stops).toBeGreaterThan(specks[0]!.stops)
    expect(specks[2]!.stops).toBeGreaterThan(specks[1]!.stops)
    for (const { atMm } of specks) expect(atMm).toBeGreaterThan(0)
  })
})

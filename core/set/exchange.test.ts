// checks: all bounces (the furnace ρ/(1 − ρ), no energy made)
// checks: view factor (closed form, small cells)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import { formFactor } from './formFactor'
import { sceneOf } from './scene'
import { stageOf, type Stage } from './stage'
import { computeTransport, workOut } from './transport'
import type { Vec } from './vec'

const ROOM = {
  widthMm: 3000,
  depthMm: 4000,
  leftMm: 700,
  behindMm: 900,
  ceilingMm: 1500,
  floorMm: 900
}
const room = (reflectance: number, change?: (plan: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'plume' }
    plan.background = { ...plan.background, distanceMm: 5000, widthMm: 10, heightMm: 10 }
    plan.room = {
      ...ROOM,
      wallReflectance: reflectance,
      ceilingReflectance: reflectance,
      floorReflectance: reflectance
    }
    change?.(plan)
  })
const stage = (plan: Plan): Stage => stageOf(plan, sceneOf(plan), null)

describe('a closed room of one reflectance', () => {
  // Furnace: the mean indirect light is ρ/(1 − ρ) of the mean straight light (math: what is thrown
  // back lands on the walls again, all of it).
  test.each([
    [0.2, 0.25],
    [0.5, 1],
    [0.8, 4],
    [0.9, 9]
  ])('ρ %d: all bounces give %d times the straight light', (reflectance, want) => {
    const { reflectors, bounced } = stage(room(reflectance))
    const sum = (values: Float64Array): number =>
      reflectors.patches.reduce(
        (all, patch, k) => all + (reflectors.ofRoom[k] ? values[k]! * patch.areaMm2 : 0),
        0
      )
    const inside = reflectors.patches.flatMap((_, k) => (reflectors.ofRoom[k] ? [k] : []))
    expect(inside.length).toBeGreaterThan(60)
    // Light on one patch alone: in a corner, in the middle of a wall, on the last.
    for (const lit of [inside[0]!, inside[inside.length >> 1]!, inside.at(-1)!]) {
      const straight = new Float64Array(reflectors.patches.length)
      straight[lit] = 1
      const all = sum(bounced(straight))
      expect(Math.abs((all - sum(straight)) / sum(straight) / want - 1)).toBeLessThan(0.005)
    }
  })
  test('a lamp in it: what falls on a place by bounces, within a few hundredths of the same', () => {
    const plan = room(0.5, (p) => {
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 30 }, beamDeg: 60 }),
          at: { distanceMm: 200, azimuthDeg: 30, elevationDeg: 0 }
        })
      ]
    })
    const known = workOut(plan, null)
    const { patches, ofRoom } = known.worked.stage.reflectors
    let straight = 0
    let later = 0
    patches.forEach((patch, k) => {
      if (!ofRoom[k]) return
      straight += known.worked.lamps[0]!.straight.get(patch)! * patch.areaMm2
      later += known.worked.lamps[0]!.bounced[k]! * patch.areaMm2
    })
    expect(later / straight).toBeCloseTo(1, 2)
    // Flux of cosⁿ: 2π/(n + 1), in units of the axis intensity; one stop down at 30°.
    const n = -1 / Math.log2(Math.cos(Math.PI / 6))
    expect(straight / 1e6 / ((2 * Math.PI) / (n + 1))).toBeCloseTo(1, 1)
  })
  test('a floor that throws light back lightens the set, one that does not less', () => {
    const level = (floorReflectance: number): number => {
      const plan = room(0.6)
      plan.room = { ...plan.room!, floorReflectance }
      const { bounce, scene } = computeTransport(plan)
      return bounce[scene.places.findIndex((each) => each.id === 'subject')]!
    }
    expect(level(0.8)).toBeGreaterThan(1.1 * level(0.02))
  })
  test('where the set stands in its room counts: near a wall that wall gives more', () => {
    const from = (leftMm: number): number => {
      const plan = room(0.7)
      plan.room = { ...plan.room!, leftMm, wallReflectance: 0.9 }
      plan.lights = [
        testLight({
          strobe: testStrobe({ beamDeg: 90 }),
          at: { distanceMm: 150, azimuthDeg: 90, elevationDeg: 0 },
          aim: { kind: 'free', azimuthDeg: -90, elevationDeg: 0 }
        })
      ]
      const { bounce, scene } = computeTransport(plan)
      return bounce[scene.places.findIndex((each) => each.id === 'subject')]!
    }
    expect(from(250)).toBeGreaterThan(3 * from(2700))
  })
})

describe('view factors', () => {
  const square = (half: number, z: number): Vec[] => [
    [-half, -half, z],
    [half, -half, z],
    [half, half, z],
    [-half, half, z]
  ]
  // A square over a parallel point under its middle: 4·F of a quarter (radiation view-factor
  // catalogues, value from memory): 200 × 200 at 150 gives 0.35768.
  test('a square of 200 at 150: 0.35768', () => {
    expect(formFactor([0, 0, 0, 0, 0, 1], 0, square(100, 150))).toBeCloseTo(0.35768, 5)
  })
  test('standing upright on the point’s plane, at its edge: half of what is above counts', () => {
    // A square in the plane x = 50 from below to above the horizon: only the upper half is seen.
    const upright: Vec[] = [
      [50, -40, -40],
      [50, 40, -40],
      [50, 40, 40],
      [50, -40, 40]
    ]
    const upper: Vec[] = [
      [50, -40, 0],
      [50, 40, 0],
      [50, 40, 40],
      [50, -40, 40]
    ]
    const all = formFactor([0, 0, 0, 0, 0, 1], 0, upright)
    expect(all).toBeGreaterThan(0)
    expect(all).toBeCloseTo(formFactor([0, 0, 0, 0, 0, 1], 0, upper), 12)
  })
  test('property: against sums over small cells, and never more than 1', () => {
    const edge = fc.double({ min: -80, max: 80, noNaN: true })
    fc.assert(
      fc.property(edge, edge, fc.double({ min: 15, max: 100, noNaN: true }), (x, y, z) => {
        const corners: Vec[] = [
          [x, y, z],
          [x + 60, y, z + 20],
          [x + 60, y + 50, z + 20],
          [x, y + 50, z]
        ]
        const normal = [20, 0, -60].map((v) => v / Math.hypot(20, 60))
        let sum = 0
        const N = 60
        for (let i = 0; i < N; i++)
          for (let k = 0; k < N; k++) {
            const [a, b] = [(i + 0.5) / N, (k + 0.5) / N]
            const p = [x + 60 * a, y + 50 * b, z + 20 * a]
            const d2 = p[0]! ** 2 + p[1]! ** 2 + p[2]! ** 2
            const out = -(p[0]! * normal[0]! + p[1]! * normal[1]! + p[2]! * normal[2]!)
            sum += (p[2]! * Math.abs(out) * Math.hypot(60, 20) * 50) / (Math.PI * d2 * d2 * N * N)
          }
        const got = formFactor([0, 0, 0, 0, 0, 1], 0, corners)
        expect(got).toBeLessThanOrEqual(1)
        expect(Math.abs(got - sum)).toBeLessThan(0.002 + 0.01 * sum)
      })
    )
  })
})

test('patches add up to what they are cut from', () => {
  const area = (shape: Plan['subject']['shape'], w: number, h: number, d: number): number => {
    const plan = testPlan((p) => {
      p.subject = { ...p.subject, shape, widthMm: w, heightMm: h, depthMm: d, rotationDeg: 30 }
    })
    const { reflectors } = stage(plan)
    const of = reflectors.names.indexOf('subject')
    return reflectors.patches
      .filter((patch) => patch.of === of)
      .reduce((sum, patch) => sum + patch.areaMm2, 0)
  }
  expect(area('box', 20, 30, 40)).toBeCloseTo(2 * (20 * 30 + 30 * 40 + 20 * 40), 6)
  expect(area('sheet', 20, 30, 1)).toBeCloseTo(2 * 600, 6)
  expect(area('cylinder', 20, 30, 20) / (2 * Math.PI * 100 + Math.PI * 20 * 30)).toBeCloseTo(1, 2)
  expect(area('ellipsoid', 20, 20, 20) / (4 * Math.PI * 100)).toBeCloseTo(1, 6)
  // Surface of an oblate spheroid, 2πa²(1 + (1 − e²)/e · artanh e) (math).
  const [a, c] = [20, 10]
  const e = Math.sqrt(1 - c ** 2 / a ** 2)
  const oblate = 2 * Math.PI * a * a * (1 + ((1 - e * e) / e) * Math.atanh(e))
  expect(area('ellipsoid', 2 * a, 2 * c, 2 * a) / oblate).toBeCloseTo(1, 1)
})

test('property: no set throws back more than falls on it', () => {
  const card = fc.record({
    d: fc.integer({ min: 40, max: 200 }),
    azimuth: fc.integer({ min: -180, max: 180 }),
    up: fc.integer({ min: -20, max: 80 }),
    w: fc.integer({ min: 40, max: 200 }),
    reflectance: fc.double({ min: 0.1, max: 1, noNaN: true })
  })
  fc.assert(
    fc.property(fc.array(card, { minLength: 1, maxLength: 5 }), (cards) => {
      const { reflectors, bounced } = stage(
        testPlan((plan) => {
          plan.table = {
            belowMm: 30,
            widthMm: 400,
            depthMm: 300,
            reflectance: 0.9,
            finish: 'matt',
            roughness: 0
          }
          plan.subject = { ...plan.subject, shape: 'ellipsoid', reflectance: 0.9 }
          plan.cards = cards.map((each, i) =>
            testCard({
              id: `K${i + 1}`,
              kind: 'card',
              widthMm: each.w,
              heightMm: each.w,
              reflectance: each.reflectance,
              at: { distanceMm: each.d, azimuthDeg: each.azimuth, elevationDeg: each.up }
            })
          )
        })
      )
      const { patches } = reflectors
      const straight = Float64Array.from(patches, () => 1)
      const all = bounced(straight)
      let falls = 0
      let back = 0
      patches.forEach((patch, k) => {
        expect(all[k]!).toBeGreaterThanOrEqual(1 - 1e-9)
        falls += (all[k]! - 1) * patch.areaMm2
        back += all[k]! * patch.areaMm2 * patch.reflectance
      })
      expect(falls).toBeLessThanOrEqual(back * (1 + 1e-9))
    }),
    { numRuns: 25 }
  )
})

test('a subject throws light back on what lies in its own shadow', () => {
  const onTable = (reflectance: number): number => {
    const plan = testPlan((p) => {
      p.subject = {
        ...p.subject,
        shape: 'box',
        widthMm: 60,
        heightMm: 60,
        depthMm: 20,
        reflectance
      }
      p.table = {
        belowMm: 30.5,
        widthMm: 400,
        depthMm: 400,
        reflectance: 0.02,
        finish: 'matt',
        roughness: 0
      }
      p.lights = [testLight({ at: { distanceMm: 400, azimuthDeg: 0, elevationDeg: 30 } })]
      p.places = [
        {
          id: 'P1',
          name: 'before it',
          xMm: 0,
          yMm: -30.4,
          zMm: 25,
          faces: 'up',
          reflectance: 0.18,
          finish: 'matt'
        }
      ]
    })
    const { bounce, bounceBy, reflectors, scene } = computeTransport(plan)
    const j = scene.places.findIndex((each) => each.id === 'P1')
    expect(bounceBy[j * reflectors.length + reflectors.indexOf('subject')]!).toBeGreaterThan(
      0.8 * bounce[j]!
    )
    return bounce[j]!
  }
  expect(onTable(0.8) / onTable(0.2)).toBeCloseTo(4, 0)
})

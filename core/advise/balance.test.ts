// checks: weights under water (Archimedes and moments by hand)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { typicalWater } from '../medium/water'
import type { Plan, RigPart } from '../plan/plan'
import { poseOf } from '../set/camera'
import { testLight, testPlan } from '../testing'
import { balanceOf, weightG } from './balance'

const part = (of: Partial<RigPart>): RigPart => ({
  id: 'p',
  name: 'Part',
  count: 1,
  airG: 1000,
  waterG: 100,
  at: 'housing',
  share: 1,
  ...of
})
/** Heads 300 mm to the left (A) and right (B) of the middle of the housing, in a level set. */
const rig = (
  parts: readonly Partial<RigPart>[],
  kind: 'fresh' | 'sea' = 'sea',
  weighedIn: 'fresh' | 'sea' = 'sea'
): Plan =>
  testPlan((p) => {
    p.medium = typicalWater(kind)
    p.view = { elevationDeg: 0 }
    const { sensorMm } = poseOf(p)
    const beside = (
      x: number
    ): { distanceMm: number; azimuthDeg: number; elevationDeg: number } => ({
      distanceMm: Math.hypot(x, sensorMm),
      azimuthDeg: (Math.atan2(x, sensorMm) * 180) / Math.PI,
      elevationDeg: 0
    })
    p.lights = [testLight({ id: 'A', at: beside(-300) }), testLight({ id: 'B', at: beside(300) })]
    p.rig = { weighedIn, parts: parts.map((each, i) => part({ ...each, id: `p${i}` })) }
  })

describe('weights', () => {
  test('in the water they were found in they are as given; nothing listed, nothing said', () => {
    expect(balanceOf(rig([]))).toBeNull()
    const found = balanceOf(
      rig([
        { airG: 2500, waterG: 90 },
        { count: 2, airG: 60, waterG: -180 }
      ])
    )!
    expect(found.airG).toBe(2620)
    expect(found.liftG).toBeCloseTo(270, 9)
  })

  // A body of 998 g that hangs still in fresh water (0.998 g/cm³) has 1000 cm³; sea (1.025) holds up
  // 1025 g of it.
  test('what hangs still in fresh water rises in the sea by its volume', () => {
    const still = rig([{ airG: 998, waterG: 0 }], 'sea', 'fresh')
    expect(balanceOf(still)!.liftG).toBeCloseTo(27, 9)
    expect(balanceOf(rig([{ airG: 998, waterG: 0 }], 'fresh', 'fresh'))!.liftG).toBeCloseTo(0, 9)
  })

  test('the sea carries more of anything than fresh water, whatever it weighs', () => {
    const grams = fc.double({ min: 1, max: 20000, noNaN: true })
    fc.assert(
      fc.property(grams, fc.double({ min: -1, max: 0.95, noNaN: true }), (airG, share) => {
        const one = part({ airG, waterG: share * airG })
        const [sea, fresh] = [rig([], 'sea', 'fresh'), rig([], 'fresh', 'fresh')]
        expect(weightG(sea, one)).toBeLessThan(weightG(fresh, one))
      }),
      { numRuns: 30 }
    )
  })
})

describe('balance', () => {
  // 150 g at 30 cm are 4500 g·cm.
  test('a head on one side alone sinks it there; its weight as lift on its arm holds it level', () => {
    const found = balanceOf(rig([{ airG: 800, waterG: 150, at: 'B' }]))!
    expect(found.rightGcm).toBeCloseTo(4500, 3)
    expect(found.sinks).toBe('right')
    expect(found.float).toEqual({ at: 'B', liftG: expect.closeTo(150, 6) })
    const left = balanceOf(rig([{ airG: 800, waterG: 150, at: 'A' }]))!
    expect(left.sinks).toBe('left')
    expect(left.float).toEqual({ at: 'A', liftG: expect.closeTo(150, 6) })
  })

  test('alike on both sides it hangs level; half way out counts half', () => {
    const level = balanceOf(
      rig([
        { waterG: 150, at: 'A' },
        { waterG: 150, at: 'B' }
      ])
    )!
    expect(level).toMatchObject({ sinks: null, float: null })
    const half = balanceOf(
      rig([
        { waterG: 150, at: 'A' },
        { waterG: 300, at: 'B', share: 0.5 }
      ])
    )!
    expect(half.rightGcm).toBeCloseTo(0, 6)
  })

  test('what lifts on the right sinks the left', () =>
    expect(balanceOf(rig([{ airG: 60, waterG: -200, at: 'B' }]))!.sinks).toBe('left'))

  test('the float it names does hold it level', () => {
    const grams = fc.double({ min: -400, max: 400, noNaN: true })
    fc.assert(
      fc.property(grams, grams, (a, b) => {
        const parts = [
          { airG: 900, waterG: a, at: 'A' as const },
          { airG: 900, waterG: b, at: 'B' as const }
        ]
        const found = balanceOf(rig(parts))!
        if (!found.float) return
        const { at, liftG } = found.float
        const after = balanceOf(
          rig([...parts, { airG: 10, waterG: -liftG, at: at as 'A', share: 1 }])
        )!
        expect(after.rightGcm).toBeCloseTo(0, 5)
      }),
      { numRuns: 40 }
    )
  })
})

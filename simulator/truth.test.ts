import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ledgerOf } from '../core/ledger/ledger'
import { planSchema } from '../core/plan/plan'
import { expectedReading } from '../core/run/metering'
import { testLight, testModifier, testPlan, testReading } from '../core/testing'
import { chanceOf } from './chance'
import { strobesOf } from './strobes'
import { sharing } from './sharing'
import { trueSet, truthOf, type Dials } from './trueSet'
import { ambientTruth, cameraTruth, headTruth, modifierTruth } from './truth'

const seeds = fc.integer({ min: 0, max: 2 ** 31 - 1 })
const dialsOf = (plan: ReturnType<typeof testPlan>): Dials => ({
  settings: plan.settings,
  powers: new Map()
})

test('chance of one name is the same whatever else is drawn, and spreads as it says', () => {
  const other = chanceOf(3, 'b')
  other.even()
  expect(chanceOf(3, 'a').even()).toBe(chanceOf(3, 'a').even())
  expect(chanceOf(3, 'a').even()).not.toBe(chanceOf(4, 'a').even())
  const bell = chanceOf(1, 'bell')
  const drawn = Array.from({ length: 20_000 }, () => bell.bell(1))
  const mean = drawn.reduce((sum, x) => sum + x, 0) / drawn.length
  const spread = Math.sqrt(drawn.reduce((sum, x) => sum + x * x, 0) / drawn.length)
  // A bell curve held to ±2 has the spread 0.960: its variance is the bell's within, 4 beyond.
  expect(Math.abs(mean)).toBeLessThan(0.02)
  expect(Math.abs(spread - 0.96)).toBeLessThan(0.02)
  expect(Math.max(...drawn.map(Math.abs))).toBeLessThanOrEqual(2)
})

test('no head is off by more than a stop on the whole, and a full flash only by its output', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const head = headTruth(seed, testLight())
      expect(Math.abs(head.outputStops)).toBeLessThanOrEqual(1)
      expect(head.markStops(0) + 0).toBe(0)
      expect(Math.abs(head.markStops(-7))).toBeLessThanOrEqual(1)
      expect(Math.abs(head.distanceShare)).toBeLessThanOrEqual(0.05)
    })
  )
})

test('the true set is a plan like any other, and the plan in hand stays as it is', () => {
  const plan = testPlan((each) => {
    each.lights[0]!.modifiers = [testModifier()]
    each.ambient.subject = testReading(6)
  })
  const before = JSON.stringify(plan)
  fc.assert(
    fc.property(seeds, fc.double({ min: 0, max: 120, noNaN: true }), (seed, minutes) => {
      const real = trueSet(plan, dialsOf(plan), seed, minutes)
      // Output above full is no mark of a plan, and the only thing it would refuse.
      const lights = real.lights.map((light) => ({ ...light, powerStops: -1 }))
      expect(planSchema.safeParse({ ...real, lights }).error).toBeUndefined()
    }),
    { numRuns: 50 }
  )
  expect(JSON.stringify(plan)).toBe(before)
})

test('a point of a lamp differs by what its head, mark, modifier and distance add up to', () => {
  const plan = testPlan((each) => {
    each.lights[0]!.powerStops = -5
    each.lights[0]!.modifiers = [testModifier({ lossStops: 2 })]
    each.ambient.subject = testReading(5)
  })
  fc.assert(
    fc.property(seeds, (seed) => {
      const [light] = plan.lights
      const head = headTruth(seed, light!)
      const camera = cameraTruth(seed)
      const { differences } = truthOf(plan, dialsOf(plan), seed, 10, 0)
      const at = (source: string) =>
        differences.find((each) => each.source === source && each.place === 'subject')!.stops
      // By hand: stops add up, light falls with the square of the distance.
      const byHand =
        head.outputStops +
        head.markStops(-5) +
        modifierTruth(seed, light!.modifiers[0]!) -
        2 * Math.log2(1 + head.distanceShare) +
        camera.subjectStops +
        camera.sensitivityStops
      expect(Math.abs(at('A') - byHand)).toBeLessThan(0.02)
      const ambient = ambientTruth(seed)
      const ambientByHand =
        ambient.readingStops +
        ambient.driftStops(10) +
        ambient.lampStops(10) +
        camera.sensitivityStops
      // What was read incident falls on a subject that is brighter than planned.
      expect(Math.abs(at('ambient') - ambientByHand - camera.subjectStops)).toBeLessThan(0.02)
    }),
    { numRuns: 60 }
  )
})

test('a reading that was only a limit is truly under it; an unread room has some light', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const plan = testPlan((each) => {
        each.ambient.subject = { ...testReading(3), limit: 'at-most' }
        each.ambient.background = null
      })
      const real = trueSet(plan, dialsOf(plan), seed, 0)
      const level = (set: typeof plan) => ledgerOf(set).ambient.subject!.level
      const same = { ...real, subject: plan.subject }
      expect(level(same)).toBeLessThan(level(plan))
      expect(ledgerOf(real).ambient.background!.state).toBe('known')
    }),
    { numRuns: 40 }
  )
})

test('a meter in the true set reads what its light truly gives', () => {
  const plan = testPlan()
  const metering = {
    place: 'subject',
    lights: ['A'] as const,
    isoStops: 0,
    shutterStops: null,
    receptor: 'flat'
  } as const
  const seed = 11
  const head = headTruth(seed, plan.lights[0]!)
  const said = expectedReading(plan, metering)!
  const real = expectedReading(trueSet(plan, dialsOf(plan), seed, 0), metering)!
  const { powerStops } = plan.lights[0]!
  // A meter does not see what the camera or the subject make of the light.
  const byHand =
    head.outputStops + head.markStops(powerStops) - 2 * Math.log2(1 + head.distanceShare)
  expect(Math.abs(real - said - byHand)).toBeLessThan(0.02)
})

test('a pack fills up evenly: fired after half its recycle time it gives half a flash', () => {
  let time = 0
  const light = testLight()
  const heads = strobesOf(() => time)
  expect(heads.fire(light, 0)).toBe(0)
  expect(heads.ready(light, 0)).toBe(false)
  time += (light.strobe.recycleFullS * 1000) / 2
  expect(heads.ready(light, -1)).toBe(true)
  expect(heads.fire(light, 0)).toBeCloseTo(-1, 6)
  time += light.strobe.recycleFullS * 1000
  expect(heads.ready(light, 0)).toBe(true)
})

test('a document keeps those parts that hold the same, and only them', () => {
  fc.assert(
    fc.property(fc.json(), fc.json(), (a, b) => {
      const [before, after] = [JSON.parse(a) as unknown, JSON.parse(b) as unknown]
      expect(sharing(before, after)).toEqual(after)
      expect(sharing(before, JSON.parse(a))).toEqual(before)
    })
  )
  const plan = testPlan()
  const copy = JSON.parse(JSON.stringify(plan)) as typeof plan
  expect(sharing(plan, copy)).toBe(plan)
  const moved = sharing(plan, { ...copy, title: 'other' })
  expect(moved).not.toBe(plan)
  expect(moved.lights).toBe(plan.lights)
})

test('a modifier that takes next to nothing cannot give more than that back, nor is it said to', () => {
  const plan = testPlan((each) => {
    each.lights[0]!.modifiers = [testModifier({ lossStops: 0.05 })]
  })
  fc.assert(
    fc.property(seeds, (seed) => {
      const { causes } = truthOf(plan, dialsOf(plan), seed, 0, 0)
      const said = causes.find(({ source, cause }) => source === 'A' && cause === 'modifiers')!
      expect(said.stops).toBeLessThanOrEqual(0.05)
    }),
    { numRuns: 40 }
  )
})

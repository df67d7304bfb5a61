// checks: water (the picture against the sum, channel by channel, at the subject and behind it)
import { describe, expect, test } from '@jest/globals'
import { backscatterOf } from '../advise/backscatter'
import { channelsAt } from '../ledger/colours'
import { ledgerOf } from '../ledger/ledger'
import { AIR, typicalWater, type Medium } from '../medium/water'
import { transportOf } from '../set/remembered'
import type { Plan } from '../plan/plan'
import { testPlan, testReading, testSource, testStrobe } from '../testing'
import { placeShown } from './atPlace'
import { factorsOf } from './sources'
import { tracerOf } from './trace'
import { worldOf } from './world'

/** A matt grey ball lit from the side, a pale background close behind. */
const set = (medium: Medium, change?: (p: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.subject = { ...plan.subject, shape: 'ellipsoid', colour: null, texture: 0 }
    plan.background = { ...plan.background, distanceMm: 600, reflectance: 0.3, colour: null }
    plan.settings = { ...plan.settings, apertureStops: 14 }
    plan.ambient = { ...plan.ambient, subject: null, background: null }
    plan.lights[0]!.strobe = testStrobe({ guideNumberM: 20, guideNumberWaterM: 20, beamDeg: 110 })
    plan.lights[0]!.at = { distanceMm: 500, azimuthDeg: 25, elevationDeg: 20 }
    change?.(plan)
  })

/** What the picture shows of a place, red, green, blue in stops: every source mixed. */
function shownAt(plan: Plan, id: string, traced = plan): readonly number[] {
  const world = worldOf(traced)
  const tracer = tracerOf(world)
  const place = transportOf(plan).scene.places.find((each) => each.id === id)!
  const spot = placeShown(world, place)!
  const factors = factorsOf(traced, plan)
  const sum = [0, 0, 0]
  const samples = 6000
  for (let i = 0; i < samples; i++) {
    tracer.through(spot.x, spot.y, 7, i)
    tracer.got.forEach((value, at) => (sum[at % 3]! += value * factors[at]!))
  }
  return sum.map((value) => Math.log2(value / samples))
}
const near = (plan: Plan, id: string, within: number): void => {
  const wanted = channelsAt(plan, ledgerOf(plan), id)!
  shownAt(plan, id).forEach((level, k) => {
    // A screen shows none of it either way.
    if (wanted[k]! === -Infinity) expect(level).toBe(-Infinity)
    else expect(Math.abs(level - wanted[k]!)).toBeLessThan(within)
  })
}

/** Paths lose one figure a channel, right for ways like the subject’s: in thick water that shows. */
const slack = (medium: Medium): number => (medium.kind === 'air' ? 0 : medium.extraPerM / 30)

const WATERS: readonly Medium[] = [
  AIR,
  typicalWater('fresh'),
  typicalWater('sea', 'green'),
  typicalWater('sea', 'silty')
]

describe.each(WATERS)('the picture under water: $water $extraPerM', (medium) => {
  test('a strobe at the subject and on what stands behind, as the sum says', () => {
    near(set(medium), 'subject', 0.06 + slack(medium))
    near(set(medium), 'backgroundRight', 0.12)
  })
  test('ambient as it was read, through the port or by a meter down there', () => {
    for (const via of ['lens', 'incident'] as const) {
      const plan = set(medium, (p) => {
        p.lights[0]!.on = false
        p.ambient.subject = testReading(8, { via })
        p.ambient.background = testReading(7, { via })
      })
      near(plan, 'subject', 0.12)
      near(plan, 'backgroundRight', 0.12)
    }
  })
  test('a lamp in the water', () => {
    const plan = set(medium, (p) => {
      p.lights[0]!.on = false
      p.ambient.sources = [
        testSource({
          from: {
            kind: 'face',
            at: { distanceMm: 700, azimuthDeg: 30, elevationDeg: 30 },
            widthMm: 60,
            heightMm: 60
          }
        })
      ]
    })
    near(plan, 'subject', 0.08 + slack(medium))
  })
})

test('silt takes red and blue of what stands behind', () => {
  const [plan, silty] = (['clear', 'silty'] as const).map((water) =>
    set({ ...typicalWater('sea', water), scatterPerM: 0 })
  ) as [Plan, Plan]
  const [clearRed, , clearBlue] = shownAt(plan, 'backgroundRight')
  const [red, , blue] = shownAt(silty, 'backgroundRight')
  expect(red! - clearRed!).toBeLessThan(-0.5)
  expect(blue! - clearBlue!).toBeLessThan(-0.5)
})

test('the veil a strobe lights in the water is as bright as the checks say', () => {
  // Nothing behind throws anything back: what is seen beside the subject is veil alone.
  const plan: Plan = {
    ...set(AIR, (p) => {
      p.subject = { ...p.subject, widthMm: 4, heightMm: 4, depthMm: 4 }
      p.background = { ...p.background, reflectance: 0.005, distanceMm: 3000 }
    }),
    medium: { ...typicalWater('sea'), scatterPerM: 1.8 }
  }
  const clean: Plan = { ...plan, medium: { ...typicalWater('sea'), scatterPerM: 0 } }
  const level = (of: Plan): number => {
    const tracer = tracerOf(worldOf(of))
    const factors = factorsOf(of, of)
    let sum = 0
    const samples = 40000
    for (let i = 0; i < samples; i++) {
      // All over the frame, as the checks' mean.
      const [x, y] = [((i * 0.618034) % 1) * 2 - 1, ((i * 0.754878) % 1) * 2 - 1]
      tracer.through(x, y, 3, i)
      tracer.got.forEach((value, at) => {
        sum += [0.2126, 0.7152, 0.0722][at % 3]! * value * factors[at]!
      })
    }
    return sum / samples
  }
  const veil = Math.log2(level(plan) - level(clean))
  const { veilStops } = backscatterOf(plan, 0)!
  const subject = ledgerOf(plan).rows[1]!.cells.subject!.level
  expect(Math.abs(veil - (subject + veilStops))).toBeLessThan(0.12)
})

import { describe, expect, test } from '@jest/globals'
import { linksOf } from '../checks/checks'
import { housingSchema } from '../kit/housing'
import { evaluate } from '../ledger/evaluate'
import { luminanceLoss } from '../medium/depth'
import { AIR, attenuationOf, typicalWater } from '../medium/water'
import { newPlan } from '../plan/newPlan'
import { blurCircleMm, endBlur } from '../plan/lensInUse'
import type { Look, Plan } from '../plan/plan'
import { axesOf, sceneOf } from '../set/scene'
import { angleDeg, scale, unit } from '../set/vec'
import { testCamera, testLens, testLink, testModifier, testStrobe } from '../testing'
import { veilStopsOf } from './backscatter'
import { asUnderWater, isWaterLook } from './waterSets'

const snoot = testModifier({
  id: 'snoot',
  beam: { kind: 'snoot', throatMm: 30, lengthMm: 100, innerReflectance: 0 }
})
const cell = testLink({ way: 'cell', rangeM: 2, rangeInSunM: null, channels: 1 })
const housing = housingSchema.parse({
  kind: 'housing',
  id: 'h',
  name: 'H',
  port: { kind: 'flat', gapMm: 12 },
  portDiameterMm: 95,
  bodyWidthMm: 160,
  bodyHeightMm: 130,
  bodyDepthMm: 110
})
const start = (look: Look): Plan =>
  asUnderWater(
    {
      ...newPlan(look, 'New', {
        camera: testCamera(),
        lens: testLens(),
        strobe: testStrobe({ guideNumberWaterM: 10, beamDeg: 100 }),
        modifier: null
      }),
      housing
    },
    { snoot, cell }
  )
const LOOKS: readonly Look[] = ['water-tiny', 'water-fish', 'water-snoot', 'water-wide']

// Starting points: common practice, no source.
describe('a new shoot under water', () => {
  test.each(LOOKS)('%s: in the sea, ISO 200, 1/125, its subject at its level', (look) => {
    const plan = start(look)
    expect(isWaterLook(look)).toBe(true)
    expect(plan.medium).toMatchObject({ kind: 'sea', water: 'clear' })
    expect(plan.settings.isoStops).toBe(1)
    if (look !== 'water-wide') expect(plan.settings.shutterStops).toBe(7)
    const { verdicts, ledger } = evaluate(plan)
    expect(Math.abs(ledger.totals.subject!)).toBeLessThan(plan.goals.toleranceStops + 0.17)
    for (const id of ['depth', 'sync'])
      expect(verdicts.find((each) => each.id === id)).toMatchObject({ state: 'ok' })
    expect(linksOf(plan)).toEqual([])
  })

  test('tiny: the strobe over the port, in line with the lens, tilted down', () => {
    const plan = start('water-tiny')
    const { heads, pose } = sceneOf(plan)
    const [x, y, z] = heads[0]!.at
    expect(Math.abs(x)).toBeLessThan(1)
    expect(y).toBeGreaterThan(housing.portDiameterMm / 2)
    expect(Math.abs(z - pose.frontMm)).toBeLessThan(15)
    expect(axesOf(plan)[0]![1]).toBeLessThan(-0.3)
    // The smallest aperture that is still sharp: the next one is not.
    const blur = (by: number) =>
      endBlur(
        {
          ...plan,
          settings: { ...plan.settings, apertureStops: plan.settings.apertureStops + by }
        },
        plan.subject.sharpDepthMm
      ).bothMm
    expect(blur(0)).toBeLessThanOrEqual(blurCircleMm(plan))
    expect(blur(1 / 3)).toBeGreaterThan(blurCircleMm(plan))
  })

  test('fish-sized: two strobes beside the port, turned out, and less veil for it', () => {
    const plan = start('water-fish')
    const { heads } = sceneOf(plan)
    expect(heads[0]!.at[0]).toBeLessThan(-200)
    expect(heads[1]!.at[0]).toBeGreaterThan(200)
    for (const [i, head] of heads.slice(0, 2).entries()) {
      const toSubject = unit(scale(head.at, -1))
      expect(angleDeg(head.axis, toSubject)).toBeGreaterThan(10)
      // Outward: past the subject on its own side.
      expect(Math.sign(head.axis[0] - toSubject[0])).toBe(i === 0 ? -1 : 1)
      const aimed: Plan = {
        ...plan,
        lights: plan.lights.map((light) => ({ ...light, aim: { kind: 'place', place: 'focus' } }))
      }
      expect(veilStopsOf(plan, i)!).toBeLessThan(veilStopsOf(aimed, i)!)
    }
    expect(plan.lights[0]!.powerStops).toBe(plan.lights[1]!.powerStops)
  })

  test('snooted: the camera’s own only triggers, and is seen', () => {
    const plan = start('water-snoot')
    expect(plan.lights[0]).toMatchObject({ firedBy: { kind: 'link', of: 'B' } })
    expect(plan.lights[0]!.modifiers).toHaveLength(1)
    expect(plan.lights[1]).toMatchObject({ on: false, onlyTriggers: true })
    expect(
      evaluate(plan).ledger.rows.find(({ source }) => source === 'B')!.cells.subject!.level
    ).toBe(-Infinity)
  })

  test('in blue water the shutter alone moves the water, the strobe stays', () => {
    const plan = start('water-wide')
    const { background } = evaluate(plan).ledger.totals
    expect(background).toBeGreaterThan(-1.5)
    expect(background).toBeLessThan(-0.5)
    // The near thing is the strobes': daylight by itself leaves it dark.
    expect(evaluate(plan).ledger.ambient.subject!.level).toBeLessThan(-1)
    const shutterStops = plan.settings.shutterStops - 1
    const slower = { ...plan, settings: { ...plan.settings, shutterStops } }
    const [was, is] = [evaluate(plan).ledger, evaluate(slower).ledger]
    expect(is.ambient.background!.level - was.ambient.background!.level).toBeCloseTo(1, 6)
    expect(is.rows.find(({ source }) => source === 'A')!.cells.subject!.level).toBeCloseTo(
      was.rows.find(({ source }) => source === 'A')!.cells.subject!.level,
      2
    )
  })
})

describe('brightness by depth', () => {
  test('none in air, and what two ways take adds up to what both take or less', () => {
    expect(luminanceLoss(AIR, 5)).toBe(0)
    const sea = typicalWater('sea')
    // Light that came far has less left of what water takes.
    const five = luminanceLoss(sea, 5)
    expect(luminanceLoss(sea, 10)).toBeGreaterThan(2 * five)
    expect(luminanceLoss(sea, 10)).toBeLessThan(five)
  })
  test('lies between what the best and the worst band of green to red take (Beer–Lambert)', () => {
    const sea = typicalWater('sea')
    const taken = attenuationOf(sea).map((c) => (-c * 5) / Math.LN2)
    const loss = luminanceLoss(sea, 5)
    expect(loss).toBeLessThan(Math.max(...taken))
    // 610 nm, from where the eye sees little.
    expect(loss).toBeGreaterThan(taken[21]!)
  })
})

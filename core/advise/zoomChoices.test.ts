// checks: zoom heads (by the guide number and the beam)
import { typicalWater } from '../medium/water'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { zoomOf } from '../plan/zoom'
import { strobeSchema } from '../kit/kit'
import { testLight, testPlan, testStrobe } from '../testing'
import { zoomChoices } from './zoomChoices'

const zoom = [
  { settingMm: 24, beamDeg: 80, guideNumberM: 28 },
  { settingMm: 50, beamDeg: 46, guideNumberM: 42 },
  { settingMm: 105, beamDeg: 24, guideNumberM: 56 }
]
const strobe = testStrobe({ guideNumberM: 36, beamDeg: 60, zoom })
const plan = (zoomMm: number | null = null): Plan =>
  testPlan((p) => {
    p.lights = [
      testLight({ strobe, zoomMm, at: { distanceMm: 900, azimuthDeg: 0, elevationDeg: 0 } })
    ]
  })
const subject = (of: Plan): number => evaluate(of).ledger.flash.subject!

describe('a head that zooms', () => {
  test('on its axis the light follows the guide number of the setting', () => {
    const at = (zoomMm: number | null) => subject(plan(zoomMm))
    expect(at(24) - at(null)).toBeCloseTo(2 * Math.log2(28 / 36), 6)
    expect(at(105) - at(24)).toBeCloseTo(2, 6)
  })
  test('under water its own figure there goes with it', () => {
    const wet = (zoomMm: number | null) => {
      const dry = plan(zoomMm)
      return subject({
        ...dry,
        medium: typicalWater('sea'),
        lights: [{ ...dry.lights[0]!, strobe: { ...strobe, guideNumberWaterM: 12 } }]
      })
    }
    expect(wet(50) - wet(null)).toBeCloseTo(2 * Math.log2(42 / 36), 6)
  })
  test('property: between settings beam and guide number run from one to the next, past the ends they stay', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 300, noNaN: true }), (zoomMm) => {
        const got = zoomOf({ strobe, zoomMm })
        const i = zoom.findIndex((row) => row.settingMm >= zoomMm)
        const [low, high] =
          i < 0 ? [zoom[2]!, zoom[2]!] : i === 0 ? [zoom[0]!, zoom[0]!] : [zoom[i - 1]!, zoom[i]!]
        expect(got.guideNumberM).toBeGreaterThanOrEqual(low.guideNumberM - 1e-9)
        expect(got.guideNumberM).toBeLessThanOrEqual(high.guideNumberM + 1e-9)
        expect(got.beamDeg).toBeLessThanOrEqual(low.beamDeg + 1e-9)
        expect(got.beamDeg).toBeGreaterThanOrEqual(high.beamDeg - 1e-9)
      })
    )
    // Half way in the logarithm of the setting, half way in that of the guide number.
    expect(zoomOf({ strobe, zoomMm: Math.sqrt(24 * 50) }).guideNumberM).toBeCloseTo(
      Math.sqrt(28 * 42),
      9
    )
  })
  test('what each setting buys: light at its place, against evenness over the frame', () => {
    const { place, choices } = zoomChoices(plan(24), 0)
    expect(place).toBe('subject')
    expect(choices.map((each) => each.settingMm)).toEqual([24, 50, 105])
    expect(choices[0]!.gainStops).toBe(0)
    for (const { settingMm, gainStops } of choices)
      expect(gainStops).toBeCloseTo(
        subject(withLight(plan(24), 0, { zoomMm: settingMm })) - subject(plan(24)),
        9
      )
    expect(choices[2]!.unevenStops).toBeGreaterThan(choices[0]!.unevenStops!)
  })
  test('settings must rise, and its beam is the smooth one', () => {
    const faults = (part: object) =>
      strobeSchema
        .safeParse({ ...strobe, ...part })
        .error?.issues.map((each) => each.path.join('.'))
    expect(faults({ zoom: [zoom[1], zoom[0]] })).toEqual(['zoom.1.settingMm'])
    expect(
      faults({
        distribution: {
          kind: 'table',
          points: [
            { deg: 0, stops: 0 },
            { deg: 30, stops: -2 }
          ]
        }
      })
    ).toEqual(['zoom'])
  })
})

test('several heads that fire as one give as many times the light, at the same recycle', () => {
  const units = (count: number) => withLight(plan(), 0, { units: count })
  expect(subject(units(2)) - subject(units(1))).toBeCloseTo(1, 9)
  expect(subject(units(3)) - subject(units(1))).toBeCloseTo(Math.log2(3), 9)
  const recycle = (count: number) =>
    evaluate(units(count)).verdicts.find((each) => each.id === 'reserve')
  expect(recycle(4)).toEqual(recycle(1))
})

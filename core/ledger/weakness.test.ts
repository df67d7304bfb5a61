/** What a cell says of its own ±. */
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { offByAtMost, weaknessesOf } from './weakness'

const of = (change: (p: Plan) => void, place = 'subject') =>
  weaknessesOf(testPlan(change), 'A', place).map(({ kind, name }) => name ?? kind)
const worn =
  (...modifiers: ReturnType<typeof testModifier>[]) =>
  (p: Plan) => {
    p.lights = [
      testLight({ modifiers, strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }) })
    ]
  }

describe('a cell’s ±', () => {
  test('a bare head in the open has none', () => {
    expect(of(worn())).toEqual([])
    expect(offByAtMost([])).toBe(0)
  })
  test('a loss nobody measured is a first guess; a measured one, or none, is not', () => {
    const sheet = testModifier({ name: 'Sheet', lossStops: 1 })
    expect(of(worn(sheet))).toEqual(['Sheet'])
    expect(of(worn({ ...sheet, measured: [{ deg: 0, stops: -1.2 }] }))).toEqual([])
    expect(of(worn({ ...sheet, lossStops: 0 }))).toEqual([])
  })
  test('half in the shadow of a flag', () => {
    const flagged = (share: number) =>
      of((p) => {
        worn()(p)
        p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 0, elevationDeg: 0 }
        p.cards = [
          testCard({
            kind: 'flag',
            widthMm: 100,
            heightMm: 100,
            at: {
              distanceMm: Math.hypot(150, 50 + share),
              azimuthDeg: (Math.atan2(50 + share, 150) * 180) / Math.PI,
              elevationDeg: 0
            },
            aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
          })
        ]
      })
    expect(flagged(0)).toEqual(['penumbra'])
    expect(flagged(12)).toEqual([])
  })
  test('nearer to a snoot than it is long', () => {
    const tube = testModifier({
      lossStops: 0,
      beam: { kind: 'snoot', throatMm: 30, lengthMm: 100, innerReflectance: 0 }
    })
    const near = (distanceMm: number) =>
      of((p) => {
        worn(tube)(p)
        p.lights[0]!.at = { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
      })
    expect(near(80)).toEqual(['tube-near'])
    expect(near(140)).toEqual([])
  })
  test('lit by a card alone', () => {
    expect(
      of((p) => {
        worn()(p)
        p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 180, elevationDeg: 0 }
        p.cards = [
          testCard({
            kind: 'card',
            widthMm: 200,
            heightMm: 200,
            reflectance: 0.9,
            at: { distanceMm: 150, azimuthDeg: 60, elevationDeg: 0 }
          })
        ]
      })
    ).toContain('bounce')
  })
  test('a frame of the very place puts its own ± in their stead; one from elsewhere takes the guess away', () => {
    const corrected = (place: string) =>
      of((p) => {
        worn(testModifier({ name: 'Sheet', lossStops: 1 }))(p)
        p.corrections = [
          {
            id: 'c',
            frameId: 'f',
            source: 'A',
            place,
            stops: 0.2,
            uncertaintyStops: 0.3,
            method: 'meter',
            limit: 'exact',
            strobeId: 'strobe',
            modifierIds: ['mod'],
            highSpeedSync: null,
            geometry: null,
            reading: null,
            on: true
          }
        ]
      })
    expect(corrected('subject')).toEqual(['correction'])
    expect(corrected('front')).toEqual(['correction'])
  })
  test('together they add in quadrature', () => {
    expect(
      offByAtMost([
        { kind: 'penumbra', stops: 0.3 },
        { kind: 'loss-guessed', stops: 0.4 }
      ])
    ).toBeCloseTo(0.5, 12)
  })
})

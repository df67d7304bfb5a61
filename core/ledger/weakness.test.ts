/** What a cell says of its own ±. */
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { ledgerOf } from './ledger'
import { offByAtMost, uncertaintyAt, weaknessesOf } from './weakness'

/** All but what is true of every head. */
const of = (change: (p: Plan) => void, place = 'subject') =>
  weaknessesOf(testPlan(change), 'A', place)
    .filter(({ kind }) => kind !== 'output' && kind !== 'mark')
    .map(({ kind, name }) => name ?? kind)
const worn =
  (...modifiers: ReturnType<typeof testModifier>[]) =>
  (p: Plan) => {
    p.lights = [
      testLight({ modifiers, strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }) })
    ]
  }

describe('a cell’s ±', () => {
  test('a bare head in the open has that of its guide number and its mark', () => {
    expect(of(worn())).toEqual([])
    expect(offByAtMost([])).toBe(0)
    const bare = testPlan((p) => {
      worn()(p)
      p.lights[0]!.powerStops = -2
    })
    expect(weaknessesOf(bare, 'A', 'subject')).toEqual([
      { kind: 'output', stops: 0.35, measured: false },
      { kind: 'mark', stops: expect.closeTo(0.2, 9), measured: false }
    ])
  })
  test('what was measured is as sure as it was measured; at full power there is no mark', () => {
    const head = testStrobe({
      outputUncertaintyStops: 0.08,
      marks: [{ powerStops: -4, stops: -0.3, uncertaintyStops: 0.12 }],
      highSpeedLosses: [{ shutterStops: 10, stops: 0.7, uncertaintyStops: 0.2 }]
    })
    const at = (powerStops: number, shutterStops = 7) =>
      weaknessesOf(
        testPlan((p) => {
          p.lights = [testLight({ strobe: head, powerStops })]
          p.settings = { ...p.settings, shutterStops, highSpeedSync: true }
        }),
        'A',
        'subject'
      )
    expect(at(0)).toEqual([{ kind: 'output', stops: 0.08, measured: true }])
    expect(at(-4)[1]).toEqual({ kind: 'mark', stops: 0.12, measured: true })
    expect(at(-2)[1]!.stops).toBeCloseTo(0.06, 9)
    expect(at(-7)[1]!.stops).toBe(0.12)
    expect(at(0, 10)[1]).toEqual({ kind: 'highSpeed', stops: 0.2, measured: true })
  })
  test('a loss nobody measured is a first guess; a modifier that takes nothing has none', () => {
    const sheet = testModifier({ name: 'Sheet', lossStops: 1 })
    const loss = (modifier: typeof sheet) =>
      weaknessesOf(testPlan(worn(modifier)), 'A', 'subject').find(({ kind }) => kind === 'loss')
    expect(loss(sheet)).toEqual({ kind: 'loss', stops: 0.5, name: 'Sheet', measured: false })
    expect(loss({ ...sheet, measured: [{ deg: 0, stops: -1.2 }] })).toMatchObject({
      stops: 0.15,
      measured: true
    })
    expect(loss({ ...sheet, lossUncertaintyStops: 0.07 })).toMatchObject({
      stops: 0.07,
      measured: true
    })
    expect(loss({ ...sheet, lossStops: 0 })).toBeUndefined()
  })
  test('of all the light at a place: each source by its share', () => {
    const two = testPlan((p) => {
      p.lights = [testLight({ powerStops: 0 }), testLight({ id: 'B', powerStops: 0 })]
    })
    const ledger = ledgerOf(two)
    // Two alike, each half the light: ±0.35 / √2.
    expect(uncertaintyAt(two, ledger, 'subject')).toBeCloseTo(0.35 / Math.SQRT2, 2)
    expect(uncertaintyAt(two, ledger, 'nowhere')).toBe(0)
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
            sources: [],
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
        { kind: 'loss', stops: 0.4 }
      ])
    ).toBeCloseTo(0.5, 12)
  })
})

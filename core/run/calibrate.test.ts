/** What a frame teaches, figure by figure. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { testFrame, testLight, testMetered, testPlan, testReading } from '../testing'
import { applyCalibration, calibrate, judgedAt, measuredLevel, uncertaintyOf } from './calibrate'
import type { Evidence, Frame } from './frame'

const judged = (
  levelStops: number,
  place: string,
  limit: 'exact' | 'at-least' | 'at-most' = 'exact'
): Evidence => ({ kind: 'judged', place, levelStops, limit })
const learn = (plan: Plan, frame: Frame, evidence: Evidence): Plan =>
  applyCalibration(plan, calibrate(plan, frame, evidence, 'c'))

describe('a black frame', () => {
  test('property: whatever the settings, filter and shade, the ambient it gives predicts what it showed', () => {
    fc.assert(
      fc.property(
        fc.record({
          level: fc.double({ min: -7, max: 1, noNaN: true }),
          isoStops: fc.integer({ min: 0, max: 6 }),
          ndStops: fc.integer({ min: 0, max: 6 }),
          shadeStops: fc.integer({ min: 0, max: 5 }),
          shutterStops: fc.integer({ min: 0, max: 8 }),
          apertureStops: fc.integer({ min: 3, max: 10 }),
          place: fc.constantFrom('subject', 'background')
        }),
        ({ level, shadeStops, place, ...settings }) => {
          const plan = testPlan((p) => {
            p.settings = { ...p.settings, ...settings }
            p.ambient.shadeStops = shadeStops
          })
          const after = learn(plan, testFrame(plan, 'k', 'black'), judged(level, place))
          const cell = evaluate(after).ledger.ambient[place]!
          expect(cell.state).toBe('known')
          expect(cell.level).toBeCloseTo(level, 2)
        }
      ),
      { numRuns: 60 }
    )
  })
  test('notes when, for which look, at which magnification, and its frame; a limit stays one', () => {
    const plan = testPlan()
    const after = learn(plan, testFrame(plan, 'k', 'black'), judged(-7, 'background', 'at-most'))
    expect(after.ambient.background).toMatchObject({
      limit: 'at-most',
      via: 'lens',
      atMagnification: plan.focus.magnification,
      takenAt: '2026-11-24T10:00:00.000Z',
      look: plan.look,
      frameId: 'k'
    })
    expect(after.ambient.subject).toBe(plan.ambient.subject)
  })
  test('a meter says nothing of it', () => {
    const plan = testPlan()
    expect(calibrate(plan, testFrame(plan, 'k', 'black'), testMetered(5), 'c')).toEqual({
      kind: 'nothing',
      why: 'meter-on-black'
    })
  })
})

describe('limits teach only what the sum does not say already', () => {
  const plan = testPlan()
  const lit = testFrame(plan, 'f', 'lit')
  const now = evaluate(plan).ledger.totals.subject!
  test.each([
    [-0.1, 'at-most', 'correction'],
    [0.1, 'at-most', 'as-predicted-or-darker'],
    [0.1, 'at-least', 'correction'],
    [-0.1, 'at-least', 'as-predicted-or-brighter']
  ] as const)('%d from what is predicted, %s: %s', (by, limit, what) => {
    const found = calibrate(plan, lit, judged(now + by, 'subject', limit), 'c')
    expect(found.kind === 'nothing' ? found.why : found.kind).toBe(what)
    if (found.kind === 'correction') {
      expect(found.correction.limit).toBe(limit)
      expect(found.correction.stops).toBeCloseTo(by, 6)
    }
  })
  test('light that is all but the rest’s own teaches nothing of the strobe', () => {
    const bright = testPlan((p) => {
      p.ambient.subject = testReading(p.settings.apertureStops + p.settings.shutterStops + 4, {
        atMagnification: 0.5
      })
    })
    const ambient = evaluate(bright).ledger.ambient.subject!.level
    const found = (share: number) =>
      calibrate(
        bright,
        testFrame(bright, 'f', 'lit'),
        judged(ambient - Math.log2(1 - share), 'subject'),
        'c'
      )
    expect(found(0.025)).toEqual({ kind: 'nothing', why: 'rest-alone' })
    expect(found(0.035)).toMatchObject({ kind: 'correction', correction: { source: 'A' } })
  })
  test('no light reaches the place, or the place is not there', () => {
    expect(calibrate(plan, lit, judged(0, 'P4'), 'c')).toEqual({
      kind: 'nothing',
      why: 'no-such-place'
    })
    const behind = testPlan((p) => {
      p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 180, elevationDeg: 0 }
    })
    expect(calibrate(behind, testFrame(behind, 'f', 'lit'), judged(0, 'subject'), 'c')).toEqual({
      kind: 'nothing',
      why: 'strobe-out-of-reach'
    })
  })
})

describe('of several lights', () => {
  const two = testPlan((p) => {
    p.lights.push(
      testLight({
        id: 'B',
        name: 'Second',
        role: 'other',
        powerStops: p.lights[0]!.powerStops - 1,
        at: { distanceMm: 200, azimuthDeg: -40, elevationDeg: 0 }
      })
    )
  })
  test('the one that gives most is corrected, the others taken out as predicted', () => {
    const { totals } = evaluate(two).ledger
    const frame = testFrame(two, 'f', 'lit')
    const found = calibrate(two, frame, judged(totals.subject! + 1, 'subject'), 'c')
    // Together 3 parts; seen 6, of which the second gives 1: the first gives 5 for its 2.
    expect(found).toMatchObject({ kind: 'correction', correction: { source: 'A', frameId: 'f' } })
    if (found.kind === 'correction') expect(found.correction.stops).toBeCloseTo(Math.log2(5 / 2), 4)
  })
  test('a light that is gone, or carries other kit now', () => {
    const frame = testFrame(two, 'f', 'lit')
    const gone = { ...two, lights: two.lights.slice(1) }
    expect(calibrate(gone, frame, judged(0, 'subject'), 'c')).toEqual({
      kind: 'nothing',
      why: 'other-kit'
    })
  })
})

describe('where a frame is judged', () => {
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid' }
    p.lights.push(testLight({ id: 'B', name: 'Rim', role: 'rim' }))
    p.places = [
      {
        id: 'P1',
        name: 'Label',
        xMm: 0,
        yMm: 0,
        zMm: 9,
        faces: 'lens',
        reflectance: 0.7,
        finish: 'matt'
      }
    ]
    p.goals.places = [
      { place: 'top', kind: 'about', stops: 1, toleranceStops: 0.3 },
      { place: 'lens', kind: 'at-most', stops: -3, toleranceStops: 0.3 },
      { place: 'shadow', kind: 'at-most', stops: -3, toleranceStops: 0.3 }
    ]
  })
  const only = (...ids: string[]): Plan => ({
    ...plan,
    lights: plan.lights.map((light) => ({ ...light, on: ids.includes(light.id) }))
  })
  const rest = ['subject', 'background', 'top', 'shadow', 'P1']
  test('a light alone: what it serves comes first', () => {
    expect(judgedAt({ kind: 'lit', plan: only('B') })).toEqual([
      'top',
      ...rest.filter((place) => place !== 'top')
    ])
    expect(judgedAt({ kind: 'lit', plan: only('A') })).toEqual(rest)
  })
  test('together, and in the dark', () => {
    expect(judgedAt({ kind: 'lit', plan: only('A', 'B') })).toEqual(rest)
    expect(judgedAt({ kind: 'black', plan: only() })).toEqual(['background', 'subject'])
  })
})

test('how far off each kind of evidence may be', () => {
  const patch: Evidence = {
    kind: 'patch',
    place: 'subject',
    x: 0.5,
    y: 0.5,
    radius: 0.1,
    levelStops: 0,
    limit: 'exact',
    uncertaintyStops: 0.3
  }
  expect(
    [
      testMetered(5),
      testMetered(5, { receptor: 'flat' }),
      testMetered(5, { receptor: 'dome' }),
      patch,
      judged(0, 'subject')
    ].map(uncertaintyOf)
  ).toEqual([0.1, 0.1, 0.2, 0.3, 0.5])
})

test('a meter’s reading as a level: f-number at its ISO against the camera’s', () => {
  const plan = testPlan((p) => {
    p.camera = { ...p.camera, showsEffective: true }
    p.settings = { ...p.settings, apertureStops: 8, isoStops: 2, ndStops: 1 }
    p.subject = { ...p.subject, reflectance: 0.36 }
  })
  // f/8 (6) at ISO 200 (1) where f/16 (8) at ISO 400 (2) behind one stop is wanted: 5 against 7,
  // on a surface a stop over the card.
  expect(measuredLevel(plan, testMetered(6, { isoStops: 1 }))).toBeCloseTo(-1, 9)
  expect(measuredLevel(plan, judged(-2.5, 'subject'))).toBe(-2.5)
})

test('at most 500 corrections are kept, the newest; one of the same frame, place and light gives way', () => {
  let plan = testPlan()
  const frame = testFrame(plan, 'f', 'lit')
  const found = calibrate(plan, frame, judged(-1, 'subject'), 'c')
  if (found.kind !== 'correction') throw new Error(found.kind)
  const { correction } = found
  for (let i = 0; i < 502; i++)
    plan = applyCalibration(plan, {
      kind: 'correction',
      correction: { ...correction, id: `c${i}`, frameId: `f${i}` }
    })
  expect(plan.corrections).toHaveLength(500)
  expect(plan.corrections[0]!.id).toBe('c2')
  for (const part of [{ frameId: 'other' }, { place: 'top' }, { source: 'B' as const }, {}]) {
    const once = applyCalibration(testPlan(), found)
    const twice = applyCalibration(once, {
      kind: 'correction',
      correction: { ...correction, ...part, id: 'new' }
    })
    expect(twice.corrections).toHaveLength(Object.keys(part).length ? 2 : 1)
    expect(twice.corrections.at(-1)!.id).toBe('new')
  }
})

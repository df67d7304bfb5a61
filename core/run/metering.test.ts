// checks: meter displays
// checks: flash meter in the set (by the guide number, with the tilt, the dome and the ambient worked out by hand)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ledgerOf } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { formatMeter, parseMeter } from '../scales/meter'
import { testFrame, testLight, testMetered, testPlan, testReading } from '../testing'
import { applyCalibration, calibrate } from './calibrate'
import { logFrame, type Evidence, type Frame } from './frame'
import { expectedReading, type Metering } from './metering'

/** A grey sheet square to the lens, one small head of GN 32 at 200 mm, 40° aside, at 1/8. */
const one = testPlan((p) => {
  p.subject.reflectance = 0.18
  p.lights[0]!.powerStops = -3
})
const held = (part: Partial<Metering> = {}): Metering => ({
  place: 'subject',
  lights: ['A'],
  isoStops: 0,
  shutterStops: null,
  receptor: 'flat',
  ...part
})
/** N = GN·√p / d (ISO 1230), in stops of aperture, for a small head of GN 32 at 1/8. */
const byGuide = (distanceMm: number): number =>
  2 * Math.log2((32 * Math.sqrt(1 / 8)) / (distanceMm / 1000))

const two = testPlan((p) => {
  p.subject = { ...p.subject, shape: 'ellipsoid', reflectance: 0.06 }
  p.lights = [
    testLight({ powerStops: -4 }),
    testLight({
      id: 'B',
      name: 'Rim',
      role: 'rim',
      powerStops: -5,
      at: { distanceMm: 250, azimuthDeg: 160, elevationDeg: 40 }
    })
  ]
  p.goals.places = [{ place: 'top', kind: 'about', stops: 0, toleranceStops: 0.5 }]
})
const taught = (plan: Plan, frame: Frame, evidence: Evidence): Plan =>
  applyCalibration(plan, calibrate(plan, frame, evidence, 'c'))

describe('what a meter should read', () => {
  test('flat, turned to a light: the guide number over the distance', () =>
    expect(expectedReading(one, held())).toBeCloseTo(byGuide(200), 2))
  test('flat in the surface: less by the cosine of the tilt', () =>
    expect(expectedReading(one, held({ receptor: 'surface' }))).toBeCloseTo(
      byGuide(200) + Math.log2(Math.cos((40 * Math.PI) / 180)),
      2
    ))
  test('a dome toward the lens answers by (1 + cos θ) / 2', () =>
    expect(expectedReading(one, held({ receptor: 'dome' }))).toBeCloseTo(
      byGuide(200) + Math.log2((1 + Math.cos((40 * Math.PI) / 180)) / 2),
      2
    ))
  test('at its own ISO, whatever the camera’s aperture, ISO, filter and reflectance', () => {
    const other = {
      ...one,
      subject: { ...one.subject, reflectance: 0.7 },
      settings: { ...one.settings, apertureStops: 5, isoStops: 3, ndStops: 2 }
    }
    expect(expectedReading(other, held({ isoStops: 2 }))).toBeCloseTo(byGuide(200) + 2, 2)
  })
  test('ambient within its own time is in it, not within the camera’s', () => {
    // EV 12 for 1/64 s is f/8 (6 stops) at ISO 100: N² = t·2^EV.
    const lit: Plan = {
      ...one,
      ambient: {
        ...one.ambient,
        subject: testReading(12)
      }
    }
    expect(expectedReading(lit, held({ shutterStops: 6 }))).toBeCloseTo(
      Math.log2(2 ** byGuide(200) + 2 ** 6),
      2
    )
    // A meter without a time of its own sees none; nor is there any where nobody has read it.
    expect(expectedReading(lit, held())).toBeCloseTo(byGuide(200), 2)
    expect(expectedReading(one, held({ shutterStops: 6 }))).toBeCloseTo(byGuide(200), 2)
    const long = { ...lit, settings: { ...lit.settings, shutterStops: 0 } }
    expect(expectedReading(long, held({ shutterStops: 6 }))).toBeCloseTo(
      expectedReading(lit, held({ shutterStops: 6 }))!,
      9
    )
  })
  test('nothing where no light that fired reaches the place', () => {
    expect(expectedReading(one, held({ lights: [] }))).toBeNull()
    expect(expectedReading(one, held({ place: 'P7' }))).toBeNull()
    const behind = withLight(one, 0, { at: { distanceMm: 200, azimuthDeg: 180, elevationDeg: 0 } })
    expect(expectedReading(behind, held())).toBeNull()
  })
  test('of two lights the one that fired, or both', () => {
    const pair = {
      ...one,
      lights: [
        one.lights[0]!,
        testLight({
          id: 'B',
          powerStops: -3,
          at: { distanceMm: 400, azimuthDeg: -40, elevationDeg: 0 }
        })
      ]
    }
    expect(expectedReading(pair, held({ lights: ['B'] }))).toBeCloseTo(byGuide(400), 2)
    expect(expectedReading(pair, held({ lights: ['A', 'B'] }))).toBeCloseTo(
      Math.log2(2 ** byGuide(200) + 2 ** byGuide(400)),
      2
    )
  })
})

describe('what a reading teaches', () => {
  test('a rim metered alone at the top corrects the rim there, not the key at the lit side', () => {
    const frame = testFrame(two, 'f', 'lit')
    const metering = held({ place: 'top', lights: ['B'], receptor: 'dome', shutterStops: 7 })
    const expected = expectedReading(two, metering)!
    const evidence = testMetered(expected - 1, {
      place: 'top',
      lights: ['B'],
      receptor: 'dome',
      shutterStops: 7
    })
    const after = taught(two, frame, evidence)
    expect(after.corrections).toMatchObject([{ source: 'B', place: 'top', method: 'meter' }])
    expect(after.corrections[0]!.stops).toBeCloseTo(-1, 6)
    expect(ledgerOf(after).rows[1]).toEqual(ledgerOf(two).rows[1])
  })
  test('property: after a reading the meter is expected to show it, whatever it was and wherever it was held', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('subject', 'top', 'front'),
        fc.constantFrom<['A' | 'B', ...('A' | 'B')[]]>(['A'], ['B'], ['A', 'B']),
        fc.constantFrom('dome', 'flat', 'surface'),
        fc.double({ min: -1, max: 3, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        (place, lights, receptor, off, isoStops) => {
          const metering = held({ place, lights, receptor, isoStops, shutterStops: 6 })
          const expected = expectedReading(two, metering)
          if (expected === null) return
          const frame = logFrame(two, {
            id: 'f',
            kind: 'lit',
            takenAt: '2026-11-26T10:00:00.000Z'
          })
          const reads = Math.min(13.9, Math.max(-1.9, expected + off))
          const evidence = testMetered(reads, {
            place,
            lights,
            receptor,
            isoStops,
            shutterStops: 6
          })
          const result = calibrate(two, frame, evidence, 'c')
          if (result.kind !== 'correction') {
            expect(result).toMatchObject({ why: 'rest-alone' })
            return
          }
          expect(expectedReading(applyCalibration(two, result), metering)).toBeCloseTo(reads, 6)
        }
      )
    )
  })
  test('the ambient share is taken out before the strobe is corrected', () => {
    const lit: Plan = {
      ...one,
      ambient: {
        ...one.ambient,
        subject: testReading(16)
      }
    }
    // 1/128 s of EV 16 is 9 stops; the meter shows the sum of that and a flash one stop stronger.
    const shows = Math.log2(2 ** 9 + 2 ** (byGuide(200) + 1))
    const after = taught(
      lit,
      testFrame(lit, 'f', 'lit'),
      testMetered(shows, { receptor: 'flat', shutterStops: 7 })
    )
    expect(after.corrections[0]!.stops).toBeCloseTo(1, 1)
  })
})

describe('displays', () => {
  test.each([
    ['tenths', '4.5', 4.5],
    ['thirds', '4.5', 13 / 3],
    ['thirds', '6.3', 16 / 3],
    ['thirds', '9', 19 / 3],
    ['thirds', '13', 22 / 3],
    ['halves', '9.5', 6.5],
    ['halves', '6.7', 5.5],
    ['decimals', '8', 6],
    ['decimals', '11.3', 7],
    ['thirds', '8+0.6', 6.6]
  ] as const)('%s: %s', (display, text, stops) =>
    expect(parseMeter(text, display)).toBeCloseTo(stops, 1)
  )
  test('what a display cannot show is not understood on it', () => {
    expect(parseMeter('9.5', 'thirds')).toBeNull()
    expect(parseMeter('6.3', 'halves')).toBeNull()
    expect(parseMeter('nine', 'decimals')).toBeNull()
  })
  test('property: whatever a display shows it reads back, within its own step', () => {
    const steps = { tenths: 0.05, thirds: 1 / 6, halves: 0.25, decimals: 0.15 }
    fc.assert(
      fc.property(
        fc.constantFrom('tenths', 'thirds', 'halves', 'decimals'),
        fc.double({ min: 0, max: 12.8, noNaN: true }),
        (display, stops) => {
          const back = parseMeter(formatMeter(stops, display), display)!
          expect(Math.abs(back - stops)).toBeLessThanOrEqual(steps[display] + 1e-9)
        }
      )
    )
  })
})

// checks: automatic flash (the metered mean and areas in closed form; a head's drawn truth found again; inverse square)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ledgerOf } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { longly, testFrame, testPlan } from '../testing'
import { automaticForecast, coveredShare, levelByAutomatic, type Automatic } from './automatic'
import { calibrate, measuredLevel } from './calibrate'
import type { Evidence } from './frame'
import { mergeFrames } from './merge'
import { outcomeOf } from './outcome'

/** A flat board on a far, all but black background, one small head in front of it. */
const board = (part: Partial<Plan['subject']> = {}, change?: (plan: Plan) => void): Plan =>
  testPlan((plan) => {
    Object.assign(plan.subject, { shape: 'sheet', widthMm: 30, heightMm: 20, ...part })
    plan.focus.magnification = 0.2
    plan.view.elevationDeg = 0
    plan.background = { ...plan.background, distanceMm: 9000, reflectance: 0.005 }
    plan.ambient = { ...plan.ambient, subject: null, background: null }
    plan.corrections = []
    change?.(plan)
  })
const whole: Automatic = { light: 'A', area: 'frame', compensationStops: 0 }
const level = (plan: Plan): number => ledgerOf(plan).totals.subject!

describe('what is metered', () => {
  test('a rectangle by its sides, an ellipse by π/4 of them, over the field', () => {
    const { sensorWidthMm: width, sensorHeightMm: height } = board().camera
    for (const [widthMm, heightMm] of [
      [30, 20],
      [90, 11],
      [60, 60]
    ] as const) {
      const share = ((widthMm * 0.2) / width) * ((heightMm * 0.2) / height)
      expect(coveredShare(board({ widthMm, heightMm }), 'frame')).toBeCloseTo(share, 2)
      expect(coveredShare(board({ widthMm, heightMm, shape: 'ellipsoid' }), 'frame')).toBeCloseTo(
        (share * Math.PI) / 4,
        2
      )
    }
  })
  test('a body as the camera sees it: a coin that lies flat, from above; a beetle turned aside', () => {
    const { sensorWidthMm: width, sensorHeightMm: height } = board().camera
    const field = (width / 0.2) * (height / 0.2)
    const coin = board({ shape: 'coin', widthMm: 24, heightMm: 2, depthMm: 24 }, (plan) => {
      plan.view.elevationDeg = 90
    })
    expect(coveredShare(coin, 'frame')).toBeCloseTo((Math.PI * 12 * 12) / field, 2)
    const edge = board({ shape: 'coin', widthMm: 24, heightMm: 2, depthMm: 24 }, (plan) => {
      plan.view.elevationDeg = 0
    })
    expect(coveredShare(edge, 'frame')).toBeCloseTo((Math.PI * 12 * 1) / field, 2)
    // A long body turned by 90° shows its depth for its width.
    const long = { widthMm: 60, heightMm: 20, depthMm: 10, shape: 'ellipsoid' } as const
    const straight = board(long, (plan) => void (plan.view.elevationDeg = 0))
    const turned = board({ ...long, rotationDeg: 90 }, (plan) => void (plan.view.elevationDeg = 0))
    expect(coveredShare(straight, 'frame') / coveredShare(turned, 'frame')).toBeCloseTo(6, 0)
  })
  test('a disc in the middle by its own area; a spot within the subject is all subject', () => {
    const { sensorHeightMm: height } = board().camera
    const radius = 0.3 * height
    // A ball of 40 mm at 1:5 is a disc of 8 mm on the sensor.
    const disc = (4 / radius) ** 2
    const ball = board({ shape: 'ellipsoid', widthMm: 40, heightMm: 40 })
    expect(coveredShare(ball, 'middle')).toBeCloseTo(disc, 2)
    expect(coveredShare(ball, 'spot')).toBe(1)
    expect(coveredShare(board({ widthMm: 5000, heightMm: 5000 }), 'frame')).toBe(1)
  })
})

describe('what it comes out at', () => {
  test('on black: over by the subject’s share of the area, whatever its reflectance', () => {
    for (const reflectance of [0.05, 0.18, 0.9])
      for (const [widthMm, heightMm] of [
        [30, 20],
        [80, 60]
      ] as const) {
        const plan = board({ widthMm, heightMm, reflectance })
        const share = coveredShare(plan, 'frame')
        // Error of the exposure: log2(0.18 / (s·ρ + rest)); the subject itself lies log2(ρ / 0.18) from grey.
        const error = Math.log2(0.18 / (share * reflectance)) + Math.log2(reflectance / 0.18)
        const found = automaticForecast(plan, whole, 'subject', 0)
        expect(found.levelStops).toBeCloseTo(error, 2)
        expect(found.compensationStops).toBeCloseTo(-error, 2)
      }
  })
  test('a background that gets light counts by what it gets', () => {
    const plan = board({}, (each) => {
      each.background = { ...each.background, distanceMm: 150, reflectance: 0.6 }
    })
    const ledger = ledgerOf(plan)
    const [subject, background] = [ledger.totals.subject!, ledger.totals.background!]
    const share = coveredShare(plan, 'frame')
    const mean = share * 2 ** subject + (1 - share) * 2 ** background
    expect(automaticForecast(plan, whole, 'subject', 0).levelStops).toBeCloseTo(
      subject - Math.log2(mean),
      6
    )
  })
  test('a stop of aperture, ISO or compensation is a stop of power', () => {
    const power = (plan: Plan, compensationStops = 0) =>
      automaticForecast(plan, { ...whole, compensationStops }, 'subject', 0).powerStops!
    const plan = board()
    const shut = board({}, (each) => void (each.settings.apertureStops += 1))
    const fast = board({}, (each) => void (each.settings.isoStops += 1))
    expect(power(shut) - power(plan)).toBeCloseTo(1, 6)
    expect(power(fast) - power(plan)).toBeCloseTo(-1, 6)
    expect(power(plan, -2) - power(plan)).toBeCloseTo(-2, 6)
  })
})

describe('where it works', () => {
  const at = (plan: Plan, distanceMm: number): Plan => ({
    ...plan,
    lights: plan.lights.map((light) => ({ ...light, at: { ...light.at, distanceMm } }))
  })
  test('put at its ends a head gives all it has, or its least', () => {
    const plan = at(board({ widthMm: 120, heightMm: 80 }), 700)
    const found = automaticForecast(plan, whole, 'subject', 0)
    const far = automaticForecast(at(plan, found.farthestMm!), whole, 'subject', 0)
    const near = automaticForecast(at(plan, found.nearestMm!), whole, 'subject', 0)
    expect(found.reach).toBe('within')
    expect(far.powerStops).toBeCloseTo(0, 1)
    expect(near.powerStops).toBeCloseTo(-7, 1)
    expect(automaticForecast(at(plan, found.farthestMm! * 1.2), whole, 'subject', 0).reach).toBe(
      'too-far'
    )
    expect(automaticForecast(at(plan, found.nearestMm! * 0.8), whole, 'subject', 0).reach).toBe(
      'too-near'
    )
  })
  test('a light that is not there, or does not reach the place, says so', () => {
    expect(automaticForecast(board(), { ...whole, light: 'C' }, 'subject', 0)).toMatchObject({
      levelStops: null,
      reach: 'none'
    })
    expect(levelByAutomatic(board(), { ...whole, light: 'C', powerStops: -2 }, 'subject')).toBeNaN()
  })
})

const evidence = (part: Partial<Extract<Evidence, { kind: 'automatic' }>> = {}): Evidence => ({
  kind: 'automatic',
  place: 'subject',
  light: 'A',
  area: 'frame',
  compensationStops: 0,
  powerStops: -3,
  limit: 'exact',
  ...part
})

describe('what the mark it chose says', () => {
  test('property: a head that is off by x chooses a mark that says x', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        fc.double({ min: 150, max: 900, noNaN: true }),
        fc.double({ min: -3, max: 2, noNaN: true }),
        fc.constantFrom('frame', 'middle', 'spot' as const),
        (off, distanceMm, compensationStops, area) => {
          const plan = board({}, (each) => void (each.lights[0]!.at.distanceMm = distanceMm))
          const real: Plan = {
            ...plan,
            lights: plan.lights.map((light) => ({
              ...light,
              strobe: { ...light.strobe, guideNumberM: light.strobe.guideNumberM * 2 ** (off / 2) }
            }))
          }
          const asked = { light: 'A', area, compensationStops } as const
          const { powerStops } = automaticForecast(real, asked, 'subject', 0)
          const said = evidence({ area, compensationStops, powerStops: powerStops! })
          expect(measuredLevel(plan, said)).toBeCloseTo(level(real), 6)
          const found = calibrate(plan, testFrame(plan, 'f', 'lit'), said, 'c')
          expect(found).toMatchObject({
            kind: 'correction',
            correction: {
              source: 'A',
              place: 'subject',
              method: 'automatic',
              uncertaintyStops: 0.4
            }
          })
          if (found.kind === 'correction') expect(found.correction.stops).toBeCloseTo(off, 4)
        }
      ),
      { numRuns: longly(200, 40) }
    )
  })
  test('all it has and too little is a limit: it corrects only what says more', () => {
    const plan = board()
    const { powerStops } = automaticForecast(plan, whole, 'subject', 0)
    const frame = testFrame(plan, 'f', 'lit')
    // A mark above the one foreseen means the head is the weaker by so much.
    const weaker = calibrate(
      plan,
      frame,
      evidence({ powerStops: powerStops! + 1, limit: 'at-most' }),
      'c'
    )
    expect(weaker).toMatchObject({ kind: 'correction', correction: { limit: 'at-most' } })
    if (weaker.kind === 'correction') expect(weaker.correction.stops).toBeCloseTo(-1, 4)
    const known = calibrate(
      plan,
      frame,
      evidence({ powerStops: powerStops! - 1, limit: 'at-most' }),
      'c'
    )
    expect(known).toEqual({ kind: 'nothing', why: 'as-predicted-or-darker' })
  })
  test('ambient that is in the frame is not taken for the head’s', () => {
    const lit = board({}, (plan) => {
      plan.settings.shutterStops = 0
      plan.ambient = {
        ...plan.ambient,
        subject: {
          value: { kind: 'ev', ev: 1 },
          limit: 'exact',
          via: 'incident',
          atMagnification: 1,
          takenAt: null,
          look: null
        }
      }
    })
    const { powerStops } = automaticForecast(lit, whole, 'subject', 0)
    const found = calibrate(
      lit,
      testFrame(lit, 'f', 'lit'),
      evidence({ powerStops: powerStops! }),
      'c'
    )
    expect(ledgerOf(lit).ambient.subject).toMatchObject({ state: 'known' })
    expect(found).toMatchObject({ correction: { stops: expect.closeTo(0, 4) } })
  })
  test('of a black frame, or of a light that was not there, it says nothing', () => {
    const plan = board()
    expect(calibrate(plan, testFrame(plan, 'f', 'black'), evidence(), 'c')).toEqual({
      kind: 'nothing',
      why: 'automatic-on-black'
    })
    const none = { ...testFrame(plan, 'f', 'lit'), evidence: [evidence({ light: 'D' })] }
    expect(calibrate(plan, none, none.evidence[0]!, 'c')).toEqual({
      kind: 'nothing',
      why: 'other-kit'
    })
    expect(outcomeOf(plan, none)).toBeNull()
  })
  test('expected is the light alone; what is said by eye of the same frame stays beside it', () => {
    const plan = board()
    const { powerStops } = automaticForecast(plan, whole, 'subject', 0)
    const frame = {
      ...testFrame(plan, 'f', 'lit'),
      evidence: [evidence({ powerStops: powerStops! })]
    }
    const outcome = outcomeOf(plan, frame)!
    expect(outcome.expectedStops).toBeCloseTo(level(plan), 6)
    expect(outcome.foundStops).toBeCloseTo(level(plan), 6)
    expect(outcome.fits).toBe(true)
    const eye: Evidence = { kind: 'judged', place: 'subject', levelStops: 1, limit: 'exact' }
    const merged = mergeFrames({ ...frame, evidence: [eye] }, frame)
    expect(merged.evidence.map(({ kind }) => kind)).toEqual(['automatic', 'judged'])
  })
})

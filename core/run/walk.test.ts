import { describe, expect, test } from '@jest/globals'
import { powerRemedies } from '../advise/powerRemedies'
import { rideMove } from '../advise/ride'
import { evaluate } from '../ledger/evaluate'
import { withLight } from '../plan/edit'
import { depthOf } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import { placeInPicture } from '../set/placeInPicture'
import { testFrame, testLight, testPlan, testReading } from '../testing'
import type { Evidence, Frame } from './frame'
import { nextMove } from './steps'

const judged = (levelStops: number, place = 'subject'): Evidence => ({
  kind: 'judged',
  place,
  levelStops,
  limit: levelStops <= -7 ? 'at-most' : 'exact'
})
/** Black frame and a frame with all lights, both judged, of a plan as it stands. */
const shot = (plan: Plan): Frame[] => [
  { ...testFrame(plan, 'black', 'black'), evidence: [judged(-8, 'background')] },
  { ...testFrame(plan, 'lit', 'lit'), evidence: [judged(0)] }
]

describe('the run walks all goals', () => {
  const right = testPlan()
  test('with every goal kept it is right', () =>
    expect(nextMove(right, shot(right))).toMatchObject({ kind: 'done', wishes: [] }))
  const missing: Record<string, (p: Plan) => void> = {
    background: (p) => {
      p.background = { ...p.background, distanceMm: 60, reflectance: 0.9 }
    },
    'at:P1': (p) => {
      p.places = [
        {
          id: 'P1',
          name: 'Edge',
          xMm: 12,
          yMm: 0,
          zMm: 0,
          faces: 'lens',
          reflectance: 0.18,
          finish: 'matt'
        }
      ]
      p.goals.places = [{ place: 'P1', kind: 'at-most', stops: -6, toleranceStops: 1 }]
    },
    depth: (p) => {
      p.subject = { ...p.subject, sharpDepthMm: 40 }
    },
    keyFill: (p) => {
      p.goals.keyFill = { stops: 2, toleranceStops: 0.3, over: 'subject', under: 'shadow' }
    }
  }
  test.each(Object.entries(missing))(
    'a hard goal missed elsewhere is named, not kept quiet: %s',
    (id, change) => {
      const plan = testPlan(change)
      expect(nextMove(plan, shot(plan))).toMatchObject({ kind: 'goal-missed', goal: { id } })
    }
  )
  test('what is only wished holds nothing up, and is named at the end', () => {
    const plan = testPlan((p) => {
      p.subject = { ...p.subject, sharpDepthMm: 40 }
      p.goals.wished = ['depth']
    })
    expect(nextMove(plan, shot(plan))).toMatchObject({
      kind: 'done',
      wishes: [{ id: 'depth' }]
    })
  })
})

describe('where surroundings are wanted', () => {
  const daylight = testPlan((p) => {
    p.look = 'daylight-fill'
    p.goals = { ...p.goals, backgroundStops: -1, backgroundLeastStops: -2 }
  })
  test('no black frame is asked for: a frame of the daylight alone, and only until it is read', () => {
    expect(nextMove(daylight, []).kind).toBe('take-ambient')
    const off = testFrame(daylight, 'a', 'black')
    expect(nextMove(daylight, [off])).toMatchObject({ kind: 'judge' })
    const { apertureStops, shutterStops } = daylight.settings
    const ev = apertureStops + shutterStops + 2 * Math.log2(2) - 1.5 - Math.log2(0.005 / 0.18)
    const read = {
      ...daylight,
      ambient: { ...daylight.ambient, background: testReading(ev), subject: testReading(0) }
    }
    expect(evaluate(read).ledger.ambient.background!.level).toBeCloseTo(-1.5, 6)
    expect(nextMove(read, []).kind).toBe('take-lit')
  })
  test('a background under its lower limit is a goal missed', () => {
    const dark = { ...daylight, ambient: { ...daylight.ambient, background: testReading(2) } }
    expect(nextMove(dark, shot(dark))).toMatchObject({
      kind: 'goal-missed',
      goal: { id: 'background' }
    })
  })
})

describe('the knob the run rides', () => {
  /** Two stops under, the power kept. */
  const under = (rides: Plan['rides']): Plan => {
    const plan = testPlan((p) => {
      p.rides = rides
      p.ambient.background = testReading(3)
    })
    return withLight(plan, 0, { powerStops: plan.lights[0]!.powerStops - 2 })
  }
  test('aperture: the f-number that lands the subject, and what ambient and depth do then', () => {
    const plan = under('aperture')
    const move = rideMove(plan)!
    expect(move.to - move.from).toBeCloseTo(-2, 6)
    expect(move.after.lights).toEqual(plan.lights)
    expect(Math.abs(evaluate(move.after).ledger.totals.subject!)).toBeLessThan(0.17)
    expect(move.price.ambientBackground).toBeCloseTo(2, 6)
    expect(move.price.depthMm).toBeCloseTo(depthOf(move.after).totalMm - depthOf(plan).totalMm, 9)
    expect(nextMove(plan, shot(plan))).toMatchObject({
      kind: 'ride',
      move: { control: 'aperture' }
    })
  })
  test('ISO and distance land it too; power has no other knob', () => {
    for (const rides of ['iso', 'distance'] as const) {
      const move = rideMove(under(rides))!
      expect(move.control).toBe(rides)
      expect(Math.abs(move.missStops)).toBeLessThan(0.17)
    }
    expect(rideMove(under('power'))).toBeNull()
  })
  test('locked, it says so', () =>
    expect(rideMove({ ...under('iso'), locks: ['settings.isoStops'] })).toMatchObject({
      locked: true
    }))
})

describe('a locked power', () => {
  test('is answered with what else lands the light, the power kept', () => {
    const plan = testPlan()
    const locked = {
      ...withLight(plan, 0, { powerStops: -3 }),
      locks: ['lights.A.powerStops']
    }
    const ways = powerRemedies(locked, 0)
    expect(ways.some((way) => way.control === 'distance' && way.solves)).toBe(true)
    for (const way of ways) {
      expect(way.after.lights[0]!.powerStops).toBe(-3)
      const miss = evaluate(way.after).ledger.totals.subject! - way.after.goals.subjectStops
      expect(way.missStops).toBeCloseTo(miss, 9)
    }
  })
  test('that is right needs nothing', () =>
    expect(powerRemedies({ ...testPlan(), locks: ['lights.A.powerStops'] }, 0)).toEqual([]))
})

describe('where a place lies in the file', () => {
  test('the focus side in the middle, the key side toward the key, outside nothing', () => {
    const plan = testPlan((p) => {
      p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 20, heightMm: 12, depthMm: 10 }
      p.lights = [testLight({ at: { distanceMm: 200, azimuthDeg: 60, elevationDeg: 30 } })]
    })
    expect(placeInPicture(plan, 'front')).toEqual({ x: 0.5, y: 0.5 })
    const lit = placeInPicture(plan, 'subject')!
    expect(lit.x).toBeGreaterThan(0.5)
    expect(lit.y).toBeLessThan(0.5)
    // Similar triangles at 1:1: 10 mm up on a 24 mm high sensor, 6 of them from the middle.
    const top = placeInPicture(plan, 'top')!
    expect(top.y).toBeCloseTo(0.5 - 6 / 24, 2)
    expect(placeInPicture(plan, 'lens')).toBeNull()
    expect(placeInPicture(plan, 'P3')).toBeNull()
  })
})

describe('the knob, where it does not fit', () => {
  test('a key light that serves a zone is set by its power, whatever the run rides', () => {
    const plan = testPlan((p) => {
      p.rides = 'aperture'
      p.places = [
        {
          id: 'P1',
          name: 'Label',
          xMm: 0,
          yMm: 0,
          zMm: 1,
          faces: 'lens',
          reflectance: 0.18,
          finish: 'matt'
        }
      ]
      p.lights[0]!.serves = 'P1'
      p.goals.places = [{ place: 'P1', kind: 'about', stops: -2, toleranceStops: 0.3 }]
    })
    expect(nextMove(plan, shot(plan))).toMatchObject({ kind: 'set-power', light: 'A' })
  })
  test('a distance that would only make it worse is not offered', () => {
    const plan = testPlan((p) => {
      p.rides = 'distance'
      p.lights[0]!.at = { distanceMm: 20, azimuthDeg: 40, elevationDeg: 0 }
      p.lights[0]!.powerStops = -7
      p.settings = { ...p.settings, apertureStops: 14, ndStops: 9 }
    })
    expect(evaluate(plan).ledger.totals.subject!).toBeLessThan(-1)
    expect(rideMove(plan)).toBeNull()
  })
})

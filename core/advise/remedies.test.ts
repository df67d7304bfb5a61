import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { freezeOf } from '../ledger/freeze'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { testCamera, testLight, testPlan, testReading, testStrobe } from '../testing'
import { distanceAtPower } from './distanceAtPower'
import { darkenMove, darkMoves } from './darken'
import { freezing } from './freezing'
import { powerRemedies } from './powerRemedies'

/** The plan with the camera moved so that the lowest power is so many stops too bright. */
function tooBrightBy(stops: number, plan = testPlan()): Plan {
  const lowest = withLight(plan, 0, { powerStops: -7 })
  const miss = evaluate(lowest).ledger.totals.subject! - plan.goals.subjectStops
  return {
    ...lowest,
    settings: { ...plan.settings, ndStops: 0 },
    goals: { ...plan.goals, subjectStops: plan.goals.subjectStops + miss - stops }
  }
}

describe('distance as a remedy', () => {
  test('0.92 stop too bright at 200 mm: 275 mm at the lowest power, by the inverse square', () => {
    const plan = tooBrightBy(0.92)
    expect(evaluate(plan).suggestions.A).toMatchObject({ state: 'too-bright' })
    const way = powerRemedies(plan, 0).find((each) => each.control === 'distance')!
    // A small head: d2 = d1·2^(stops/2).
    expect(way.to).toBeCloseTo(200 * 2 ** (0.92 / 2), -0.5)
    expect(way.after.lights[0]!.powerStops).toBe(-7)
    expect(way.solves).toBe(true)
  })
  test('property: the light moves by what it misses and keeps the end of its dial', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.4, max: 4, noNaN: true }), (stops) => {
        const way = powerRemedies(tooBrightBy(stops), 0).find(
          (each) => each.control === 'distance'
        )!
        // To a millimetre, and the head is no point: at 200 mm its face takes a little.
        const far = 200 * 2 ** (stops / 2)
        expect(Math.abs((way.to as number) - far)).toBeLessThan(0.5 + 0.005 * far)
        expect(way.after.lights[0]!.powerStops).toBe(-7)
      }),
      { numRuns: 40 }
    )
  })
  test('between two coarse marks the move is the small one, in the direction of the nearest mark', () => {
    const coarse = testPlan((p) => {
      p.lights[0] = testLight({
        strobe: testStrobe({ dial: { kind: 'levels', count: 4, stopsPerLevel: 2 } })
      })
    })
    const off = evaluate(coarse).suggestions.A!.missStops
    const plan = withLight(coarse, 0, {
      at: { ...coarse.lights[0]!.at, distanceMm: 200 * 2 ** ((off + 0.8) / 2) }
    })
    const suggestion = evaluate(plan).suggestions.A!
    expect(suggestion.state).toBe('coarse')
    const way = powerRemedies(plan, 0).find((each) => each.control === 'distance')!
    const factor = 2 ** (suggestion.missStops / 2)
    expect((way.to as number) / (way.from as number)).toBeCloseTo(factor, 1)
  })
  test('a place no distance serves is answered with the distance that comes nearest', () => {
    const plan = tooBrightBy(12)
    const found = distanceAtPower(plan, 0, 'subject', plan.goals.subjectStops, -7)
    expect(found.distanceMm).toBe(5000)
    expect(found.missStops).toBeGreaterThan(1)
  })
})

describe('other light at the goal already', () => {
  /** Ambient a little over the goal but within the tolerance. */
  const plan = testPlan((p) => {
    const { apertureStops, shutterStops } = p.settings
    p.focus.magnification = 0.1
    p.ambient.subject = {
      ...testReading(apertureStops + shutterStops + 0.2),
      via: 'lens',
      atMagnification: 0.1
    }
  })
  const suggestion = evaluate(plan).suggestions.A!
  test('the lowest mark is offered, no wanted power, and no rounding of ninety stops', () => {
    expect(suggestion.choice!.mark).toBe(dialMarks(plan.lights[0]!.strobe.dial)[0])
    expect(suggestion.wantedStops).toBeNull()
    expect(Math.abs(suggestion.choice!.errorStops)).toBeLessThan(1e-9)
  })
  test('where even the lowest mark is too much, moving away brings it within the tolerance', () => {
    const near = withLight(plan, 0, { at: { ...plan.lights[0]!.at, distanceMm: 60 } })
    expect(evaluate(near).suggestions.A!.state).toBe('too-bright')
    const way = powerRemedies(near, 0).find((each) => each.control === 'distance')!
    expect(way.solves).toBe(true)
    expect(way.to).toBeLessThan(2000)
  })
})

describe('darkening past sync', () => {
  const above = (change: (p: Plan) => void = () => undefined): Plan =>
    testPlan((p) => {
      p.settings = { ...p.settings, shutterStops: 9, highSpeedSync: true }
      p.ambient.background = testReading(18.5)
      change(p)
    })
  test('in high-speed sync a faster shutter comes before closing the aperture', () => {
    const move = darkenMove(above())!
    expect(move.control).toBe('shutter')
    expect(move.to).toBeGreaterThan(9)
    expect(move.price.depthMm).toBe(0)
  })
  test('a camera at its fastest closes the aperture', () => {
    expect(
      darkenMove(
        above((p) => {
          p.camera = testCamera({ fastestShutterStops: 9 })
        })
      )!.control
    ).toBe('aperture')
  })
  test('a strobe without high-speed sync holds the shutter at sync', () => {
    const shutter = darkMoves(
      above((p) => {
        p.lights[0] = testLight({ strobe: testStrobe({ highSpeedSync: false }) })
      })
    ).find((move) => move.control === 'shutter')!
    expect(shutter.to).toBe(8)
  })
})

describe('freezing', () => {
  const moving = (change: (p: Plan) => void): Plan =>
    testPlan((p) => {
      p.subject = { ...p.subject, speedMmS: 1000 }
      p.focus = { ...p.focus, magnification: 0.5 }
      p.goals.blurPx = 20
      change(p)
    })
  test('nearer with a panel as wide as it is far is worked out over its face, not by the inverse square', () => {
    const plan = moving((p) => {
      p.lights[0] = testLight({
        powerStops: -1,
        strobe: testStrobe({
          beamDeg: 120,
          face: { kind: 'rectangle', widthMm: 200, heightMm: 200 }
        }),
        at: { distanceMm: 300, azimuthDeg: 60, elevationDeg: 0 }
      })
    })
    const move = freezing(plan).moves.find((each) => each.kind === 'nearer')!
    if (move.kind !== 'nearer' || !move.after) throw new Error('nearer')
    const was = evaluate(plan).ledger.flash.subject!
    expect(evaluate(move.after).ledger.flash.subject!).toBeCloseTo(was, 1)
    // The inverse square would have stayed too far off: a near face gives less than a point.
    expect(move.to).toBeLessThan(0.95 * 300 * 2 ** ((move.powerStops + 1) / 2))
  })
  test('not into the picture: nearer is left out, and so is distance as a remedy', () => {
    const before = (azimuthDeg: number, guideNumberM = 6): Plan =>
      moving((p) => {
        p.lights[0] = testLight({
          powerStops: -1,
          strobe: testStrobe({ guideNumberM }),
          at: { distanceMm: 300, azimuthDeg, elevationDeg: 0 }
        })
      })
    const kinds = (azimuthDeg: number) => freezing(before(azimuthDeg)).moves.map(({ kind }) => kind)
    expect(kinds(70)).toContain('nearer')
    expect(kinds(5)).not.toContain('nearer')
    const dim = (azimuthDeg: number) =>
      powerRemedies(before(azimuthDeg, 3), 0).map((each) => each.control)
    expect(dim(70)).toContain('distance')
    expect(dim(5)).not.toContain('distance')
  })
  test('a panel that cannot give the light from any nearer place is not sent there', () => {
    const plan = moving((p) => {
      p.goals.blurPx = 3
      p.lights[0] = testLight({
        powerStops: 0,
        strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 600, heightMm: 600 } }),
        at: { distanceMm: 250, azimuthDeg: 0, elevationDeg: 0 }
      })
    })
    expect(freezing(plan).moves.map((move) => move.kind)).not.toContain('nearer')
  })
  const highSpeed = moving((p) => {
    p.settings = { ...p.settings, shutterStops: 9, highSpeedSync: true }
    p.lights[0] = testLight({ powerStops: -2 })
  })
  test('in high-speed sync only a faster shutter or a single flash is promised', () => {
    const { moves, freeze } = freezing(highSpeed)
    expect(freeze.worst.highSpeed).toBe(true)
    expect(moves.map((move) => move.kind)).toEqual(['faster-shutter', 'to-sync'])
  })
  test('each of them does what it says: same light on the subject, that blur', () => {
    const was = evaluate(highSpeed).ledger.flash.subject!
    for (const move of freezing(highSpeed).moves) {
      if (!move.after || !('blurPx' in move)) throw new Error('no plan')
      const after = evaluate(move.after)
      expect(freezeOf(move.after, after.ledger).worst.blurPx).toBeCloseTo(move.blurPx, 6)
      const lacks = move.kind === 'faster-shutter' ? Math.max(0, move.shortStops) : 0
      expect(Math.abs(after.ledger.flash.subject! - was + lacks)).toBeLessThan(0.2)
    }
  })
  test('power lost for a faster shutter is said', () => {
    const full = { ...highSpeed, lights: [{ ...highSpeed.lights[0]!, powerStops: 0 }] }
    const move = freezing(full).moves[0]!
    if (move.kind !== 'faster-shutter') throw new Error(move.kind)
    expect(move.shortStops).toBeCloseTo(move.stops, 9)
    expect(move.shortStops).toBeGreaterThan(0.5)
  })
})

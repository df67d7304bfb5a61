import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { countPixels, finishCount, newCounter } from '../measure/analyse'
import type { Plan } from '../plan/plan'
import { darkenMove, darkMoves, darkReserve } from '../advise/darken'
import { moveGroup, withLight } from '../plan/edit'
import { withBestPower } from '../solve/power'
import { powerRemedies } from '../advise/powerRemedies'
import {
  testFrame,
  testLens,
  testLight,
  testMetered,
  testModifier,
  testPlan,
  testStrobe
} from '../testing'
import { changesBetween } from './changes'
import { logFrame, type Evidence, type Frame } from './frame'
import { nextMove } from './steps'
import { calibrate, measuredLevel, applyCalibration } from './calibrate'

const TAKEN_AT = '2026-11-24T10:00:00.000Z'
let count = 0
const frame = (plan: Plan, kind: 'black' | 'lit', evidence: Evidence[] = []): Frame => ({
  ...testFrame(plan, `f${++count}`, kind),
  evidence
})
const judged = (levelStops: number, place: 'subject' | 'background' = 'subject'): Evidence => ({
  kind: 'judged',
  place,
  levelStops,
  limit: levelStops <= -8 ? 'at-most' : 'exact'
})
const log = (plan: Plan, taken: Frame): Plan =>
  taken.evidence.reduce(
    (p, each, i) => applyCalibration(p, calibrate(p, taken, each, `${taken.id}-${i}`)),
    plan
  )

describe('remedies at the ends of the dial', () => {
  const tooBright = testPlan((p) => {
    p.lights[0]!.at = { distanceMm: 60, azimuthDeg: 40, elevationDeg: 0 }
    p.settings.apertureStops = 3
    p.focus.magnification = 0.2
  })
  const tooDim = testPlan((p) => {
    p.lights[0]!.at = { distanceMm: 1500, azimuthDeg: 40, elevationDeg: 0 }
    p.settings.apertureStops = 9
    p.lights[0]!.modifiers = [testModifier({ lossStops: 2 })]
  })

  test('lowest power still too bright: farther, diffusion, ND, smaller aperture; each does what it says', () => {
    expect(evaluate(tooBright).suggestions.A!.state).toBe('too-bright')
    const ways = powerRemedies(tooBright, 0, [
      testModifier({ id: 'thick', name: 'Thick sheet', lossStops: 4 })
    ])
    expect(new Set(ways.map((way) => way.control))).toEqual(
      new Set(['distance', 'modifier', 'aperture', 'nd'])
    )
    for (const way of ways) {
      const miss = evaluate(way.after).ledger.totals.subject! - way.after.goals.subjectStops
      expect(miss).toBeCloseTo(way.missStops, 6)
      expect(way.solves).toBe(Math.abs(miss) <= way.after.goals.toleranceStops + 1e-6)
    }
    expect(ways[0]!.solves).toBe(true)
  })
  test('full power too dim: closer, bare head, wider aperture, higher ISO', () => {
    const ways = powerRemedies(tooDim, 0)
    expect(new Set(ways.map((way) => way.control))).toEqual(
      new Set(['distance', 'modifier', 'aperture', 'iso'])
    )
    expect(ways.find((way) => way.control === 'iso')!.price.ambientSubject).toBe(0)
  })
  test('locked controls are left alone', () => {
    const locked = { ...tooDim, locks: ['settings.isoStops', 'lights.A.at.distanceMm'] }
    expect(powerRemedies(locked, 0).map((way) => way.control)).not.toContain('iso')
    expect(powerRemedies(locked, 0).map((way) => way.control)).not.toContain('distance')
  })
  test('nothing to offer where a mark on the dial does it', () =>
    expect(powerRemedies(testPlan(), 0)).toEqual([]))
  test('a dial of whole stops is helped by a small move', () => {
    let coarse = testPlan((p) => {
      p.lights[0] = testLight({
        strobe: testStrobe({ dial: { kind: 'fraction', step: 'whole', lowestStops: -7 } })
      })
    })
    const first = evaluate(coarse).suggestions.A!.missStops
    coarse = withLight(coarse, 0, {
      at: { ...coarse.lights[0]!.at, distanceMm: 200 * 2 ** ((first + 0.5) / 2) }
    })
    const state = evaluate(coarse).suggestions.A!.state
    expect(state).toBe('coarse')
    expect(powerRemedies(coarse, 0).some((way) => way.control === 'distance' && way.solves)).toBe(
      true
    )
  })
})

describe('darkening', () => {
  const lit = (ev: number, change?: (p: Plan) => void) =>
    testPlan((p) => {
      p.settings.shutterStops = 6
      p.ambient.background = {
        value: { kind: 'ev', ev },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
      change?.(p)
    })
  test('shutter first: it takes ambient and costs the strobe nothing', () => {
    const plan = lit(12)
    const shutter = darkMoves(plan).find((move) => move.control === 'shutter')!
    expect(shutter.price.ambientBackground).toBeCloseTo(-2, 9)
    expect(shutter.price.strobeSubject).toBe(0)
    expect(darkenMove(plan)!.control).toBe('shutter')
  })
  test('at sync the aperture is next, priced against the strobe; locks are kept', () => {
    const atSync = lit(11, (p) => {
      p.settings.shutterStops = 8
      p.settings.apertureStops = 6
    })
    const move = darkenMove(atSync)!
    expect(move.control).toBe('aperture')
    expect(move.powerNeededStops).toBeCloseTo(-move.price.ambientBackground, 6)
    expect(darkenMove({ ...atSync, locks: ['settings.apertureStops'] })!.control).toBe('nd')
  })
  test('property: the reserve is what it says: all strobes up, the camera closed by as much, the subject stays, the background falls', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -7, max: 0 }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (power, ev) => {
          const plan = lit(ev, (p) => {
            p.lights[0]!.powerStops = power
          })
          const { stops, backgroundStops, light } = darkReserve(plan)
          expect([stops, light]).toEqual([0 - power, 'A'])
          const after = {
            ...withLight(plan, 0, { powerStops: plan.lights[0]!.powerStops + stops }),
            settings: { ...plan.settings, ndStops: stops }
          }
          expect(evaluate(after).ledger.flash.subject!).toBeCloseTo(
            evaluate(plan).ledger.flash.subject!,
            9
          )
          expect(evaluate(after).ledger.ambient.background!.level).toBeCloseTo(backgroundStops, 9)
        }
      )
    )
  })
  test('property: the one change offered reaches the goal or goes as far as its control can', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 18, noNaN: true }), (ev) => {
        const plan = lit(ev)
        const move = darkenMove(plan)
        if (!move)
          return expect(evaluate(plan).ledger.ambient.background!.level).toBeLessThanOrEqual(
            plan.goals.backgroundStops + 1e-6
          )
        const level = evaluate(move.after).ledger.ambient.background!.level
        const atEnd =
          move.to === (move.control === 'shutter' ? 8 : move.control === 'aperture' ? 10 : move.to)
        expect(level <= plan.goals.backgroundStops + 1e-6 || atEnd).toBe(true)
      })
    )
  })
})

describe('readings', () => {
  test('property: after a judged frame the next prediction equals what was seen', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: 3, noNaN: true }), (seen) => {
        const plan = testPlan()
        const taken = frame(plan, 'lit', [judged(seen)])
        expect(evaluate(log(plan, taken)).ledger.totals.subject!).toBeCloseTo(seen, 6)
      })
    )
  })
  test('ambient is taken out before the strobe is corrected', () => {
    const plan = testPlan((p) => {
      p.ambient.subject = {
        value: { kind: 'ev', ev: 15.5 },
        limit: 'exact',
        via: 'lens',
        atMagnification: p.focus.magnification,
        takenAt: null,
        look: null
      }
    })
    plan.lights[0]!.powerStops = evaluate(plan).suggestions.A!.choice!.mark.stops
    const taken = frame(plan, 'lit', [judged(0.5)])
    expect(evaluate(log(plan, taken)).ledger.totals.subject!).toBeCloseTo(0.5, 6)
    const explained = calibrate(plan, frame(plan, 'lit'), judged(-0.51), 'x')
    expect(explained).toMatchObject({ kind: 'nothing', why: 'rest-alone' })
  })
  test('a flash meter in tenths: 8·6 at the card against f/16 focused at 1:1 reads 3.4 stops under', () => {
    const plan = testPlan((p) => {
      p.settings.apertureStops = 8
      p.focus.magnification = 1
      p.subject.reflectance = 0.18
    })
    expect(measuredLevel(plan, testMetered(6.6))).toBeCloseTo(6.6 - 10, 9)
    const calibration = calibrate(plan, frame(plan, 'lit'), testMetered(6.6), 'm')
    expect(calibration).toMatchObject({
      kind: 'correction',
      correction: { method: 'meter', uncertaintyStops: 0.1 }
    })
    expect(evaluate(applyCalibration(plan, calibration)).ledger.flash.subject!).toBeCloseTo(-3.4, 9)
  })
  test('a black frame gives the ambient where none was known, and corrects it where it was', () => {
    const plan = testPlan((p) => {
      p.settings.shutterStops = 6
    })
    const first = frame(plan, 'black', [judged(-4, 'background')])
    const calibrated = log(plan, first)
    expect(calibrated.ambient.background).not.toBeNull()
    expect(evaluate(calibrated).ledger.ambient.background!.level).toBeCloseTo(-4, 2)
    const again = log(calibrated, frame(calibrated, 'black', [judged(-5, 'background')]))
    expect(evaluate(again).ledger.ambient.background!.level).toBeCloseTo(-5, 2)
  })
  test('a patch at the file’s floor does not lift a darker prediction', () => {
    const plan = testPlan((p) => {
      p.ambient.background = {
        value: { kind: 'ev', ev: 1 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    })
    const floor: Evidence = {
      kind: 'patch',
      place: 'background',
      x: 0.5,
      y: 0.2,
      radius: 0.02,
      levelStops: -8,
      limit: 'at-most',
      uncertaintyStops: 0.3
    }
    expect(calibrate(plan, frame(plan, 'black'), floor, 'x')).toMatchObject({ kind: 'nothing' })
  })
  test('a frame from other kit teaches nothing about this kit', () => {
    const old = frame(testPlan(), 'lit')
    const now = testPlan((p) => {
      p.lights[0]!.modifiers = [testModifier()]
    })
    expect(calibrate(now, old, judged(-1), 'x')).toMatchObject({ why: 'other-kit' })
  })
  test('judging the same frame again replaces the first opinion', () => {
    const plan = testPlan()
    const taken = frame(plan, 'lit')
    const once = applyCalibration(plan, calibrate(plan, taken, judged(-1), 'a'))
    const twice = applyCalibration(once, calibrate(once, taken, judged(-0.5), 'b'))
    expect(twice.corrections).toHaveLength(1)
    expect(evaluate(twice).ledger.totals.subject!).toBeCloseTo(-0.5, 6)
  })
})

describe('the run, move by move', () => {
  test('black frame, judge, lit frame, judge, correct, frame, done', () => {
    let plan = testPlan()
    const frames: Frame[] = []
    expect(nextMove(plan, frames).kind).toBe('take-black')
    frames.push(frame(plan, 'black'))
    expect(nextMove(plan, frames).kind).toBe('judge')
    frames[0] = { ...frames[0]!, evidence: [judged(-8, 'background')] }
    plan = log(plan, frames[0])
    expect(nextMove(plan, frames).kind).toBe('take-lit')
    const lit = frame(plan, 'lit', [judged(-2)])
    frames.push(lit)
    plan = log(plan, lit)
    const move = nextMove(plan, frames)
    expect(move).toMatchObject({ kind: 'set-power' })
    if (move.kind !== 'set-power') return
    expect(move.to - move.from).toBeCloseTo(2, 6)
    plan = move.after
    expect(nextMove(plan, frames).kind).toBe('take-lit')
    const good = frame(plan, 'lit', [judged(0.1)])
    frames.push(good)
    plan = log(plan, good)
    // By eye it is known to half a stop and its goal is a third wide: looked at again, then landed.
    expect(nextMove(plan, frames)).toMatchObject({
      kind: 'take-lit',
      unsureStops: expect.anything()
    })
    for (const level of [-0.1, 0]) {
      expect(nextMove(plan, frames)).toMatchObject({ unsureStops: expect.anything() })
      const again = frame(plan, 'lit', [judged(level)])
      frames.push(again)
      plan = log(plan, again)
    }
    // Four looks are enough.
    expect(nextMove(plan, frames).kind).toBe('done')
    expect(
      changesBetween(lit.plan, good.plan).map((each) => [each.control, Math.round(each.stops!)])
    ).toEqual([['power', 2]])
  })
  test('something shows in the black frame: darken before any light', () => {
    const plan = testPlan((p) => {
      p.settings.shutterStops = 5
    })
    const taken = frame(plan, 'black', [judged(-4, 'background')])
    expect(nextMove(log(plan, taken), [taken])).toMatchObject({
      kind: 'darken',
      move: { control: 'shutter' }
    })
  })
  test('camera settings moved since the black frame: take it again', () => {
    const plan = testPlan()
    const black = frame(plan, 'black', [judged(-8, 'background')])
    const moved = { ...log(plan, black), settings: { ...plan.settings, apertureStops: 6 } }
    expect(nextMove(moved, [black]).kind).toBe('take-black')
  })
  test('a picture that is black by its own figures needs no judging', () => {
    const counter = newCounter()
    countPixels(counter, new Uint8ClampedArray(400))
    const plan = testPlan()
    const black = { ...frame(plan, 'black'), analysis: finishCount(counter, 10, 10) }
    expect(nextMove(plan, [black]).kind).toBe('take-lit')
  })
  test('a locked power is named, not moved; past the dial the remedies come', () => {
    const plan = testPlan()
    const black = frame(plan, 'black', [judged(-8, 'background')])
    const ready = log(plan, black)
    const under = withLight(ready, 0, { powerStops: ready.lights[0]!.powerStops - 2 })
    expect(nextMove({ ...under, locks: ['lights.A.powerStops'] }, [black]).kind).toBe(
      'power-locked'
    )
    const far = {
      ...withLight(ready, 0, { at: { ...ready.lights[0]!.at, distanceMm: 6000 }, powerStops: 0 }),
      lens: testLens()
    }
    expect(nextMove(far, [black])).toMatchObject({ kind: 'no-power-fits' })
  })

  test('two lights: each alone, the key first, then both; what each frame showed corrects the light it isolates', () => {
    let plan = testPlan((p) => {
      p.subject.shape = 'ellipsoid'
      p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 75, elevationDeg: 10 }
      p.lights.push(
        testLight({
          id: 'B',
          name: 'Fill',
          role: 'fill',
          at: { distanceMm: 300, azimuthDeg: -50, elevationDeg: 10 }
        })
      )
      p.goals.places = [{ place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 1 / 3 }]
    })
    plan = withBestPower(withBestPower(withBestPower(plan, 0), 1), 0)
    const black = frame(plan, 'black', [judged(-8, 'background')])
    const frames = [black]
    plan = log(plan, black)
    expect(nextMove(plan, frames)).toMatchObject({ kind: 'take-lit', lights: ['A'], alone: true })
    const only = (ids: ('A' | 'B')[], evidence: Evidence[]): Frame => ({
      ...logFrame(plan, { id: `f${++count}`, kind: 'lit', takenAt: TAKEN_AT, fired: ids }),
      evidence
    })
    const keyAlone = only(['A'], [judged(evaluate(plan).ledger.rows[1]!.cells.subject!.level)])
    frames.push(keyAlone)
    plan = log(plan, keyAlone)
    for (let look = 0; look < 3; look++) {
      expect(nextMove(plan, frames)).toMatchObject({
        lights: ['A'],
        unsureStops: expect.anything()
      })
      const again = only(['A'], [judged(evaluate(plan).ledger.rows[1]!.cells.subject!.level)])
      frames.push(again)
      plan = log(plan, again)
    }
    expect(nextMove(plan, frames)).toMatchObject({ kind: 'take-lit', lights: ['B'], alone: true })
    const fillAlone = only(
      ['B'],
      [judged(evaluate(plan).ledger.rows[2]!.cells.shadow!.level - 1, 'shadow' as 'subject')]
    )
    frames.push(fillAlone)
    plan = log(plan, fillAlone)
    expect(plan.corrections.at(-1)).toMatchObject({ source: 'B', place: 'shadow' })
    expect(plan.corrections.at(-1)!.stops).toBeCloseTo(-1, 6)
    const move = nextMove(plan, frames)
    expect(move).toMatchObject({ kind: 'set-power', light: 'B' })
    if (move.kind !== 'set-power') return
    plan = move.after
    expect(nextMove(plan, frames)).toMatchObject({ kind: 'take-lit', lights: ['B'] })
    for (let look = 0; look < 3; look++) {
      const fill = only(['B'], [judged(-1.5, 'shadow' as 'subject')])
      frames.push(fill)
      plan = log(plan, fill)
    }
    expect(nextMove(plan, frames)).toMatchObject({
      kind: 'take-lit',
      lights: ['A', 'B'],
      alone: false
    })
    frames.push(only(['A', 'B'], [judged(0)]))
    expect(nextMove(plan, frames).kind).toBe('done')
    expect(
      changesBetween(frames[4]!.plan, frames[5]!.plan).map((each) => [
        each.light,
        each.control,
        each.to
      ])
    ).toEqual([
      ['A', 'switch', false],
      ['B', 'switch', true]
    ])
  })
  test('a group moves as one, each light on its own dial', () => {
    const plan = testPlan((p) => {
      p.lights = [
        testLight({ group: 'A', powerStops: -4 }),
        testLight({
          id: 'B',
          group: 'A',
          powerStops: -5,
          strobe: testStrobe({ dial: { kind: 'fraction', step: 'whole', lowestStops: -6 } })
        }),
        testLight({ id: 'C', powerStops: -3 })
      ]
    })
    expect(moveGroup(plan, 'A', 1 / 3).lights.map((light) => light.powerStops)).toEqual([
      -4 + 1 / 3,
      -5,
      -3
    ])
    expect(moveGroup(plan, 'A', -2).lights.map((light) => light.powerStops)).toEqual([-6, -6, -3])
  })
})

// checks: course of falling light (curves made up by an offset, a slope and noise found again; marks by hand)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { sunAltitudeDeg } from '../ambient/sun'
import { daylightLux } from '../ambient/twilight'
import { evaluate } from '../ledger/evaluate'
import { fallingSchema, type Falling, type Plan } from '../plan/plan'
import { nameOf } from '../scales/marks'
import { testPlan, testReading } from '../testing'
import { changeBetween, courseOf, evOfBackground, type TimedReading } from './course'
import { bracketOf, stepAt, stepsOf } from './courseSteps'

const dusk = (part: Partial<Falling> = {}): Falling =>
  fallingSchema.parse({
    latitudeDeg: 50,
    longitudeDeg: -4,
    date: '2026-11-28',
    way: 'dusk',
    lights: 'sun',
    levelStops: -1,
    bracketStops: 0,
    readings: [],
    dropped: [],
    ...part
  })
const plan = testPlan((p) => {
  p.settings.apertureStops = 6
  p.background = { ...p.background, reflectance: 0.18 }
})
const empty = courseOf(plan, dusk(), [])
const start = empty.points[0]!.at
const MINUTE = 60_000

/** What a sky of so many stops less, so much steeper, would have been read as. */
const truth = (at: number, offset: number, slope: number): number => {
  const clear = (ms: number) => Math.log2(daylightLux(sunAltitudeDeg(ms, dusk())) / 2.5)
  const middle = clear(start + 40 * MINUTE)
  return middle + offset + slope * (clear(at) - middle)
}
const reading = (minute: number, ev: number, part: Partial<TimedReading> = {}): TimedReading => ({
  id: `r${minute}`,
  at: start + minute * MINUTE,
  ev,
  uncertaintyStops: 0.1,
  on: true,
  ...part
})

describe('the course', () => {
  test('without readings is the clear sky on an 18 % background, and says how little it knows', () => {
    const point = empty.points[30]!
    const lux = daylightLux(point.altitudeDeg)
    // E = 2.5·2^EV lx (ISO 2720): an incident reading.
    // Seen through a lens at 1:1 it is two stops less (2·log2(1 + 1)).
    expect(point.ev).toBeCloseTo(Math.log2(lux / 2.5) - 2, 3)
    expect(point.uncertaintyStops).toBeGreaterThan(1.4)
    expect(empty.allDay).toBe(false)
    expect(sunAltitudeDeg(empty.sunsetAt!, dusk())).toBeCloseTo(0, 2)
  })

  test('property: readings give offset and slope of a sky again, within what it says it is sure of', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2.5, max: 1, noNaN: true }),
        fc.double({ min: 0.9, max: 1.12, noNaN: true }),
        fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (offset, slope, noise) => {
          const readings = noise.map((off, i) =>
            reading(5 + 9 * i, truth(start + (5 + 9 * i) * MINUTE, offset, slope) + off)
          )
          const course = courseOf(plan, dusk(), readings)
          for (const minute of [10, 30, 50, 68]) {
            const point = course.points[minute]!
            const off = Math.abs(point.ev - truth(point.at, offset, slope))
            expect(off).toBeLessThan(0.2)
            expect(point.uncertaintyStops).toBeLessThan(0.35)
          }
        }
      ),
      { numRuns: 30 }
    )
  })

  test('a cloud is told from the rest and hardly moves it; dropped it does not count at all', () => {
    const good = [5, 15, 25, 35, 45].map((m) => reading(m, truth(start + m * MINUTE, -1, 1)))
    const cloud = reading(30, truth(start + 30 * MINUTE, -1, 1) - 2.5)
    const with_ = courseOf(plan, dusk(), [...good, cloud])
    const without = courseOf(plan, dusk(), good)
    expect(with_.readings.find(({ id }) => id === 'r30')!.strays).toBe(true)
    expect(with_.readings.filter(({ strays }) => strays)).toHaveLength(1)
    expect(Math.abs(with_.points[40]!.ev - without.points[40]!.ev)).toBeLessThan(0.12)
    const dropped = courseOf(plan, dusk(), [...good, { ...cloud, on: false }])
    expect(dropped.points[40]!.ev).toBe(without.points[40]!.ev)
  })

  test('grows less sure away from the last reading', () => {
    const course = courseOf(plan, dusk(), [reading(10, 8)])
    const at = (m: number) => course.points[m]!.uncertaintyStops
    expect(at(10)).toBeLessThan(at(20))
    expect(at(20)).toBeLessThan(at(60))
  })

  test('says by how much light has fallen, and rises at dawn', () => {
    const down = changeBetween(empty, start + 30 * MINUTE, start + 60 * MINUTE)!
    expect(down).toBeLessThan(-1.5)
    const dawn = courseOf(plan, dusk({ way: 'dawn' }), [])
    const first = dawn.points[0]!.at
    expect(changeBetween(dawn, first + 30 * MINUTE, first + 60 * MINUTE)!).toBeGreaterThan(1.5)
    expect(changeBetween(empty, 0, start)).toBeNull()
  })

  test('where the sun does not set half a day is shown, and it says so', () => {
    const polar = courseOf(plan, dusk({ latitudeDeg: 78, date: '2026-06-21' }), [])
    expect(polar.allDay).toBe(true)
    expect(polar.sunsetAt).toBeNull()
    expect(polar.points.length).toBe(721)
  })
})

describe('the shutter that is due', () => {
  test('brings the background to its level, by the whole sum', () => {
    const course = courseOf(plan, dusk(), [reading(20, 9)])
    for (const minute of [10, 30, 50]) {
      const { ev, dueStops } = course.points[minute]!
      const then: Plan = {
        ...plan,
        lights: plan.lights.map((light) => ({ ...light, on: false })),
        ambient: {
          ...plan.ambient,
          background: testReading(ev, { via: 'lens', atMagnification: plan.focus.magnification })
        },
        settings: { ...plan.settings, shutterStops: dueStops }
      }
      expect(evaluate(then).ledger.totals.background!).toBeCloseTo(-1, 6)
    }
  })

  test('EV 10 at f/8, ISO 100 is 1/15; a stop under 1/30, two under 1/60 (common practice, no source)', () => {
    const wide: Plan = {
      ...plan,
      // At a distance: no close-up loss.
      focus: { ...plan.focus, magnification: 0.001 }
    }
    for (const [levelStops, name] of [
      [0, '1/15'],
      [-1, '1/30'],
      [-2, '1/60']
    ] as const) {
      const course = courseOf(wide, dusk({ levelStops }), [
        reading(20, 10, { uncertaintyStops: 0.01 })
      ])
      const due = course.points[20]!
      const exact = due.dueStops - (due.ev - 10)
      expect(nameOf('shutter', Math.round(exact * 3) / 3)).toBe(name)
    }
  })

  test('goes from mark to mark, each longer than the last, a third of a stop a minute at the fastest', () => {
    const steps = stepsOf(plan, empty).filter(({ beyond }) => beyond === null)
    expect(steps.length).toBeGreaterThan(15)
    steps.forEach((step, i) => {
      if (i === 0) return
      expect(step.shutterStops).toBeCloseTo(steps[i - 1]!.shutterStops - 1 / 3, 6)
      expect(step.from).toBe(steps[i - 1]!.to)
    })
  })

  test('past what shutter and flash can do the last mark stands, and it says which way it is off', () => {
    const slow: Plan = { ...plan, camera: { ...plan.camera, slowestShutterStops: 3 } }
    const steps = stepsOf(slow, empty)
    expect(steps.at(-1)).toMatchObject({ beyond: 'too-dark', shutterStops: 3 })
    const bright: Plan = { ...plan, settings: { ...plan.settings, apertureStops: 1 } }
    expect(stepsOf(bright, empty).length).toBeGreaterThan(0)
    const open = courseOf(bright, dusk(), [])
    expect(stepsOf(bright, open)[0]).toMatchObject({
      beyond: 'too-bright',
      shutterStops: plan.camera.syncStops
    })
  })

  test('now and next, before, within and after', () => {
    const steps = stepsOf(plan, empty)
    const third = steps[2]!
    expect(stepAt(steps, third.from + 1)).toEqual({ step: third, next: steps[3] })
    expect(stepAt(steps, steps[0]!.from - 1)).toEqual({ step: null, next: steps[0] })
    expect(stepAt(steps, steps.at(-1)!.to + 1)).toEqual({ step: null, next: null })
  })

  test('brackets lie either side', () => {
    expect(bracketOf({ bracketStops: 0 }, 4)).toEqual([4])
    expect(bracketOf({ bracketStops: 1 / 3 }, 4)).toEqual([4 + 1 / 3, 4, 4 - 1 / 3])
  })

  test('readings of any means say the same light', () => {
    const lens = evOfBackground(
      plan,
      testReading(7, { via: 'lens', atMagnification: plan.focus.magnification })
    )
    const byCamera = evOfBackground(
      plan,
      testReading(0, {
        via: 'lens',
        atMagnification: plan.focus.magnification,
        value: {
          kind: 'camera',
          apertureStops: 6,
          shutterStops: 3,
          isoStops: 0,
          scaleStops: -2
        }
      })
    )
    // f/8, 1/8 s at ISO 100 is EV 9; the scale showed two under: EV 7.
    expect(byCamera).toBeCloseTo(lens, 6)
  })
})

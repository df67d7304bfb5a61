/** Every goal, way, relaxation and freeze advice can be said, whatever the plan. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '@core/ledger/evaluate'
import { typicalWater } from '@core/medium/water'
import { withLight } from '@core/plan/edit'
import type { Plan } from '@core/plan/plan'
import { applyChange } from '@core/solve/change'
import { freezing } from '@core/advise/freezing'
import { judgeGoals } from '@core/solve/goals'
import { relaxations, takeRelaxation } from '@core/solve/relax'
import { findWays } from '@core/solve/ways'
import { longly, testCamera, testLight, testPlan, testStrobe } from '@core/testing'
import { durationFrom, freezeMoveWords, lightFreezeWords } from './freeze'
import {
  bindingWords,
  goalFigure,
  goalLimit,
  goalName,
  lightWords,
  lockWords,
  missWords,
  priceWords,
  relaxationWords,
  settingsWords
} from './ways'

const sane = (text: string): void => {
  expect(text).not.toMatch(/NaN|undefined|null|Infinity|object|\bstops?\s*stops?\b/)
  expect(text.trim().length).toBeGreaterThan(0)
}

const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    leaf: fc.boolean(),
    speed: fc.constantFrom(0, 300, 9000),
    direction: fc.constantFrom(0, 40, 90),
    ev: fc.integer({ min: 0, max: 14 }),
    background: fc.integer({ min: -12, max: -2 }),
    recycle: fc.constantFrom(null, 0.1, 2),
    flashes: fc.constantFrom(null, 500),
    iso: fc.constantFrom(null, 1),
    edge: fc.constantFrom(null, 2, 9),
    fill: fc.boolean(),
    lock: fc.subarray([
      'settings.apertureStops',
      'settings.isoStops',
      'lights.A.powerStops',
      'lights.A.at.distanceMm'
    ]),
    depth: fc.constantFrom(1, 6, 60),
    voltage: fc.boolean()
  })
  .map((x) =>
    testPlan((p) => {
      p.camera = testCamera({
        step: 'whole',
        curtain: x.leaf ? 'leaf' : 'focal-plane',
        slowestShutterStops: 3,
        fastestShutterStops: 10,
        highestIsoStops: 3
      })
      p.subject = {
        ...p.subject,
        shape: 'ellipsoid',
        speedMmS: x.speed,
        directionDeg: x.direction,
        sharpDepthMm: x.depth
      }
      p.lights = [
        testLight({
          strobe: testStrobe({
            dial: { kind: 'fraction', step: 'whole', lowestStops: -7 },
            quench: x.voltage ? 'voltage' : 'quenched',
            onMains: x.voltage
          }),
          reach: { nearMm: 120, farMm: 300, swingDeg: 0 }
        })
      ]
      if (x.fill)
        p.lights.push(
          testLight({
            id: 'B',
            name: 'Fill',
            role: 'fill',
            strobe: testStrobe({ id: 'b', dial: { kind: 'levels', count: 7, stopsPerLevel: 1 } }),
            at: { distanceMm: 260, azimuthDeg: -50, elevationDeg: 0 }
          })
        )
      const reading = {
        value: { kind: 'ev' as const, ev: x.ev },
        limit: 'exact' as const,
        via: 'incident' as const,
        atMagnification: 1,
        takenAt: null,
        look: null
      }
      p.ambient = { ...p.ambient, subject: reading, background: reading }
      p.goals = {
        ...p.goals,
        backgroundStops: x.background,
        recycleS: x.recycle,
        flashes: x.flashes,
        isoStops: x.iso,
        edgeBlurPx: x.edge,
        keyFill: x.fill
          ? { stops: 2, toleranceStops: 0.5, over: 'subject', under: 'shadow' }
          : null,
        places: [{ place: 'top', kind: 'at-most', stops: 1, toleranceStops: 0.3 }]
      }
      p.locks = x.lock
    })
  )

describe('goals and ways in words', () => {
  test('property: all of it can be said, and taking a relaxation leads to a plan that keeps every must', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        for (const goal of judgeGoals(plan, evaluate(plan))) {
          sane(goalName(plan, goal.id))
          sane(goalFigure(goal.id, goal.value))
          sane(missWords(plan, goal))
        }
        const ways = findWays(plan)
        for (const way of ways) {
          const after = applyChange(plan, way.change)
          sane(settingsWords(after))
          sane(bindingWords(plan, way))
          for (const price of priceWords(way)) sane(`${price.name} ${price.value}`)
          for (const light of lightWords(plan, after))
            sane(`${light.id} ${light.power} ${light.moved}`)
        }
        if (ways.length === 0)
          for (const each of relaxations(plan)) {
            sane(relaxationWords(plan, each))
            const after = takeRelaxation(plan, each)
            const missed = judgeGoals(after, evaluate(after))
              .filter((goal) => goal.hard && !goal.ok)
              .map((goal) => goal.id)
            expect(missed).toEqual([])
          }
      }),
      { numRuns: longly(40, 14), endOnFailure: true }
    )
  })
  test('the same on plans known to have ways with a light moved nearer, and to have none', () => {
    const known = (depth: number) =>
      testPlan((p) => {
        p.subject.sharpDepthMm = depth
        p.lights[0]!.reach = { nearMm: 120, farMm: 300, swingDeg: 0 }
      })
    const plan = known(1)
    const closer = findWays(plan).find((way) => way.group === 'closer')!
    expect(lightWords(plan, applyChange(plan, closer.change))[0]!.moved).toMatch(/^at \d+ mm$/)
    expect(findWays(known(300))).toEqual([])
    expect(relaxationWords(known(300), relaxations(known(300))[0]!)).toMatch(
      /^Miss sharp depth by \d+ %/
    )
  })
  test('a background is moved, but not under water', () => {
    const plan = testPlan()
    const back = { kind: 'background', from: 300, to: 450, after: plan } as const
    expect(relaxationWords(plan, back)).toBe('Move the background 150 mm back, to 450 mm.')
    expect(relaxationWords({ ...plan, medium: typicalWater('sea') }, back)).toBe(
      'Frame it so that what is behind stands 450 mm off, not 300 mm.'
    )
  })
  test('a head turned says which way as seen from behind it, a light swung where it then stands', () => {
    const plan = testPlan((p) => {
      p.lights[0]!.aim = { kind: 'free', azimuthDeg: -140, elevationDeg: 0 }
    })
    const moved = (part: Parameters<typeof withLight>[2]) =>
      lightWords(plan, withLight(plan, 0, part))[0]!.moved
    const aim = (azimuthDeg: number, elevationDeg: number) =>
      moved({ aim: { kind: 'free', azimuthDeg, elevationDeg } })
    expect(aim(-125, 0)).toBe('head turned 15° to its left')
    expect(aim(-150, 0)).toBe('head turned 10° to its right')
    expect(aim(-140, 12)).toBe('head turned 12° up')
    expect(aim(-140, -12)).toBe('head turned 12° down')
    expect(moved({ at: { distanceMm: 200, azimuthDeg: 60, elevationDeg: 10 } })).toBe(
      '60° round, 10° above'
    )
  })
  test('property: freeze advice can be said', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { freeze, moves } = freezing(plan)
        for (const light of freeze.lights) {
          sane(lightFreezeWords(light))
          sane(durationFrom(plan, light))
        }
        for (const move of moves) sane(freezeMoveWords(plan, move))
      }),
      { numRuns: 60 }
    )
  })
  test('limits with their sign, small misses with two decimals, locks by name', () => {
    const plan = testPlan()
    const goals = judgeGoals(plan, evaluate(plan))
    expect(goals.map(goalLimit)).toEqual(['0.0 ± 0.3', '≤ −7.0', '≥ 4 mm', 'none dark'])
    expect(lockWords('settings.isoStops')).toBe('ISO')
    expect(lockWords('lights.A.at.distanceMm')).toBe('the distance of A')
    const background = { ...goals[1]!, ok: false, value: -6.95, missStops: 0.05 }
    expect(
      relaxationWords(plan, {
        kind: 'goal',
        goal: background,
        change: {
          settings: plan.settings,
          powers: [-3],
          distances: [null],
          modifiers: [null],
          swings: [null],
          shadeStops: 0
        }
      })
    ).toBe('Miss background by 0.05 stop: −6.95 instead of ≤ −7.0.')
  })
})

/** Lights swung round the subject and heads turned, alone and with a grid. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { beamExponent } from '../light/beam'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { showsInFrame } from '../set/inFrame'
import { sceneOf } from '../set/scene'
import { angleDeg } from '../set/vec'
import { testLight, testModifier, testPlan } from '../testing'
import { applyChange } from './change'
import { withBestPower } from './power'
import { pairsOf, searchSpaceOf } from './searchSpace'
import { findWays } from './ways'

const grid = testModifier({
  id: 'grid',
  name: 'Grid',
  beam: { kind: 'cut', beamDeg: 40 },
  // Hard-edged: the head's own beam, a stop less, up to 20°.
  measured: Array.from({ length: 21 }, (_, deg) => ({
    deg,
    stops: beamExponent(60) * Math.log2(Math.cos((deg * Math.PI) / 180)) - 1
  }))
})
/** A bare head half from the front: what passes the subject lands on the background. */
const spilling = (change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.lights = [
      testLight({
        at: { distanceMm: 300, azimuthDeg: 30, elevationDeg: 0 },
        reach: { nearMm: 300, farMm: 300, swingDeg: 40 }
      })
    ]
    p.background = { ...p.background, distanceMm: 400, reflectance: 0.18 }
    p.bag = { ...p.bag, modifiers: [grid] }
    p.goals = { ...p.goals, backgroundStops: -9 }
    change(p)
  })
const background = (plan: Plan): number =>
  evaluate(withBestPower(plan, 0)).ledger.totals.background!

describe('a grid and a swing', () => {
  const plan = spilling()
  test('neither alone darkens the background, both do, and that is the way offered', () => {
    const swung = { ...plan.lights[0]!.at, azimuthDeg: 50 }
    expect(background(withLight(plan, 0, { modifiers: [grid] }))).toBeGreaterThan(-3)
    expect(background(withLight(plan, 0, { at: swung }))).toBeGreaterThan(-3)
    // What is left comes off the subject.
    expect(background(withLight(plan, 0, { modifiers: [grid], at: swung }))).toBeLessThan(-15)
    const [way] = findWays(plan)
    expect(way!.group).toBe('two')
    const [light] = applyChange(plan, way!.change).lights
    expect(light!.modifiers).toEqual([grid])
    expect(light!.at).toEqual(swung)
    expect(light!.aim).toBe(plan.lights[0]!.aim)
    expect(way!.goals.every((goal) => goal.ok)).toBe(true)
  })
  test.each(['lights.A.at.azimuthDeg', 'lights.A.modifiers'])('locked %s: no such way', (path) => {
    for (const { change } of findWays({ ...plan, locks: [path] })) {
      const [light] = applyChange(plan, change).lights
      expect(path.endsWith('modifiers') ? light!.modifiers : light!.at.azimuthDeg).toEqual(
        path.endsWith('modifiers') ? [] : 30
      )
    }
    expect(findWays({ ...plan, locks: ['lights.A.modifiers'] })).toEqual([])
  })
  test('a light that may not swing is only moved', () => {
    const still = spilling((p) => {
      p.lights[0]!.reach = { nearMm: 150, farMm: 600, swingDeg: 0 }
    })
    for (const set of searchSpaceOf(still).sets) expect(set.swings).toEqual([null])
    expect(findWays(still)).toEqual([])
  })
})

describe('where a light may swing', () => {
  const axis = (plan: Plan) => sceneOf(plan).heads[0]!.axis
  const swings = (plan: Plan): Plan[] =>
    searchSpaceOf(plan)
      .sets.filter((set) => set.swings[0])
      .map((set) =>
        applyChange(plan, { ...set, settings: plan.settings, powers: [plan.lights[0]!.powerStops] })
      )
  test('property: half and all of it to either side; swung it looks at the focus point, turned it stands where it stood', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: -90, max: 90 }),
        fc.integer({ min: 4, max: 90 }),
        (azimuthDeg, elevationDeg, swingDeg) => {
          const plan = spilling((p) => {
            p.lights[0]!.at = { distanceMm: 300, azimuthDeg, elevationDeg }
            p.lights[0]!.reach = { nearMm: 300, farMm: 300, swingDeg }
          })
          const all = swings(plan)
          expect(all.length).toBeGreaterThanOrEqual(6)
          for (const after of all) {
            const { at, aim } = after.lights[0]!
            const turned = angleDeg(axis(plan), axis(after))
            expect(at.distanceMm).toBe(300)
            expect(Math.abs(at.azimuthDeg)).toBeLessThanOrEqual(180)
            expect(Math.abs(at.elevationDeg)).toBeLessThanOrEqual(90)
            // To whole degrees on both axes.
            expect(turned).toBeLessThan(swingDeg + 1.5)
            if (aim.kind === 'place') expect(aim.place).toBe('focus')
            else {
              expect(at).toBe(plan.lights[0]!.at)
              expect(
                Math.min(...[0.5, 1].map((k) => Math.abs(turned - k * swingDeg)))
              ).toBeLessThan(1.5)
            }
          }
        }
      ),
      { numRuns: 30 }
    )
  })
  test('not into the picture, but on where it stood in it already', () => {
    const rim = (azimuthDeg: number): Plan =>
      spilling((p) => {
        p.focus.magnification = 0.2
        p.lights[0]!.at = { distanceMm: 400, azimuthDeg, elevationDeg: 0 }
      })
    const behind = rim(150)
    expect(swings(behind).map((each) => showsInFrame(each, 0))).not.toContain(true)
    const rounds = swings(behind).map((each) => each.lights[0]!.at.azimuthDeg)
    expect(rounds).toContain(130)
    expect(rounds).not.toContain(170)
    expect(showsInFrame(rim(170), 0)).toBe(true)
    expect(swings(rim(172))).toHaveLength(16)
  })
  test.each([
    ['lights.A.at.azimuthDeg', 12],
    ['lights.A.at.elevationDeg', 12],
    ['lights.A.aim', 8]
  ])('locked %s: the others are left', (path, left) => {
    expect(swings(spilling())).toHaveLength(16)
    expect(swings({ ...spilling(), locks: [path] })).toHaveLength(left)
  })
  test('a light aimed nowhere in particular is turned, not swung; one on the lens or off is left alone', () => {
    const free = withLight(spilling(), 0, {
      aim: { kind: 'free', azimuthDeg: -150, elevationDeg: 0 }
    })
    expect(swings(free)).toHaveLength(8)
    expect(swings(withLight(free, 0, { mount: 'lens' }))).toEqual([])
    expect(swings(withLight(free, 0, { on: false }))).toEqual([])
  })
})

test('pairs: the cheapest of every kind come first, and no two changes of one thing', () => {
  const plan = spilling((p) => {
    p.lights.push(
      testLight({
        id: 'B',
        name: 'Second',
        role: 'other',
        at: { distanceMm: 300, azimuthDeg: -60, elevationDeg: 20 },
        reach: { nearMm: 150, farMm: 600, swingDeg: 20 }
      })
    )
    p.lights[0]!.reach = { nearMm: 150, farMm: 600, swingDeg: 40 }
    p.bag = { ...p.bag, shadeStops: 3 }
  })
  const kinds = (set: ReturnType<typeof pairsOf>[number]): string[] => [
    ...set.distances.flatMap((each, i) => (each === null ? [] : [`distance ${i}`])),
    ...set.modifiers.flatMap((each, i) => (each === null ? [] : [`modifier ${i}`])),
    ...set.swings.flatMap((each, i) => (each === null ? [] : [`swing ${i}`])),
    ...(set.shadeStops ? ['shade'] : [])
  ]
  const all = pairsOf(plan, searchSpaceOf(plan)).map(kinds)
  expect(all).toHaveLength(240)
  for (const pair of all) expect(new Set(pair).size).toBe(pair.length)
  const early = all.slice(0, 9).map((pair) => pair.map((each) => each.split(' ')[0]).join(' '))
  for (const kind of ['distance swing', 'modifier swing', 'swing shade', 'swing swing'])
    expect(early).toContain(kind)
})

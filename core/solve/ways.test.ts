// checks: order of ways (against exhaustive search, scored a second time)
/**
 * The solver against exhaustive search written apart, and what it promises against the whole sum.
 */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { AIR, typicalWater } from '../medium/water'
import { valueIn } from '../plan/path'
import type { Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { showsInFrame } from '../set/inFrame'
import { marksBetween, marksOf } from '../scales/marks'
import { apertureRange } from '../plan/lensInUse'
import {
  longly,
  testCamera,
  testLens,
  testLight,
  testModifier,
  testPlan,
  testReading,
  testStrobe
} from '../testing'
import { applyChange, groupOf, swungDeg } from './change'
import { judgeGoals } from './goals'
import { scoredApart } from './testing'
import { DISTANCES, searchSpaceOf, withSet } from './searchSpace'
import { nearestWay, relaxations } from './relax'
import { findWays } from './ways'

const smallDial = { kind: 'fraction', step: 'whole', lowestStops: -4 } as const

interface Small {
  readonly lights: number
  readonly leaf: boolean
  readonly speed: number
  readonly subjectEv: number
  readonly backgroundEv: number
  readonly backgroundStops: number
  readonly tolerance: number
  readonly wished: readonly string[]
  readonly fill: boolean
  readonly recycle: number | null
  readonly iso: number | null
  readonly edge: number | null
  readonly shade: number
  /** how far the key may swing where it is alone, degrees */
  readonly swing: number
  readonly lock: string | null
  readonly aboveSync: boolean
  /** the brightest place of the subject, a pale zone on it included, at most this of 255 */
  readonly highlight: number | null
}

/** Few marks on every scale, so that everything can be tried. */
const smallPlan = (x: Small): Plan =>
  testPlan((plan) => {
    plan.camera = testCamera({
      step: 'whole',
      syncStops: 4,
      slowestShutterStops: 3,
      fastestShutterStops: 6,
      lowestIsoStops: 0,
      highestIsoStops: 1,
      curtain: x.leaf ? 'leaf' : 'focal-plane'
    })
    plan.places = [
      {
        id: 'P1',
        name: 'Pale label',
        xMm: 3,
        yMm: 2,
        zMm: 6,
        faces: 'lens',
        reflectance: 0.7,
        finish: 'matt'
      }
    ]
    plan.lens = testLens({ widestStops: 6, narrowestStops: 9 })
    plan.settings = {
      apertureStops: 8,
      shutterStops: 4,
      isoStops: 0,
      ndStops: 0,
      highSpeedSync: true
    }
    plan.subject = { ...plan.subject, shape: 'ellipsoid', speedMmS: x.speed, sharpDepthMm: 1 }
    plan.lights = [
      testLight({
        strobe: testStrobe({ dial: smallDial, guideNumberM: 12 }),
        reach: { nearMm: 150, farMm: 260, swingDeg: x.lights > 1 ? 0 : x.swing }
      })
    ]
    if (x.lights > 1)
      plan.lights.push(
        testLight({
          id: 'B',
          name: 'Second',
          role: x.fill ? 'fill' : 'other',
          strobe: testStrobe({ id: 's2', dial: smallDial, guideNumberM: 8, highSpeedSync: false }),
          at: { distanceMm: 220, azimuthDeg: -50, elevationDeg: 10 }
        })
      )
    plan.ambient = {
      ...plan.ambient,
      subject: testReading(x.subjectEv),
      background: testReading(x.backgroundEv)
    }
    plan.background = { ...plan.background, reflectance: 0.1 }
    plan.goals = {
      ...plan.goals,
      backgroundStops: x.backgroundStops,
      toleranceStops: x.tolerance,
      wished: [...x.wished],
      recycleS: x.recycle,
      isoStops: x.iso,
      edgeBlurPx: x.edge,
      blurPx: 4,
      highlight8Bit: x.highlight,
      keyFill: x.fill
        ? { stops: 2, toleranceStops: 1, over: x.highlight ? 'P1' : 'subject', under: 'shadow' }
        : null,
      places: x.fill ? [] : [{ place: 'top', kind: 'at-most', stops: 1, toleranceStops: 0.3 }]
    }
    plan.bag = {
      ndStops: [2],
      modifiers: [testModifier()],
      filters: [],
      aboveSync: x.aboveSync,
      shadeStops: x.shade
    }
    plan.locks = x.lock ? [x.lock] : []
  })

/**
 * Everything there is, one by one, each by the whole sum. Built from the plan, not from the
 * solver's space, but for its sets.
 */
const exhaustive = (plan: Plan): Map<string, number> => {
  const { camera, settings, bag, locks } = plan
  const free = (path: string, marks: readonly number[], now: number): readonly number[] =>
    locks.includes(path) ? [now] : marks
  const stopsOf = (axis: 'aperture' | 'shutter' | 'iso', from: number, to: number): number[] =>
    marksBetween(marksOf(axis, camera.step), from, to).map((mark) => mark.stops)
  const apertures = free(
    'settings.apertureStops',
    stopsOf('aperture', ...(apertureRange(plan) as [number, number])),
    settings.apertureStops
  )
  const fastest =
    camera.curtain === 'leaf' || bag.aboveSync ? camera.fastestShutterStops : camera.syncStops
  const shutters = free(
    'settings.shutterStops',
    stopsOf('shutter', camera.slowestShutterStops, fastest),
    settings.shutterStops
  )
  const isos = free(
    'settings.isoStops',
    stopsOf('iso', camera.lowestIsoStops, camera.highestIsoStops),
    settings.isoStops
  )
  const powers = plan.lights.map((light) =>
    free(
      `lights.${light.id}.powerStops`,
      dialMarks(light.strobe.dial).map((mark) => mark.stops),
      light.powerStops
    )
  )
  const vectors = powers.reduce<number[][]>(
    (all, list) => all.flatMap((vector) => list.map((each) => [...vector, each])),
    [[]]
  )
  const was = evaluate(plan).ledger
  const best = new Map<string, number>()
  const tryAll = (there: Plan, under: number): void => {
    for (const shutterStops of shutters)
      for (const apertureStops of apertures)
        for (const isoStops of isos)
          for (const ndStops of [0, 2])
            for (const vector of vectors) {
              const after: Plan = {
                ...there,
                settings: { apertureStops, shutterStops, isoStops, ndStops, highSpeedSync: true },
                lights: there.lights.map((light, i) => ({ ...light, powerStops: vector[i]! }))
              }
              const score = scoredApart(plan, was, after)
              const group = groupOf(plan, after)
              if (score < Math.min(under, best.get(group) ?? Infinity)) best.set(group, score)
            }
  }
  const { sets } = searchSpaceOf(plan)
  const keeps = sets.filter((set) => set.swings.every((each) => each === null))
  for (const set of keeps) tryAll(withSet(plan, set), Infinity)
  // Other angles where they beat all that keep them.
  const kept = Math.min(...best.values())
  for (const set of sets) if (!keeps.includes(set)) tryAll(withSet(plan, set), kept)
  // Two changes at once, of different things, where they beat every single one.
  const single = Math.min(...best.values())
  const touches = (set: (typeof sets)[number]): string[] => [
    ...set.distances.flatMap((mm, i) => (mm === null ? [] : [`d${i}`])),
    ...set.modifiers.flatMap((list, i) => (list === null ? [] : [`m${i}`])),
    ...set.swings.flatMap((swing, i) => (swing === null ? [] : [`s${i}`])),
    ...(set.shadeStops === plan.ambient.shadeStops ? [] : ['shade'])
  ]
  sets.slice(1).forEach((a, i) =>
    sets.slice(i + 2).forEach((b) => {
      if (touches(a).some((each) => touches(b).includes(each))) return
      const first = withSet(plan, a)
      const shade = touches(b).includes('shade') ? b.shadeStops : first.ambient.shadeStops
      const both = withSet(first, { ...b, shadeStops: shade })
      // A head that came into the picture by both together is no way.
      if (both.lights.some((_, i) => showsInFrame(both, i) && !showsInFrame(plan, i))) return
      tryAll(both, single)
    })
  )
  return best
}

const smalls = fc.record({
  lights: fc.constantFrom(1, 2),
  leaf: fc.boolean(),
  speed: fc.constantFrom(0, 0, 400),
  subjectEv: fc.integer({ min: 0, max: 11 }),
  backgroundEv: fc.integer({ min: 0, max: 11 }),
  backgroundStops: fc.integer({ min: -8, max: -2 }),
  tolerance: fc.constantFrom(0.34, 0.5, 1),
  wished: fc.subarray([
    'background',
    'blur',
    'ghost',
    'recycle',
    'subject',
    'edge',
    'iso',
    'at:top',
    'keyFill',
    'depth'
  ]),
  fill: fc.boolean(),
  recycle: fc.constantFrom(null, 0.5, 1.5),
  iso: fc.constantFrom(null, 0, 1),
  edge: fc.constantFrom(null, 6, 9),
  shade: fc.constantFrom(0, 1),
  swing: fc.constantFrom(0, 0, 40),
  lock: fc.constantFrom(
    null,
    null,
    'settings.apertureStops',
    'settings.shutterStops',
    'lights.A.powerStops',
    'lights.A.at.distanceMm',
    'settings.isoStops'
  ),
  aboveSync: fc.boolean(),
  highlight: fc.constantFrom(null, 200, 240)
})

describe('ways against exhaustive search', () => {
  test('property: on small spaces the best of every kind of way is the best there is, and there is none where there is none', () => {
    fc.assert(
      fc.property(smalls, (small) => {
        const plan = smallPlan(small)
        const ways = findWays(plan)
        const best = exhaustive(plan)
        expect([...new Set(ways.map((way) => way.group))].sort()).toEqual([...best.keys()].sort())
        for (const [group, score] of best)
          expect(
            Math.min(...ways.filter((way) => way.group === group).map((way) => way.score))
          ).toBeCloseTo(score, 6)
      }),
      { numRuns: longly(10, 4), endOnFailure: true }
    )
  })
})

/** Thirds everywhere, three lights: too much to try, but whatever is offered can be checked. */
const wide = (x: Small & { readonly seed: number }): Plan => {
  const small = smallPlan(x)
  return {
    ...small,
    camera: testCamera({ curtain: x.leaf ? 'leaf' : 'focal-plane' }),
    lens: testLens(),
    lights: [
      ...small.lights.map((light) => ({ ...light, strobe: testStrobe({ id: light.strobe.id }) })),
      testLight({
        id: 'C',
        name: 'Rim',
        role: 'rim',
        strobe: testStrobe({
          id: 's3',
          dial: { kind: 'percent', lowestPercent: 3, stepPercent: 1 },
          quench: 'voltage',
          t01FullS: 1 / 800
        }),
        at: { distanceMm: 200 + x.seed, azimuthDeg: 150, elevationDeg: 20 }
      })
    ],
    goals: {
      ...small.goals,
      places: [{ place: 'top', kind: 'about', stops: 0.3, toleranceStops: 0.5 }]
    }
  }
}
describe('what is offered', () => {
  test('property: no hard goal, lock or bound is broken, every mark is on its dial, and the whole sum says what was promised', () => {
    fc.assert(
      fc.property(smalls, fc.integer({ min: 0, max: 60 }), (small, seed) => {
        const plan = wide({ ...small, seed })
        const shutters = marksOf('shutter', 'third').map((mark) => mark.stops)
        for (const way of findWays(plan)) {
          const after = applyChange(plan, way.change)
          expect(judgeGoals(after, evaluate(after))).toEqual(way.goals)
          expect(way.goals.filter((goal) => goal.hard && !goal.ok)).toEqual([])
          for (const path of plan.locks) expect(valueIn(after, path)).toBe(valueIn(plan, path))
          expect(shutters).toContain(after.settings.shutterStops)
          if (!small.aboveSync && !small.leaf)
            expect(after.settings.shutterStops).toBeLessThanOrEqual(plan.camera.syncStops + 1e-9)
          after.lights.forEach((light, i) => {
            expect(dialMarks(light.strobe.dial).map((mark) => mark.stops)).toContain(
              light.powerStops
            )
            const reach = plan.lights[i]!.reach
            if (!reach) expect(light.at).toBe(plan.lights[i]!.at)
            else
              expect(
                light.at.distanceMm >= Math.min(reach.nearMm, plan.lights[i]!.at.distanceMm) &&
                  light.at.distanceMm <= Math.max(reach.farMm, plan.lights[i]!.at.distanceMm)
              ).toBe(true)
            expect(swungDeg(light.at, plan.lights[i]!.at)).toBeLessThanOrEqual(
              (reach?.swingDeg ?? 0) + 1e-6
            )
          })
          expect([0, 2]).toContain(after.settings.ndStops)
        }
      }),
      { numRuns: 8, endOnFailure: true }
    )
  })
  test('property: ways of one kind differ in aperture, and better ones come first', () => {
    fc.assert(
      fc.property(smalls, fc.integer({ min: 0, max: 60 }), (small, seed) => {
        const ways = findWays(wide({ ...small, seed }))
        const keys = ways.map((way) => `${way.group} ${way.change.settings.apertureStops}`)
        expect(new Set(keys).size).toBe(keys.length)
        expect(ways.map((way) => way.score)).toEqual(
          ways.map((way) => way.score).sort((a, b) => a - b)
        )
      }),
      { numRuns: 4, endOnFailure: true }
    )
  })
})

const still: Small = {
  lights: 1,
  leaf: false,
  speed: 0,
  subjectEv: 2,
  backgroundEv: 12,
  backgroundStops: -4,
  tolerance: 0.34,
  wished: [],
  fill: false,
  recycle: null,
  iso: null,
  edge: null,
  shade: 0,
  swing: 0,
  lock: null,
  aboveSync: false,
  highlight: null
}

describe('when nothing fits', () => {
  const plan = {
    ...smallPlan(still),
    locks: [
      'settings.apertureStops',
      'settings.isoStops',
      'settings.ndStops',
      'lights.A.at.distanceMm'
    ]
  }
  const found = relaxations(plan)

  test('nothing is offered, and the goal that yields least yields exactly what exhaustive search with that goal open gives', () => {
    expect(findWays(plan)).toEqual([])
    const background = found.find((each) => each.kind === 'goal' && each.goal.id === 'background')
    if (background?.kind !== 'goal') throw new Error('the background can yield')
    let least = Infinity
    for (const shutterStops of [3, 4])
      for (const { stops } of dialMarks(smallDial))
        for (const set of searchSpaceOf(plan).sets) {
          const after = applyChange(plan, {
            ...set,
            powers: [stops],
            settings: { ...plan.settings, shutterStops }
          })
          const goals = judgeGoals(after, evaluate(after))
          if (goals.every((goal) => goal.ok || goal.id === 'background'))
            least = Math.min(least, goals.find((goal) => goal.id === 'background')!.value)
        }
    expect(background.goal.value).toBeCloseTo(least, 9)
    expect(background.goal.missStops).toBeCloseTo(least + 4, 9)
  })
  test('under water nothing is shaded, neither by a way nor against what does not fit', () => {
    const wet = { ...plan, medium: typicalWater('sea'), bag: { ...plan.bag, shadeStops: 3 } }
    expect(searchSpaceOf(wet).sets.filter(({ shadeStops }) => shadeStops > 0)).toEqual([])
    expect(relaxations(wet).filter(({ kind }) => kind === 'shade')).toEqual([])
    const dry = searchSpaceOf({ ...wet, medium: AIR }).sets
    expect(dry.filter(({ shadeStops }) => shadeStops > 0)).toHaveLength(3)
  })
  test('shade, background and locks: with the change it fits, with a tenth less it does not', () => {
    for (const each of found)
      if (each.kind !== 'goal')
        expect(
          judgeGoals(each.after, evaluate(each.after)).filter((goal) => goal.hard && !goal.ok)
        ).toEqual([])
    const shade = found.find((each) => each.kind === 'shade')
    if (shade?.kind !== 'shade') throw new Error('shading helps against ambient')
    const short = {
      ...plan,
      ambient: { ...plan.ambient, shadeStops: shade.to - 0.2 },
      bag: { ...plan.bag, shadeStops: 0 }
    }
    expect(findWays(short)).toEqual([])
    expect(
      findWays({ ...plan, ambient: { ...plan.ambient, shadeStops: shade.to } }).length
    ).toBeGreaterThan(0)
    // A filter darkens both, and the strobe has the power to make it up.
    expect(found.filter((each) => each.kind === 'unlock').map((each) => each.path)).toEqual([
      'settings.ndStops'
    ])
  })
  test('goals at odds with each other: the nearest way misses both a little, and says how much', () => {
    const odd = {
      ...plan,
      goals: {
        ...plan.goals,
        subjectStops: -1,
        places: [
          { place: 'front', kind: 'about' as const, stops: 3, toleranceStops: 0.1 },
          { place: 'top', kind: 'about' as const, stops: 3, toleranceStops: 0.1 }
        ]
      }
    }
    expect(relaxations(odd).filter((each) => each.kind === 'goal')).toEqual([])
    const near = nearestWay(odd)!
    expect(near.goals.filter((goal) => !goal.ok).length).toBeGreaterThanOrEqual(2)
  })
  test('bounds are tried at both their ends', () => {
    const sets = searchSpaceOf(smallPlan(still)).sets.map((set) => set.distances[0])
    expect(sets).toContain(150)
    expect(sets).toContain(260)
    expect(sets.filter((mm) => mm !== null).length).toBeLessThanOrEqual(DISTANCES)
  })
})

describe('more lights than an exact search takes', () => {
  test('five lights on small dials: every must kept, and as good as the best of all 3125 mixtures, or nearly', () => {
    const base = smallPlan({ ...still, backgroundStops: -3, backgroundEv: 2, tolerance: 0.5 })
    const plan: Plan = {
      ...base,
      bag: { ...base.bag, ndStops: [], modifiers: [] },
      locks: [
        'settings.apertureStops',
        'settings.shutterStops',
        'settings.isoStops',
        'settings.ndStops'
      ],
      lights: (['A', 'B', 'C', 'D', 'E'] as const).map((id, i) =>
        testLight({
          id,
          name: id,
          role: i ? 'other' : 'key',
          strobe: testStrobe({ id, dial: smallDial, guideNumberM: 10 - i }),
          powerStops: -1 - (i % 3),
          at: { distanceMm: 190 + 30 * i, azimuthDeg: -60 + 30 * i, elevationDeg: 5 }
        })
      )
    }
    const [best] = [...exhaustive(plan).values()]
    const ways = findWays(plan)
    expect(ways).toHaveLength(1)
    expect(ways[0]!.goals.filter((goal) => goal.hard && !goal.ok)).toEqual([])
    expect(ways[0]!.score).toBeGreaterThanOrEqual(best! - 1e-9)
    expect(ways[0]!.score).toBeLessThan(best! + 0.25)
  })
})

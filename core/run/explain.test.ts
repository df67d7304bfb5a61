// checks: ranked explanations
import { describe, expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { testFrame, testLight, testModifier, testPlan, testReading } from '../testing'
import { causesOf, type Cause } from './causes'
import { explain, type Found } from './explain'

/** Two lights from either side, ambient read, so that places tell them apart. */
const set = (change: (p: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 40, heightMm: 40, depthMm: 40 }
    p.ambient = { ...p.ambient, subject: testReading(13), background: testReading(17) }
    p.lights = [
      testLight({
        id: 'A',
        powerStops: -3,
        at: { distanceMm: 250, azimuthDeg: 40, elevationDeg: 30 }
      }),
      testLight({
        id: 'B',
        powerStops: -2,
        at: { distanceMm: 300, azimuthDeg: -75, elevationDeg: 20 },
        modifiers: [testModifier({ lossStops: 1, measured: [] })]
      })
    ]
    change(p)
  })

/** A bell by the sum of twelve; seeded. */
const noise = (seed: number) => {
  let state = seed * 2654435761
  const even = () => {
    state = (state * 1664525 + 1013904223) >>> 0
    return state / 2 ** 32
  }
  return () => Array.from({ length: 12 }, even).reduce((a, b) => a + b) - 6
}
/** What patches would show of a set, by its own sum, with their noise. */
const foundIn = (truth: Plan, seed: number, uncertaintyStops = 0.1): Found[] => {
  const bell = noise(seed)
  const { totals, places } = ledgerOf(truth)
  return places
    .filter((place) => place !== 'lens' && totals[place]! > -7)
    .map((place) => ({
      place,
      level: totals[place]! + uncertaintyStops * bell(),
      limit: 'exact',
      uncertaintyStops
    }))
}
const light = (p: Plan, i: number, part: Partial<Plan['lights'][number]>): void => {
  p.lights[i] = { ...p.lights[i]!, ...part }
}
const told = (truth: Plan, seed: number, plan = set()) =>
  explain(causesOf(testFrame(plan, 'f', 'lit'), plan), foundIn(truth, seed))
const SEEDS = Array.from({ length: 10 }, (_, i) => i + 1)

const TRUTHS: readonly (readonly [string, (p: Plan) => void, (cause: Cause) => boolean])[] = [
  ['nothing wrong', () => undefined, ({ kind }) => kind === 'as-expected'],
  [
    'A did not fire',
    (p) => light(p, 0, { on: false }),
    (cause) => cause.kind === 'not-fired' && cause.light === 'A'
  ],
  [
    'B did not fire',
    (p) => light(p, 1, { on: false }),
    (cause) => cause.kind === 'not-fired' && cause.light === 'B'
  ],
  [
    'A on full power',
    (p) => light(p, 0, { powerStops: 0 }),
    (cause) => cause.kind === 'other-mark' && cause.light === 'A' && cause.powerStops > -0.4
  ],
  [
    'a lamp switched on',
    (p) => (p.ambient = { ...p.ambient, subject: testReading(17), background: testReading(21) }),
    ({ kind }) => kind === 'ambient'
  ],
  [
    'the lens two stops more open than noted',
    (p) => (p.settings = { ...p.settings, apertureStops: p.settings.apertureStops - 2 }),
    (cause) => cause.kind === 'exposure' && Math.abs(cause.stops - 2) < 0.3
  ]
]

describe('what explains a frame', () => {
  test.each(TRUTHS)('%s: named first in nine of ten, by the full sum', (_, change, right) => {
    const hits = SEEDS.filter((seed) => right(told(set(change), seed)[0]!.cause))
    expect(hits.length).toBeGreaterThanOrEqual(9)
  })
  test('a head that gives 0.8 stop less: its light, whatever the reason, and by how much', () => {
    const weak = set((p) =>
      light(p, 0, {
        strobe: {
          ...p.lights[0]!.strobe,
          guideNumberM: p.lights[0]!.strobe.guideNumberM * 2 ** -0.4
        }
      })
    )
    for (const seed of SEEDS) {
      const output = told(weak, seed).find(({ cause }) => cause.kind === 'output')!
      expect(output.cause).toMatchObject({ light: 'A' })
      const { stops } = output.cause as Extract<Cause, { kind: 'output' }>
      expect(Math.abs(stops + 0.8)).toBeLessThan(0.25)
      expect(output.leftStops).toBeLessThan(0.3)
    }
  })
  test('a head 15 % too near is told by the places it lights unevenly', () => {
    const near = set((p) => light(p, 0, { at: { ...p.lights[0]!.at, distanceMm: 212 } }))
    const ranks = SEEDS.map((seed) =>
      told(near, seed).findIndex(({ cause }) => cause.kind === 'distance' && cause.light === 'A')
    )
    // One subject is small against the distance: output may explain as much.
    expect(ranks.filter((rank) => rank >= 0 && rank <= 2).length).toBeGreaterThanOrEqual(9)
  })
  test('shares sum to one, but for those too small to show', () => {
    for (const seed of SEEDS) {
      const sum = told(set(), seed).reduce((total, { share }) => total + share, 0)
      expect(sum).toBeLessThanOrEqual(1 + 1e-9)
      expect(sum).toBeGreaterThan(0.85)
    }
  })
  test('one patch on something else does not mislead the others', () => {
    const plan = set()
    const found = foundIn(
      set((p) => light(p, 0, { on: false })),
      3
    )
    const bent = found.map((each, i) => (i === 1 ? { ...each, level: each.level + 4 } : each))
    expect(explain(causesOf(testFrame(plan, 'f', 'lit'), plan), bent)[0]!.cause).toMatchObject({
      kind: 'not-fired',
      light: 'A'
    })
  })
  test('limits count: black where A should light it means that A did not fire', () => {
    const plan = set((p) => {
      p.lights = [p.lights[0]!]
      p.ambient = { ...p.ambient, subject: testReading(5), background: testReading(5) }
    })
    const black = (place: string): Found => ({
      place,
      level: -8,
      limit: 'at-most',
      uncertaintyStops: 0.3
    })
    const [first] = explain(
      causesOf(testFrame(plan, 'f', 'lit'), plan),
      ['subject', 'front'].map(black)
    )
    expect(first!.cause).toEqual({ kind: 'not-fired', light: 'A' })
  })
  test('without a reading at a place of the ledger nothing is said', () => {
    const plan = set()
    expect(explain(causesOf(testFrame(plan, 'f', 'lit'), plan), [])).toEqual([])
  })
})

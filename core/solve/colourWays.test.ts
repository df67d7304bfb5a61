// checks: colour ways (every stack of two tried by a plain loop; mired arithmetic; complements)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { channelStops, tintOf } from '../colour/balance'
import { product } from '../colour/bands'
import { transmissionOf, type FilterColour } from '../colour/filters'
import { daylight, type Source } from '../colour/sources'
import type { Filter } from '../kit/kit'
import { mixColour, sourceColour } from '../ledger/colours'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testReading, testStrobe } from '../testing'
import { colourWays, withColourWay, type ColourWay } from './colourWays'

const sheet = (id: string, colour: FilterColour): Filter => ({
  kind: 'filter',
  id,
  name: id,
  notes: '',
  prepare: '',
  colour,
  lossUncertaintyStops: null
})
const conversion = (id: string, mired: number): Filter =>
  sheet(id, { kind: 'conversion', mired, transmission: null })
const correction = (id: string, channel: 'green' | 'magenta'): Filter =>
  sheet(id, { kind: 'correction', channel, density: 0.3 })

const BAG = [
  conversion('full', 160),
  conversion('half', 81),
  conversion('quarter', 42),
  conversion('cool', -131),
  correction('green', 'green'),
  correction('magenta', 'magenta')
]

const lampPlan = (kelvin: number, bag: readonly Filter[] = BAG, lights = 1): Plan => {
  const plan = testPlan((p) => {
    p.ambient.background = testReading(5)
    p.bag.filters = [...bag]
    if (lights > 1) p.lights.push(testLight({ id: 'B', role: 'fill', powerStops: -2 }))
  })
  const lamp: Source = { kind: 'glowing', kelvin }
  return { ...plan, ambient: { ...plan.ambient, colour: { subject: lamp, background: lamp } } }
}
const names = (way: ColourWay, id = 'A'): string[] =>
  way.lights.find((light) => light.id === id)!.filters.map((each) => each.id)
const best = (plan: Plan, kind: ColourWay['kind']): ColourWay | undefined =>
  colourWays(plan).find((way) => way.kind === kind)

describe('gels that match the lamps in the picture', () => {
  test('2900 K lamps take a full warm gel on a strobe, 163 mired (definition)', () => {
    const way = best(lampPlan(2900), 'match')!
    expect(names(way)).toEqual(['full'])
    expect(way.balance).toMatchObject({ kind: 'kelvin', kelvin: 2900 })
    expect(way.offStops).toBeLessThan(0.1)
    expect(Math.max(...way.lamp.stops.map(Math.abs))).toBeLessThan(0.05)
  })

  test('without a full one two halves do', () => {
    const way = best(lampPlan(2900, BAG.slice(1)), 'match')!
    expect(names(way)).toEqual(['half', 'half'])
  })

  test('3800 K lamps take a half, 81 mired (definition)', () => {
    expect(names(best(lampPlan(3800), 'match')!)).toEqual(['half'])
  })

  test('property: no stack of up to two in the bag comes nearer, by a plain loop', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2500, max: 6000 }), (kelvin) => {
        const plan = lampPlan(kelvin)
        const way = best(plan, 'match')!
        const offOf = (filters: readonly Filter[]): number => {
          const light = filters
            .map(({ colour }) => transmissionOf(colour))
            .reduce(product, daylight(5500))
          const [r, g, b] = channelStops(tintOf(light, way.balance))
          return Math.max(Math.abs(r - g), Math.abs(b - g))
        }
        expect(way.offStops).toBeCloseTo(offOf(way.lights[0]!.filters), 9)
        const every = [[], ...BAG.map((a) => [a]), ...BAG.flatMap((a) => BAG.map((b) => [a, b]))]
        // A gel more or a stop more must be worth a few hundredths.
        for (const filters of every) expect(offOf(filters)).toBeGreaterThan(way.offStops - 0.1)
      }),
      { numRuns: 25 }
    )
  })

  test('taken, subject and background are neutral and every light keeps its level', () => {
    const plan = lampPlan(2900, BAG, 2)
    const way = best(plan, 'match')!
    const after = withColourWay(plan, way)
    const [was, is] = [evaluate(plan).ledger, evaluate(after).ledger]
    for (const id of ['A', 'B'] as const) {
      const moved = cellAt(is, id, 'subject')!.level - cellAt(was, id, 'subject')!.level
      expect(Math.abs(moved)).toBeLessThan(0.18)
      expect(way.lights.find((each) => each.id === id)!.offStops).toBeCloseTo(moved, 6)
      expect(way.lights.find((each) => each.id === id)!.costStops).toBeCloseTo(-1.15, 1)
    }
    for (const place of ['subject', 'background']) {
      const mix = mixColour(after, is, place)!
      expect(Math.max(...mix.stops.map(Math.abs))).toBeLessThan(0.1)
    }
  })

  test('with a warmer background asked for, the lamp stays warmer by so much', () => {
    const plan = lampPlan(2900)
    plan.goals = { ...plan.goals, cast: { mired: 80, toleranceMired: 15 } }
    const after = withColourWay(plan, best(plan, 'match')!)
    expect(Math.abs(sourceColour(after, 'ambient', 'background')!.miredOff! - 80)).toBeLessThan(6)
    const strobe = sourceColour(after, 'A', 'subject')!
    expect(Math.max(...strobe.stops.map(Math.abs))).toBeLessThan(0.15)
  })

  test('a light at full power that cannot give more says how much is missing', () => {
    const plan = lampPlan(2900)
    plan.lights = [{ ...plan.lights[0]!, powerStops: 0 }]
    expect(best(plan, 'match')!.lights[0]!.offStops).toBeCloseTo(-1.15, 1)
  })

  test('locked gels and powers stay', () => {
    const plan = lampPlan(2900)
    const own = [BAG[2]!]
    plan.lights = [{ ...plan.lights[0]!, filters: own }]
    plan.locks = ['lights.A.filters', 'lights.A.powerStops']
    for (const way of colourWays(plan)) {
      expect(names(way)).toEqual(['quarter'])
      expect(way.lights[0]!.powerStops).toBe(plan.lights[0]!.powerStops)
    }
  })

  test('a lamp of no white light is matched by nothing', () => {
    const plan = lampPlan(2900)
    const spectrum = new Array<number>(31).fill(0).map((_, k) => (k < 8 ? 1 : 0))
    const blue: Source = { kind: 'table', spectrum }
    plan.ambient = { ...plan.ambient, colour: { subject: blue, background: blue } }
    expect(best(plan, 'match')).toBeUndefined()
    expect(best(plan, 'strobes')).toBeDefined()
  })
})

test('a light of one colour only is matched by nothing, and nothing breaks', () => {
  const plan = lampPlan(2900)
  const spectrum = new Array<number>(31).fill(0).map((_, k) => (k < 5 ? 1 : 0))
  plan.lights = [
    { ...plan.lights[0]!, strobe: testStrobe({ colour: { kind: 'table', spectrum } }) }
  ]
  expect(colourWays(plan).filter(({ kind }) => kind !== 'strobes')).toEqual([])
})

describe('a filter on the lens and its complement on the strobes', () => {
  test('leaves the subject neutral at about a stop, and tints what the strobes do not light', () => {
    const plan = lampPlan(5500)
    const daylit: Source = { kind: 'daylight', kelvin: 5500 }
    plan.ambient = { ...plan.ambient, colour: { subject: daylit, background: daylit } }
    const way = colourWays(plan).find(
      (each) => each.kind === 'complement' && each.lensFilters[0]!.id === 'magenta'
    )!
    expect(names(way)).toEqual(['green'])
    expect(way.lights[0]!.costStops).toBeCloseTo(-1, 1)
    expect(way.offStops).toBeLessThan(0.1)
    const [red, green, blue] = way.lamp.stops
    // Magenta: about a stop less green than red and blue.
    expect(red - green).toBeGreaterThan(0.5)
    expect(blue - green).toBeGreaterThan(0.5)
    const after = withColourWay(plan, way)
    const mix = sourceColour(after, 'A', 'subject')!
    expect(Math.max(...mix.stops.map(Math.abs))).toBeLessThan(0.1)
  })

  test('needs the complement in the bag', () => {
    const plan = lampPlan(5500, [BAG[5]!])
    expect(best(plan, 'complement')).toBeUndefined()
  })
})

test('with no light on there is nothing to match', () => {
  const plan = lampPlan(2900)
  plan.lights = [{ ...plan.lights[0]!, on: false }]
  expect(colourWays(plan)).toEqual([])
})

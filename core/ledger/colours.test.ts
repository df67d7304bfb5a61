// checks: colours in the sum (filters and coloured surfaces as plain sums over the bands; mixes by weight)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { CLIP_LEVEL } from '../ambient/blackScale'
import { daylight } from '../colour/sources'
import { MATCHING } from '../colour/observer'
import { transmissionOf, type FilterColour } from '../colour/filters'
import type { Filter } from '../kit/kit'
import type { Light, Plan } from '../plan/plan'
import { withKitFigures } from '../run/kitFigures'
import { testCard, testLight, testPlan, testReading, testStrobe } from '../testing'
import { cellTerms } from './cellTerms'
import { channelClip, judgeColours } from './colourVerdict'
import { channelsAt, mixColour, sourceColour } from './colours'
import { evaluate } from './evaluate'
import { cellAt } from './ledger'
import { lampOf } from './sourceColours'

const filter = (colour: FilterColour, id = 'gel'): Filter => ({
  kind: 'filter',
  id,
  name: `Sheet ${id}`,
  notes: '',
  prepare: '',
  colour,
  lossUncertaintyStops: null
})
const warm = filter({ kind: 'conversion', mired: 160, transmission: null }, 'warm')
const magenta = filter({ kind: 'correction', channel: 'magenta', density: 0.3 }, 'magenta')
const green = filter({ kind: 'correction', channel: 'green', density: 0.3 }, 'green')
const onKey = (plan: Plan, part: Partial<Light>): Plan => ({
  ...plan,
  lights: [{ ...plan.lights[0]!, ...part }, ...plan.lights.slice(1)]
})
const level = (plan: Plan, source: 'A' | 'ambient' = 'A', place = 'subject'): number =>
  cellAt(evaluate(plan).ledger, source, place)!.level
const lamp = { kind: 'glowing', kelvin: 2900 } as const

describe('what filters cost', () => {
  test('a gel takes from its light what it takes of the lamp’s luminance, and no more', () => {
    const plan = testPlan()
    const geled = onKey(plan, { filters: [warm] })
    // Σ S·T·ȳ / Σ S·ȳ by hand.
    const [lampLight, sheet] = [daylight(5500), transmissionOf(warm.colour)]
    let [left, all] = [0, 0]
    lampLight.forEach((value, k) => {
      left += value * sheet[k]! * MATCHING[1]![k]!
      all += value * MATCHING[1]![k]!
    })
    for (const place of ['subject', 'background'])
      expect(level(geled, 'A', place) - level(plan, 'A', place)).toBeCloseTo(
        Math.log2(left / all),
        9
      )
    expect(level(geled, 'ambient')).toBe(level(plan, 'ambient'))
  })

  test('the same sheet costs a lamp of another colour another amount', () => {
    const cool = filter({ kind: 'conversion', mired: -131, transmission: null })
    const cost = (kelvin: number) => {
      const own = onKey(testPlan(), {
        strobe: testStrobe({ colour: { kind: 'glowing', kelvin } })
      })
      return level(onKey(own, { filters: [cool] })) - level(own)
    }
    expect(cost(2900)).toBeLessThan(cost(7000) - 0.1)
  })

  test('a filter on the lens takes from every source', () => {
    const plan = testPlan((p) => (p.ambient.subject = testReading(5)))
    const filtered = { ...plan, lensFilters: [magenta] }
    const cost = level(filtered) - level(plan)
    expect(cost).toBeLessThan(-0.3)
    expect(level(filtered, 'ambient') - level(plan, 'ambient')).toBeCloseTo(cost, 9)
  })

  test('property: each filter is a term of its own, and the terms add up to the level', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(warm, magenta, green), { maxLength: 4 }),
        fc.array(fc.constantFrom(warm, magenta, green), { maxLength: 2 }),
        fc.constantFrom(null, '#c03020', '#3060c0'),
        fc.boolean(),
        (filters, lensFilters, colour, warmLamp) => {
          const plan: Plan = {
            ...onKey(testPlan(), {
              filters,
              ...(warmLamp && { strobe: testStrobe({ colour: lamp }) })
            }),
            lensFilters
          }
          plan.subject = { ...plan.subject, colour }
          plan.ambient = {
            ...plan.ambient,
            subject: testReading(6),
            background: testReading(4),
            colour: { subject: lamp, background: lamp }
          }
          for (const source of ['A', 'ambient'] as const)
            for (const place of ['subject', 'background']) {
              const terms = cellTerms(plan, source, place)
              const sum = terms.reduce((total, term) => total + term.stops, 0)
              expect(sum).toBeCloseTo(level(plan, source, place), 6)
              expect(terms.filter(({ kind }) => kind === 'filter')).toHaveLength(
                lensFilters.length + (source === 'A' ? filters.length : 0)
              )
            }
        }
      ),
      { numRuns: 40 }
    )
  })
})

describe('white light', () => {
  test('property: with no filter nothing changes, whatever the balance and colours of things', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(null, '#c03020', '#20c040', '#101080'),
        fc.constantFrom('daylight', 'shade', 'incandescent'),
        (colour, preset) => {
          const plan = testPlan((p) => {
            p.ambient.subject = testReading(7)
            p.lights.push(testLight({ id: 'B', role: 'fill' }))
            p.cards.push(testCard({ kind: 'card', reflectance: 0.8 }))
          })
          const coloured: Plan = {
            ...plan,
            subject: { ...plan.subject, colour },
            background: { ...plan.background, colour },
            balance: { kind: 'preset', preset }
          }
          const [was, is] = [evaluate(plan).ledger, evaluate(coloured).ledger]
          for (const place of was.places) expect(is.totals[place]).toBe(was.totals[place])
        }
      )
    )
  })

  test('says nothing of colours where nothing is asked', () => {
    expect(evaluate(testPlan()).verdicts.some(({ id }) => id === 'colour')).toBe(false)
  })
})

describe('mixed light', () => {
  const mixedPlan = (ev: number): Plan => {
    const plan = testPlan((p) => {
      p.ambient.subject = testReading(ev)
      p.ambient.colour.subject = { ...lamp }
    })
    return plan
  }

  test('is as warm as its parts say, by weight', () => {
    const plan = mixedPlan(7)
    const { ledger } = evaluate(plan)
    const [a, s] = [2 ** level(plan, 'ambient'), 2 ** level(plan)]
    const weigh = (k: number) =>
      (a * sourceColour(plan, 'ambient', 'subject')!.tint[k]! +
        s * sourceColour(plan, 'A', 'subject')!.tint[k]!) /
      (a + s)
    const mix = mixColour(plan, ledger, 'subject')!
    mix.tint.forEach((value, k) => expect(value).toBeCloseTo(weigh(k), 6))
    const warmest = sourceColour(plan, 'ambient', 'subject')!
    expect(mix.miredOff!).toBeGreaterThan(0)
    expect(mix.miredOff!).toBeLessThan(warmest.miredOff!)
    // A 2900 K lamp against daylight: 163 mired (definition).
    expect(Math.abs(warmest.miredOff! - 163)).toBeLessThan(1)
  })

  test('a coloured surface does not pass for coloured light', () => {
    const plan = mixedPlan(7)
    const red = { ...plan, subject: { ...plan.subject, colour: '#c03020' } }
    const [grey, seen] = [plan, red].map((each) =>
      mixColour(each, evaluate(each).ledger, 'subject')!
    )
    seen!.tint.forEach((value, k) => expect(value).toBeCloseTo(grey!.tint[k]!, 6))
    const channels = channelsAt(red, evaluate(red).ledger, 'subject')!
    expect(channels[0] - channels[2]).toBeGreaterThan(2)
  })

  test('a flash’s own kelvin by its power shows in its colour, between rows straight in mired', () => {
    const kelvinByPower = [
      { powerStops: -6, kelvin: 6400 },
      { powerStops: 0, kelvin: 5400 }
    ]
    const light = testLight({ strobe: testStrobe({ kelvinByPower }) })
    const at = (powerStops: number) => lampOf({ ...light, powerStops })
    expect(at(-7)).toEqual({ kind: 'daylight', kelvin: 6400 })
    expect(at(0)).toEqual({ kind: 'daylight', kelvin: 5400 })
    const middle = at(-3)
    expect(middle.kind === 'daylight' && 1e6 / middle.kelvin).toBeCloseTo(
      (1e6 / 6400 + 1e6 / 5400) / 2,
      9
    )
  })
})

describe('colour goals', () => {
  const asked = (part: Partial<Plan['goals']>, change: (plan: Plan) => Plan = (p) => p): Plan => {
    const plan = change(testPlan())
    return { ...plan, goals: { ...plan.goals, ...part } }
  }
  const judged = (plan: Plan) => judgeColours(plan, evaluate(plan).ledger)

  test('neutral: a strobe in daylight balance is, a warm gel is not, the right balance mends it', () => {
    const goals = { neutralStops: 0.2 }
    expect(judged(asked(goals))[0]).toMatchObject({ id: 'neutral', ok: true })
    const geled = asked(goals, (plan) => onKey(plan, { filters: [warm] }))
    expect(judged(geled)[0]!.ok).toBe(false)
    const mended: Plan = { ...geled, balance: { kind: 'kelvin', kelvin: 2900, tint: 0 } }
    expect(judged(mended)[0]!.ok).toBe(true)
    expect(evaluate(geled).verdicts.at(-1)).toMatchObject({ id: 'colour', state: 'miss' })
    expect(evaluate(mended).verdicts.at(-1)).toMatchObject({ id: 'colour', state: 'ok' })
  })

  test('a background so many mired warmer than the balance', () => {
    const goals = { cast: { mired: 60, toleranceMired: 15 } }
    const lit = (kelvin: number) =>
      asked(goals, (plan) => ({
        ...plan,
        // The strobe off: the lamp alone is behind.
        lights: plan.lights.map((light) => ({ ...light, on: false })),
        ambient: {
          ...plan.ambient,
          background: testReading(6),
          colour: { subject: plan.ambient.colour.subject, background: { kind: 'glowing', kelvin } }
        }
      }))
    // 10⁶/5500 + 60 mired is 4135 K; daylight’s own white lies a little beside.
    expect(judged(lit(4135))[0]).toMatchObject({ id: 'cast', ok: true })
    expect(judged(lit(2900))[0]!.ok).toBe(false)
    const dark = { ...lit(4135), ambient: { ...lit(4135).ambient, background: null } }
    expect(judged(dark)[0]).toMatchObject({ ok: false, value: null })
    expect(evaluate(dark).verdicts.at(-1)).toMatchObject({ state: 'unknown' })
  })

  test('two lights alike: apart by a gel, together with the same on both', () => {
    const goals = { alike: { a: 'A', b: 'B', toleranceStops: 0.1 } } as const
    const two = asked(goals, (plan) => ({
      ...plan,
      lights: [...plan.lights, testLight({ id: 'B', role: 'fill' })]
    }))
    expect(judged(two)[0]!.ok).toBe(true)
    const apart = onKey(two, { filters: [warm] })
    expect(judged(apart)[0]!.ok).toBe(false)
    const both = {
      ...apart,
      lights: apart.lights.map((light) => ({ ...light, filters: [warm] }))
    }
    expect(judged(both)[0]!.ok).toBe(true)
  })

  test('a channel that clips before the level says so is named, with how far', () => {
    const plan = testPlan()
    const red = { ...plan, subject: { ...plan.subject, colour: '#d02010' } }
    const power = red.lights[0]!.powerStops
    // Two stops over mid-grey on the subject: its level is half a stop under white.
    const bright = onKey(red, { powerStops: power + 2 - evaluate(red).ledger.totals.subject! })
    expect(evaluate(bright).ledger.totals.subject!).toBeLessThan(CLIP_LEVEL)
    const clip = channelClip(bright, evaluate(bright).ledger)!
    expect(clip).toMatchObject({ channel: 0 })
    const channels = channelsAt(bright, evaluate(bright).ledger, 'subject')!
    expect(Math.max(...channels) - CLIP_LEVEL).toBeGreaterThan(0)
    expect(evaluate(bright).verdicts.at(-1)).toMatchObject({ id: 'colour', reason: 'colour-clip' })
    const dimmer = onKey(red, { powerStops: power - 3 })
    expect(channelClip(dimmer, evaluate(dimmer).ledger)).toBeNull()
  })
})

describe('the kit’s figures of a filter', () => {
  test('are taken up wherever the plan has it', () => {
    const plan: Plan = { ...onKey(testPlan(), { filters: [warm, magenta] }), lensFilters: [warm] }
    const better = {
      ...warm,
      colour: { kind: 'conversion', mired: 150, transmission: 0.5 }
    } as Filter
    const now = withKitFigures(plan, better)
    expect(now.lights[0]!.filters).toEqual([better, magenta])
    expect(now.lensFilters).toEqual([better])
  })

  test('a lamp’s colour is that of Planck where it glows', () => {
    const plan = onKey(testPlan(), { strobe: testStrobe({ colour: lamp }) })
    const own = sourceColour(plan, 'A', 'subject')!
    expect(Math.abs(own.temperature.kelvin - 2900)).toBeLessThan(6)
  })
})

// checks: translucent things (light on the back comes out in front, by its own share)
import { describe, expect, it } from '@jest/globals'
import { cellTerms } from '../ledger/cellTerms'
import { cellAt } from '../ledger/ledger'
import { evaluate } from '../ledger/evaluate'
import { transmittanceOf, type Plan } from '../plan/plan'
import { testCard, testPlan } from '../testing'
import { transportOf } from './remembered'

/** A sheet lit straight on, from before it or from behind. */
const sheet = (azimuthDeg: number, change: Partial<Plan['subject']> = {}): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      finish: 'translucent',
      reflectance: 0.36,
      transmittance: 0.18,
      ...change
    }
    plan.lights[0]!.at = { distanceMm: 500, azimuthDeg, elevationDeg: 0 }
  })
const level = (plan: Plan): number => evaluate(plan).ledger.totals.subject!

describe('a translucent sheet', () => {
  // Source: radiometry of Lambertian surfaces: M = ρ·E in front + τ·E behind.
  it('shows light from behind by what it lets through', () => {
    const front = level(sheet(0))
    expect(level(sheet(180)) - front).toBeCloseTo(-1, 3)
    expect(level(sheet(180, { transmittance: 0.36 })) - front).toBeCloseTo(0, 3)
    expect(level(sheet(180, { finish: 'matt' }))).toBeLessThan(front - 6)
  })
  it('adds light from both sides', () => {
    const plan = sheet(0)
    const both = {
      ...plan,
      lights: [plan.lights[0]!, { ...sheet(180).lights[0]!, id: 'B' as const }]
    }
    expect(level(both) - level(plan)).toBeCloseTo(Math.log2(1.5), 3)
  })
  it('lets through what it does not throw back, at most', () => {
    const body = sheet(0).subject
    expect(transmittanceOf({ ...body, transmittance: 0.9 })).toBeCloseTo(0.64, 12)
    expect(transmittanceOf({ ...body, finish: 'matt' })).toBe(0)
    expect(transmittanceOf({ ...body, shape: 'box' })).toBe(0)
  })
  it('says in its sum what came through', () => {
    const plan = sheet(160)
    const terms = cellTerms(plan, 'A', 'subject')
    expect(terms.find((term) => term.kind === 'through')!.stops).toBeCloseTo(-1, 5)
    const tilt = terms.find((term) => term.kind === 'tilt')!
    expect(tilt.stops).toBeCloseTo(Math.log2(Math.cos((20 * Math.PI) / 180)), 6)
    const sum = terms.reduce((all, term) => all + term.stops, 0)
    expect(sum).toBeCloseTo(cellAt(evaluate(plan).ledger, 'A', 'subject')!.level, 6)
  })
  it('lets through what a card behind it throws', () => {
    const card = testCard({
      kind: 'card',
      reflectance: 0.8,
      at: { distanceMm: 60, azimuthDeg: 180, elevationDeg: 0 },
      widthMm: 300,
      heightMm: 300
    })
    const thrown = (finish: 'translucent' | 'matt'): number =>
      transportOf({ ...sheet(60, { finish, widthMm: 20, heightMm: 20 }), cards: [card] }).bounce[0]!
    const open = transportOf(sheet(60)).open[0]!
    expect(thrown('matt')).toBeLessThan(0.01 * open)
    // Nearly all the hemisphere behind is the card, as brightly lit as the sheet's front.
    expect(thrown('translucent') / open).toBeGreaterThan(0.5 * 0.8 * 0.7)
    expect(thrown('translucent') / open).toBeLessThan(0.5 * 0.8 * 1.1)
  })
})

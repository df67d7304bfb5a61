import { describe, expect, test } from '@jest/globals'
import { levelTo8Bit } from '../ambient/blackScale'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { ratiosOf } from '../ledger/ratios'
import { removePlace } from '../plan/edit'
import type { OwnPlace, Plan } from '../plan/plan'
import { testLight, testPlan } from '../testing'
import { judgeGoals } from './goals'
import { withBestPower } from './power'

const zone = (id: string, part: Partial<OwnPlace>): OwnPlace => ({
  id,
  name: id,
  xMm: 0,
  yMm: 0,
  zMm: 8,
  faces: 'lens',
  reflectance: 0.18,
  finish: 'matt',
  ...part
})
/** Dark glass with a pale label on it and a black case beside. */
const bottle = (change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', reflectance: 0.05 }
    p.places = [
      zone('P1', { name: 'Label', reflectance: 0.8 }),
      zone('P2', { name: 'Case', xMm: -9, zMm: 3, reflectance: 0.02 })
    ]
    p.lights = [
      testLight({ powerStops: -4 }),
      testLight({
        id: 'B',
        name: 'Label light',
        role: 'other',
        powerStops: -6,
        at: { distanceMm: 250, azimuthDeg: -20, elevationDeg: 30 }
      })
    ]
    change(p)
  })

describe('zones of a subject', () => {
  test('each has its own reflectance: under the same light the label is log2(0.8/0.02) over the case', () => {
    const near = bottle((p) => {
      p.places[1] = { ...p.places[0]!, id: 'P2', reflectance: 0.02 }
    })
    const { totals } = evaluate(near).ledger
    expect(totals.P1! - totals.P2!).toBeCloseTo(Math.log2(0.8 / 0.02), 9)
  })
  test('a light serves the zone it is meant for: its power is set by the goal there', () => {
    const plan = bottle((p) => {
      p.lights[1]!.serves = 'P1'
      p.goals.places = [{ place: 'P1', kind: 'about', stops: 1, toleranceStops: 0.3 }]
      p.lights[0]!.powerStops = -7
      p.lights[0]!.at = { distanceMm: 900, azimuthDeg: 60, elevationDeg: 0 }
    })
    expect(evaluate(plan).suggestions.B).toMatchObject({ place: 'P1', goalStops: 1 })
    const set = withBestPower(plan, 1)
    expect(Math.abs(evaluate(set).ledger.totals.P1! - 1)).toBeLessThan(0.3)
  })
  test('the ratio speaks of the zones it is asked about', () => {
    const plan = bottle((p) => {
      p.lights[1]!.role = 'fill'
      p.goals.keyFill = { stops: 2, toleranceStops: 0.5, over: 'P1', under: 'P2' }
    })
    const { ledger } = evaluate(plan)
    expect(ratiosOf(plan, ledger).keyFill).toBeCloseTo(
      cellAt(ledger, 'A', 'P1')!.level - cellAt(ledger, 'B', 'P2')!.level,
      9
    )
  })
  test('the brightest zone is held to its value of 255, headroom in stops', () => {
    const plan = bottle((p) => {
      p.goals.highlight8Bit = 250
    })
    const goal = judgeGoals(plan, evaluate(plan)).find((each) => each.id === 'highlight')!
    const { totals } = evaluate(plan).ledger
    expect(goal.value).toBe(
      Math.max(totals.subject!, totals.shadow!, totals.top!, totals.front!, totals.P1!, totals.P2!)
    )
    // sRGB (IEC 61966-2-1): 250 of 255 is linear 0.956, which is 2.41 stops over 18 %.
    const linear = ((250 / 255 + 0.055) / 1.055) ** 2.4
    expect(goal.limit).toBeCloseTo(Math.log2(linear / 0.18), 9)
    expect(levelTo8Bit(goal.limit)).toBe(250)
    expect(goal.slackStops - goal.missStops).toBeCloseTo(goal.limit - goal.value, 9)
    const brighter = { ...plan, settings: { ...plan.settings, isoStops: 6, apertureStops: 3 } }
    expect(
      judgeGoals(brighter, evaluate(brighter)).find((each) => each.id === 'highlight')
    ).toMatchObject({ ok: false })
  })
  test('a shiny zone is flagged: its figure is for what it scatters', () => {
    expect(evaluate(bottle()).flags).not.toContain('specular')
    const shiny = bottle((p) => {
      p.places[0]!.finish = 'gloss'
    })
    expect(evaluate(shiny).flags).toContain('specular')
  })
  test('a zone that goes takes along what served it', () => {
    const plan = bottle((p) => {
      p.lights[1]!.serves = 'P2'
      p.goals.keyFill = { stops: 2, toleranceStops: 0.5, over: 'P1', under: 'P2' }
    })
    const after = removePlace(plan, 'P2')
    expect(after.lights[1]!.serves).toBeNull()
    expect(after.goals.keyFill).toMatchObject({ over: 'P1', under: 'shadow' })
  })
})

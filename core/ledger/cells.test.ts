/** Why no light arrives, and the ratios people speak of. */
import { describe, expect, test } from '@jest/globals'
import type { OwnPlace, Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan } from '../testing'
import { evaluate } from './evaluate'
import { cellAt } from './ledger'
import { fillShares, ratiosOf, sumAt } from './ratios'

const grid = testModifier({ beam: { kind: 'cut', beamDeg: 20 } })
const own = (faces: OwnPlace['faces'], part: Partial<OwnPlace> = {}): OwnPlace => ({
  id: 'P1',
  name: 'Here',
  xMm: 400,
  yMm: 300,
  zMm: 200,
  faces,
  reflectance: 0.18,
  finish: 'matt',
  ...part
})
const state = (plan: Plan, place = 'P1') => cellAt(evaluate(plan).ledger, 'A', place)!.state

describe('a place that gets no light says why', () => {
  /** A gridded head that looks at the focus point, so that P1 lies outside its beam. */
  const at = (faces: OwnPlace['faces'], azimuthDeg: number, elevationDeg: number): Plan =>
    testPlan((p) => {
      p.places = [own(faces)]
      // Neither throws light back to it.
      p.subject = { ...p.subject, widthMm: 5, heightMm: 5, finish: 'clear' }
      p.background = { ...p.background, widthMm: 10, heightMm: 10 }
      p.lights[0] = testLight({
        modifiers: [grid],
        at: { distanceMm: 1500, azimuthDeg, elevationDeg }
      })
    })
  test.each([
    ['lens', 0, 0, 'outside'],
    ['lens', 180, 0, 'behind'],
    ['lens', 20, 20, 'outside'],
    ['up', 0, 60, 'outside'],
    ['up', 0, -60, 'behind'],
    ['up', 0, 5, 'behind'],
    ['left', -60, 0, 'outside'],
    ['left', 60, 0, 'behind'],
    ['right', 60, 0, 'outside'],
    ['right', -60, 0, 'behind'],
    ['right', 10, 0, 'behind']
  ] as const)('facing %s, the head %d° round and %d° above: %s', (faces, az, el, why) =>
    expect(state(at(faces, az, el))).toBe(why)
  )
  test('off before all else; behind a flag it is shadowed', () => {
    const plan = testPlan((p) => {
      p.cards = [
        testCard({ reflectance: 0.005, at: { distanceMm: 100, azimuthDeg: 40, elevationDeg: 0 } })
      ]
    })
    expect(state(plan, 'subject')).toBe('shadowed')
    const off = { ...plan, lights: [{ ...plan.lights[0]!, on: false }] }
    expect(state(off, 'subject')).toBe('off')
  })
})

describe('key over fill', () => {
  const base = (change: (p: Plan) => void = () => undefined): Plan =>
    testPlan((p) => {
      p.subject = { ...p.subject, shape: 'ellipsoid' }
      p.lights.push(
        testLight({
          id: 'B',
          name: 'Fill',
          role: 'fill',
          powerStops: -6,
          at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
        }),
        testLight({
          id: 'C',
          name: 'Rim',
          role: 'rim',
          powerStops: -6,
          at: { distanceMm: 250, azimuthDeg: 150, elevationDeg: 20 }
        })
      )
      change(p)
    })
  const ratio = (plan: Plan) => ratiosOf(plan, evaluate(plan).ledger)
  test('the key at the lit side over the fill at the shadow side, both alone', () => {
    const plan = base()
    const { ledger } = evaluate(plan)
    expect(ratio(plan).keyFill).toBeCloseTo(
      cellAt(ledger, 'A', 'subject')!.level - cellAt(ledger, 'B', 'shadow')!.level,
      9
    )
    expect(ratio(plan).litShadow).toBeCloseTo(ledger.totals.subject! - ledger.totals.shadow!, 9)
    expect(fillShares(plan)).toEqual([0, 1, 0])
  })
  test('two fills add up, one that is off does not count', () => {
    const two = base((p) => {
      p.lights[2]!.role = 'fill'
      p.lights[2]!.at = { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
    })
    expect(ratio(two).keyFill).toBeCloseTo(ratio(base()).keyFill! - 1, 6)
    const off = { ...two, lights: two.lights.map((l) => (l.id === 'C' ? { ...l, on: false } : l)) }
    expect(ratio(off).keyFill).toBeCloseTo(ratio(base()).keyFill!, 6)
  })
  test('between any two places, the first of the plan too', () => {
    const plan = base((p) => {
      p.goals.keyFill = { stops: 1, toleranceStops: 0.3, over: 'front', under: 'subject' }
    })
    const { ledger } = evaluate(plan)
    expect(ratio(plan).keyFill).toBeCloseTo(
      cellAt(ledger, 'A', 'front')!.level - cellAt(ledger, 'B', 'subject')!.level,
      9
    )
  })
  test('without a fill light, what pale cards throw back of any light', () => {
    const carded = (on: boolean) =>
      base((p) => {
        p.lights = p.lights.slice(0, 1)
        p.room = null
        p.cards = [
          testCard({
            kind: 'card',
            on,
            reflectance: 0.9,
            at: { distanceMm: 60, azimuthDeg: -70, elevationDeg: 0 }
          })
        ]
      })
    const plan = carded(true)
    const [share] = fillShares(plan)!
    expect(share!).toBeGreaterThan(0.2)
    expect(share!).toBeLessThan(1)
    const { ledger } = evaluate(plan)
    expect(ratio(plan).keyFill).toBeCloseTo(
      cellAt(ledger, 'A', 'subject')!.level -
        Math.log2(share!) -
        cellAt(ledger, 'A', 'shadow')!.level,
      9
    )
    expect(ratio(carded(false)).keyFill).toBeNull()
  })
  test('a flat has no shadow side', () => {
    const flat = base((p) => {
      p.subject = { ...p.subject, shape: 'sheet' }
    })
    expect(ratio(flat)).toEqual({ keyFill: null, litShadow: null })
  })
  test('sums of sources: none is no light', () => {
    const { ledger } = evaluate(base())
    expect(sumAt(ledger, 'subject', [])).toBe(-Infinity)
    expect(sumAt(ledger, 'subject', ['A', 'B'])).toBeCloseTo(
      Math.log2(
        2 ** cellAt(ledger, 'A', 'subject')!.level + 2 ** cellAt(ledger, 'B', 'subject')!.level
      ),
      9
    )
  })
})

import { expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { testCorrection, testFrame, testPlan, testReading } from '../testing'
import { expectedLevels, heldAgainst } from './expected'

const dark = { subject: testReading(-8), background: testReading(-8) }
const set = () =>
  testPlan((plan) => {
    plan.ambient = { ...plan.ambient, ...dark }
  })

test('what is expected of a frame is the sum of its own plan, whatever the plan is now', () => {
  const plan = set()
  const frame = testFrame(plan, 'f', 'lit')
  const now = { ...plan, settings: { ...plan.settings, apertureStops: 4 } }
  const levels = expectedLevels(frame, now)
  const { totals } = ledgerOf(plan)
  for (const place of ['subject', 'background'])
    expect(levels.get(place)).toBeCloseTo(totals[place]!, 9)
})

test('what other frames taught counts, what it taught itself at that place does not', () => {
  const plan = set()
  const frame = testFrame(plan, 'f', 'lit')
  const before = expectedLevels(frame, plan).get('subject')!
  const taught = (frameId: string) => ({
    ...plan,
    corrections: [testCorrection({ id: 'c', frameId, source: 'A', place: 'subject', stops: 0.5 })]
  })
  // The lamp is all there is: its half stop is the place's.
  expect(expectedLevels(frame, taught('other')).get('subject')! - before).toBeCloseTo(0.5, 3)
  expect(expectedLevels(frame, taught('f')).get('subject')).toBeCloseTo(before, 9)
})

test('of a place about which nothing is known nothing is expected', () => {
  const plan = testPlan((each) => {
    each.ambient.subject = each.ambient.background = null
  })
  expect(expectedLevels(testFrame(plan, 'f', 'black'), plan).size).toBe(0)
})

test('a reading fits within its uncertainty, or as a limit that is kept', () => {
  const held = (level: number, limit: 'exact' | 'at-most' | 'at-least') =>
    heldAgainst(-2, { level, limit, uncertaintyStops: 0.3 }).fits
  expect([held(-2.25, 'exact'), held(-2.4, 'exact')]).toEqual([true, false])
  // Black at −8 or darker, where −2 was expected, is a miss; white or brighter likewise.
  expect([held(-8, 'at-most'), held(0, 'at-most')]).toEqual([false, true])
  expect([held(2.5, 'at-least'), held(-4, 'at-least')]).toEqual([false, true])
  expect(heldAgainst(-2, { level: -1.5, limit: 'exact', uncertaintyStops: 0.3 }).offStops).toBe(0.5)
})

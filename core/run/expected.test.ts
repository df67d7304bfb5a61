import { expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { testCorrection, testFrame, testPlan, testReading } from '../testing'
import { expectedLevels } from './expected'

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

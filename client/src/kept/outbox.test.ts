import { readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { PLAN_VERSION } from '@core/plan/plan'
import { testFrame, testPlan } from '@core/testing'
import { openWaiting } from './outbox'

const entry = {
  shootId: 's',
  version: null,
  frameWaits: true,
  image: null,
  raw: null,
  refused: null,
  frame: testFrame(testPlan(), 'f', 'lit')
}

test('what this program kept is had again as it was', () =>
  expect(openWaiting(entry)).toEqual(entry))

test('what an older program kept has no raw file', () => {
  const { raw: none, ...older } = entry
  expect(none).toBeNull()
  expect(openWaiting(older)).toEqual(entry)
})

test('a frame an older program kept goes on its way with the plan and readings of this one', () => {
  const { plan } = JSON.parse(
    readFileSync('core/plan/migrations/fixtures/version5.json', 'utf8')
  ) as { plan: unknown }
  const kept = {
    ...entry,
    frame: {
      ...entry.frame,
      plan,
      evidence: [{ kind: 'meter', apertureStops: 6.6, isoStops: 0 }]
    }
  }
  expect(openWaiting(kept)).toMatchObject({
    shootId: 's',
    frame: {
      plan: { version: PLAN_VERSION },
      evidence: [{ kind: 'meter', place: 'subject', receptor: 'surface', apertureStops: 6.6 }]
    }
  })
})

test.each([
  null,
  'junk',
  { shootId: 's' },
  { ...entry, image: 'no picture' },
  { ...entry, raw: 'no raw file' },
  { ...entry, frame: 1 }
])('what cannot be read is passed over: %#', (value) => expect(openWaiting(value)).toBeNull())

/** Light against light in stops, and the sums of chosen sources. */
import { expect, test } from '@jest/globals'
import { testLight, testPlan } from '../testing'
import { evaluate } from './evaluate'
import { cellAt } from './ledger'
import { ratiosOf, sumAt } from './ratios'

test('ratios: key 2 stops over fill reads as 4 : 1, and sums of chosen sources add up', () => {
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 22, heightMm: 14, depthMm: 14 }
    p.focus.magnification = 0.5
    p.lights = [
      testLight({ at: { distanceMm: 250, azimuthDeg: 60, elevationDeg: 0 } }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -5,
        at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
      })
    ]
  })
  const { ledger } = evaluate(plan)
  // The two stand mirrored about the lens axis, so the fill at the shadow side is the key at the
  // lit side, two stops less.
  expect(ratiosOf(plan, ledger).keyFill).toBeCloseTo(2, 1)
  const all = ledger.rows.map((row) => row.source)
  for (const place of ledger.places)
    expect(sumAt(ledger, place, all)).toBeCloseTo(ledger.totals[place]!, 9)
  expect(sumAt(ledger, 'subject', ['A'])).toBeCloseTo(cellAt(ledger, 'A', 'subject')!.level, 9)
})

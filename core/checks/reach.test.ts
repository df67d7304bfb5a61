/** What the dial does not reach, by how much, and what would. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { testLight, testModifier, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set } from './testing'

describe('reach', () => {
  test.each([
    ['too-dim', 3, 900, 1],
    ['too-bright', 60, 60, -1]
  ] as const)('%s: by how much, and the first remedy by name', (kind, guideNumberM, mm, sign) => {
    const plan = set((p) => {
      p.lights = [
        testLight({
          strobe: testStrobe({ guideNumberM }),
          at: { distanceMm: mm, azimuthDeg: 40, elevationDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), kind)
    expect(check).toMatchObject({ state: 'miss', light: 'A', place: 'subject' })
    expect(check!.figures.miss).toBe(evaluate(plan).suggestions.A!.missStops)
    const [remedy] = check!.remedies
    expect(remedy!.effectStops! * sign).toBeGreaterThan(1)
    expect(remedy!.kind).toBe('distance')
    expect(remedy!.figures.to).toBe(remedy!.after!.lights[0]!.at.distanceMm)
    // What it gains is what was missing, but for what the dial's steps leave.
    const left = evaluate(remedy!.after!).suggestions.A!.missStops
    expect(Math.abs(left)).toBeGreaterThan(0.001)
    expect(remedy!.effectStops).toBeCloseTo(left - check!.figures.miss!, 9)
  })
  test('what the remedy gains is what was missing', () => {
    const dim = set((p) => {
      p.lights = [
        testLight({
          strobe: testStrobe({ guideNumberM: 3 }),
          at: { distanceMm: 900, azimuthDeg: 40, elevationDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(dim), 'too-dim')
    expect(check!.figures.miss).toBeLessThan(-1)
    expect(check!.remedies[0]!.effectStops).toBeCloseTo(-check!.figures.miss!, 0)
  })
  test('something worn or taken off has no place on a scale to go to', () => {
    const plan = set((p) => {
      p.lights = [
        testLight({
          strobe: testStrobe({ guideNumberM: 3 }),
          modifiers: [testModifier({ lossStops: 6 })],
          at: { distanceMm: 300, azimuthDeg: 40, elevationDeg: 0 }
        })
      ]
      p.locks = ['lights.A.at.distanceMm', 'settings.apertureStops', 'settings.isoStops']
    })
    const [remedy] = find(checkSet(plan), 'too-dim')[0]!.remedies
    expect(remedy).toMatchObject({ kind: 'control', name: 'modifier', figures: {} })
    expect(remedy!.after!.lights[0]!.modifiers).toEqual([])
  })
})

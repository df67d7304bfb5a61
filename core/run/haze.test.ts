// checks: haze (a room that fills by so much a try, worked back)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { longly, testPlan } from '../testing'
import type { Frame } from './frame'
import { logFrame } from './frame'
import { hazeOf } from './haze'

const plan: Plan = testPlan((p) => {
  p.subject = { ...p.subject, shape: 'plume' }
})
let count = 0
const next = () => {
  count++
  return { id: `h${count}`, takenAt: new Date(1.7e12 + count * 30000).toISOString() }
}
const lit = (many: number): Frame[] =>
  Array.from({ length: many }, () => logFrame(plan, { ...next(), kind: 'lit' }))
const black = (level: number, limit: 'exact' | 'at-most' = 'exact'): Frame => ({
  ...logFrame(plan, { ...next(), kind: 'black' }),
  evidence: [
    {
      kind: 'patch',
      place: 'background',
      x: 0.5,
      y: 0.5,
      radius: 0.05,
      levelStops: level,
      limit,
      uncertaintyStops: 0.1
    }
  ]
})

describe('haze over tries', () => {
  test('property: a room that fills by so much light a try, now and by the next black frame', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: -5, noNaN: true }),
        fc.double({ min: 0.02, max: 0.3, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 8 }),
        (base, share, before, since) => {
          const at = (tries: number): number => base + Math.log2(1 + share * tries)
          const frames = [black(base), ...lit(before), black(at(before)), ...lit(since)]
          const { rise, tries } = hazeOf(plan, frames)!
          expect(tries).toBe(since)
          expect(rise!.tries).toBe(before)
          expect(rise!.stops).toBeCloseTo(at(before) - base, 9)
          expect(rise!.nowStops).toBeCloseTo(at(before + since) - base, 9)
        }
      ),
      { numRuns: longly(200, 60) }
    )
  })

  test('a third of a stop is worth airing the room; less, or what the frames cannot tell, is not', () => {
    const due = (rise: number) => hazeOf(plan, [black(-7), ...lit(6), black(-7 + rise)])!.due
    expect(due(0.5)).toBe('air')
    expect(due(0.2)).toBeNull()
    expect(due(-0.4)).toBeNull()
  })

  test('after an airing it begins anew', () => {
    const frames = [black(-7), ...lit(6), black(-6), ...lit(1), black(-7.4), ...lit(2)]
    expect(hazeOf(plan, frames)).toMatchObject({ tries: 2, due: null })
    const again = [...frames, ...lit(6), black(-6.4)]
    const { rise, due } = hazeOf(plan, again)!
    expect(rise).toMatchObject({ tries: 8, stops: expect.closeTo(1, 9) })
    expect(due).toBe('air')
  })

  test('long without a black frame: look; black all along: nothing to say', () => {
    expect(hazeOf(plan, [black(-7), ...lit(12)])!.due).toBe('look')
    expect(hazeOf(plan, lit(12))!.due).toBe('look')
    expect(hazeOf(plan, lit(3))).toEqual({ tries: 3, rise: null, due: null })
    const dark = [black(-9, 'at-most'), ...lit(4), black(-9, 'at-most')]
    expect(hazeOf(plan, dark)).toEqual({ tries: 0, rise: null, due: null })
    expect(hazeOf(testPlan(), lit(20))).toBeNull()
  })
})

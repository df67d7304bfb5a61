/** What is asked of a light that is not known well: a nearer mark, another look. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { testCorrection, testFrame, testPlan } from '../testing'
import { heldBy } from '../ledger/corrections'
import type { Frame } from './frame'
import { lookAgain, powerMove } from './moves'

const plan = testPlan()
/** The plan corrected so that its subject stands so far off its goal, by a reading so sure. */
const off = (missStops: number, uncertaintyStops: number, looks = 1): Plan => {
  const at = evaluate(plan).ledger.totals.subject! - plan.goals.subjectStops
  return {
    ...plan,
    corrections: Array.from({ length: looks }, (_, i) =>
      testCorrection({
        id: `c${i}`,
        frameId: `f${i}`,
        source: 'A',
        place: 'subject',
        stops: missStops - at,
        uncertaintyStops,
        method: 'judged',
        ...heldBy(plan, 'A', 'subject')
      })
    )
  }
}
const move = (of: Plan) => powerMove(of, evaluate(of), of.lights[0]!)
const judged = (kind: 'judged' | 'none' = 'judged'): Frame => ({
  ...testFrame(plan, 'f', 'lit'),
  evidence:
    kind === 'none' ? [] : [{ kind: 'judged', place: 'subject', levelStops: 0, limit: 'exact' }]
})
const look = (of: Plan, frame: Frame | null = judged()) => lookAgain(of, of.lights[0]!, frame)

describe('a light within its goal’s width', () => {
  test('known well it is left alone', () => expect(move(off(0.3, 0.1))).toBeNull())
  test('known by eye alone it is set to the mark that lands it nearest', () =>
    expect(move(off(0.3, 0.5))).toMatchObject({ kind: 'set-power' }))
  test('a mark that is hardly nearer is not worth a hand on the dial', () =>
    expect(move(off(0.15, 0.5))).toBeNull())
})

describe('looked at again', () => {
  test('one look by eye is wider than a third of a stop, four are enough', () => {
    expect(look(off(0, 0.5))).toMatchObject({ kind: 'take-lit', lights: ['A'], unsureStops: 0.5 })
    expect(look(off(0, 0.5, 3))).toMatchObject({ kind: 'take-lit' })
    expect(look(off(0, 0.5, 4))).toBeNull()
  })
  test('not where the goal is as wide as the eye, nor where a meter has said it', () => {
    const wide = off(0, 0.5)
    expect(look({ ...wide, goals: { ...wide.goals, toleranceStops: 0.8 } })).toBeNull()
    expect(look(off(0, 0.1))).toBeNull()
  })
  test('not before it was looked at once', () => {
    expect(look(off(0, 0.5), judged('none'))).toBeNull()
    expect(look(off(0, 0.5), null)).toBeNull()
    expect(look(plan)).toBeNull()
  })
})

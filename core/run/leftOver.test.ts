// checks: which light is left (made-up sources found again)
/** Which source of ambient light black frames still show. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ledgerOf } from '../ledger/ledger'
import { withSource } from '../plan/editAmbient'
import type { AmbientSourceId, Plan } from '../plan/plan'
import { longly, testPlan, testReading, testSource } from '../testing'
import { logFrame, type Frame } from './frame'
import { leftOver, withShareAsReading } from './leftOver'
import { lessonsOf, withLessons, withoutLessons } from './lessons'
import { blackFrame } from './standing'

const IDS = ['S1', 'S2', 'S3'] as const
const planOf = (evs: readonly (number | null)[]): Plan =>
  testPlan((plan) => {
    plan.ambient.sources = evs.map((ev, k) =>
      testSource({
        id: IDS[k]!,
        name: ['Window', 'Lamp', 'Screen'][k]!,
        from: { kind: 'around', falls: 'both' },
        readAt: 'subject',
        reading: ev === null ? null : testReading(ev, { via: 'lens' })
      })
    )
  })
const off = (plan: Plan, ...ids: AmbientSourceId[]): Plan =>
  ids.reduce((so, id) => withSource(so, id, { state: 'off' }), plan)

let frames = 0
/** A black frame of a set, read as some light really is. */
function shot(plan: Plan, level: number, limit: 'exact' | 'at-most' | 'at-least' = 'exact'): Frame {
  frames++
  const frame = logFrame(plan, {
    id: `f${frames}`,
    kind: 'black',
    takenAt: new Date(1.7e12 + frames * 60000).toISOString()
  })
  return {
    ...frame,
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
  }
}
const sum = (...levels: number[]): number =>
  Math.log2(levels.reduce((so, each) => so + 2 ** each, 0))

describe('switching off one at a time', () => {
  test('property: made-up sources are found again from frames with and without', () => {
    const levels = fc.array(fc.double({ min: -4, max: 2, noNaN: true }), {
      minLength: 3,
      maxLength: 3
    })
    fc.assert(
      fc.property(levels, fc.double({ min: -6, max: 0, noNaN: true }), (true_, rest) => {
        const plan = planOf([null, null, null])
        const all = shot(plan, sum(rest, ...true_))
        const without = IDS.map((id, k) =>
          shot(off(plan, id), sum(rest, ...true_.filter((_, i) => i !== k)))
        )
        const found = leftOver(plan, [all, ...without], 'background')!
        expect(found.next).toBeNull()
        for (const each of found.sources) {
          const wanted = true_[IDS.indexOf(each.id as 'S1')]!
          if (each.limit === 'exact') {
            expect(each.level).toBeCloseTo(wanted, 6)
            expect(each.share).toBeCloseTo(2 ** (wanted - sum(rest, ...true_)), 6)
          } else expect(wanted).toBeLessThanOrEqual(each.level + 1e-9)
        }
        const [first] = found.sources
        if (first!.limit === 'exact')
          expect(true_[IDS.indexOf(first!.id as 'S1')]).toBeCloseTo(Math.max(...true_), 6)
      }),
      { numRuns: longly(200, 50) }
    )
  })

  test('each left off while the next goes off says the same', () => {
    const plan = planOf([null, null, null])
    const list = [
      shot(plan, sum(0, -1, -2)),
      shot(off(plan, 'S1'), sum(-1, -2)),
      shot(off(plan, 'S1', 'S2'), -2),
      shot(off(plan, 'S1', 'S2', 'S3'), -9, 'at-most')
    ]
    const found = leftOver(off(plan, ...IDS), list, 'background')!
    expect(found.sources.map(({ id, level }) => [id, level])).toEqual([
      // The last gives all that was left.
      ['S3', expect.closeTo(-2, 6)],
      ['S2', expect.closeTo(-1, 6)],
      ['S1', expect.closeTo(0, 6)]
    ])
    expect(found.sources[0]!.share).toBe(1)
  })

  test('the next to try is the strongest that the sum knows of, an unread one before', () => {
    const frame = (plan: Plan): Frame[] => [shot(plan, 0)]
    expect(leftOver(planOf([4, 9, 2]), frame(planOf([4, 9, 2])), 'background')!.next).toBe('S2')
    expect(leftOver(planOf([4, 9, null]), frame(planOf([4, 9, 2])), 'background')!.next).toBe('S3')
    expect(leftOver(planOf([4]), [], 'background')).toBeNull()
    expect(leftOver(testPlan(), frame(testPlan()), 'background')).toBeNull()
  })

  test('other camera settings are brought to those of now; two changes at once say nothing', () => {
    const plan = planOf([null, null])
    const slow = { ...plan, settings: { ...plan.settings, shutterStops: 3 } }
    const by = 3 - plan.settings.shutterStops
    const found = leftOver(
      plan,
      [shot(slow, sum(-1, -3) - by), shot(off(plan, 'S1'), -3)],
      'background'
    )!
    expect(found.sources).toMatchObject([{ id: 'S1', level: expect.closeTo(-1, 6) }])
    const both = leftOver(plan, [shot(plan, 0), shot(off(plan, 'S1', 'S2'), -3)], 'background')!
    expect(both.sources).toEqual([])
  })

  test('a difference within what the frames are sure of is a limit; clipped ones say nothing', () => {
    const plan = planOf([null])
    const same = leftOver(plan, [shot(plan, 0), shot(off(plan, 'S1'), -0.05)], 'background')!
    expect(same.sources).toMatchObject([{ limit: 'at-most' }])
    expect(same.sources[0]!.level).toBeLessThan(-2)
    const clipped = [shot(plan, 2.4, 'at-least'), shot(off(plan, 'S1'), 0)]
    expect(leftOver(plan, clipped, 'background')!.sources).toEqual([])
  })

  test('what it says becomes the source’s reading: the sum gives it back; gone with its frame', () => {
    const plan = planOf([null, 3])
    const list = [shot(plan, sum(-1, -3)), shot(off(plan, 'S1'), -3)]
    const [share] = leftOver(plan, list, 'background')!.sources
    const read = withShareAsReading(plan, 'background', share!)!
    const part = ledgerOf(read).parts.find(({ source }) => source === 'S1')!
    expect(part.cells.background!.level).toBeCloseTo(-1, 2)
    const lessons = lessonsOf(read, list[1]!.id)
    const without = withoutLessons(read, list[1]!.id)
    expect(without.ambient.sources[0]!.reading).toBeNull()
    expect(withLessons(without, lessons)).toEqual(read)
    const elsewhere = withSource(plan, 'S1', { from: { kind: 'around', falls: 'subject' } })
    expect(withShareAsReading(elsewhere, 'background', share!)).toBeNull()
  })

  test('a black frame with a source off does not stand for the set with it on', () => {
    const plan = planOf([4, 6])
    const dark = shot(off(plan, 'S2'), -5)
    expect(blackFrame(plan, [dark])).toBeNull()
    expect(blackFrame(off(plan, 'S2'), [dark])?.id).toBe(dark.id)
    // One that was not known of then was there all the same.
    const old = shot(testPlan(), -5)
    expect(blackFrame(plan, [old])?.id).toBe(old.id)
  })
})

/** Which shutters suit every lamp in the picture. */
import { describe, expect, test } from '@jest/globals'
import { ownLevel } from '../ledger/ambientSources'
import { ledgerOf } from '../ledger/ledger'
import type { AmbientSource, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { testPlan, testReading, testSource } from '../testing'
import { lampSpans, UNTOUCHED } from './lampSpan'
import { restWithout } from './restWithout'
import { withShutter } from './usableShutters'

const lamp = (id: 'S1' | 'S2', ev: number, least: number, most: number): AmbientSource =>
  testSource({
    id,
    name: id,
    kind: 'lamp',
    from: {
      kind: 'face',
      at: { distanceMm: 400, azimuthDeg: id === 'S1' ? 170 : -170, elevationDeg: 10 },
      widthMm: 15,
      heightMm: 15
    },
    reading: testReading(ev, { via: 'lens' }),
    wanted: { leastStops: least, mostStops: most }
  })
const planOf = (...sources: AmbientSource[]): Plan =>
  testPlan((plan) => {
    plan.camera = { ...plan.camera, highSpeedSync: false, showsEffective: true }
    plan.settings = { ...plan.settings, apertureStops: 8, shutterStops: 4 }
    plan.ambient.sources = sources
  })
const levelAt = (plan: Plan, k: number, mark: number): number => {
  const there = withShutter(plan, mark)
  return ownLevel(there, transportOf(there), there.ambient.sources[k]!)!
}

describe('lamps in the picture', () => {
  test('none is asked about: nothing to say', () => {
    expect(lampSpans(planOf())).toBeNull()
    expect(lampSpans(planOf({ ...lamp('S1', 10, -1, 1), wanted: null }))).toBeNull()
    expect(lampSpans(planOf({ ...lamp('S1', 10, -1, 1), state: 'off' }))).toBeNull()
  })

  test('each has the shutters at which it shows as wanted, counted out one by one', () => {
    const plan = planOf(lamp('S1', 11, -1, 1), lamp('S2', 12, -0.5, 2))
    const found = lampSpans(plan)!
    // f/16 and EV 11: level 0 at −log2(t) = 3; one stop either way; sync bounds it at 8.
    expect(found.lamps.map(({ span }) => span)).toEqual([
      { slowestStops: expect.closeTo(2, 6), fastestStops: expect.closeTo(4, 6) },
      { slowestStops: expect.closeTo(2, 6), fastestStops: expect.closeTo(4.33, 1) }
    ])
    expect(found.together).toEqual({
      slowestStops: expect.closeTo(2, 6),
      fastestStops: expect.closeTo(4, 6)
    })
    expect(found.lamps.map(({ offStops }) => offStops)).toEqual([0, 0])
    for (const k of [0, 1])
      for (const mark of [found.together!.slowestStops, found.together!.fastestStops]) {
        const { leastStops, mostStops } = plan.ambient.sources[k]!.wanted!
        expect(levelAt(plan, k, mark)).toBeGreaterThan(leastStops - 1e-6)
        expect(levelAt(plan, k, mark)).toBeLessThan(mostStops + 1e-6)
      }
  })

  test('lamps too far apart: by how much each would have to change', () => {
    const plan = planOf(lamp('S1', 11, -0.5, 0.5), lamp('S2', 15, -0.5, 0.5))
    const found = lampSpans(plan)!
    expect(found.together).toBeNull()
    const [weak, strong] = found.lamps
    // Four stops apart, a stop of room between them, less what falls between two marks.
    for (const off of [strong!.offStops!, -weak!.offStops!]) {
      expect(off).toBeGreaterThanOrEqual(3 - 1e-6)
      expect(off).toBeLessThan(3 + 1 / 3)
    }
    const shaded = planOf(lamp('S1', 11, -0.5, 0.5), {
      ...lamp('S2', 15, -0.5, 0.5),
      state: 'shaded',
      shadeStops: strong!.offStops! + 0.01
    })
    expect(lampSpans(shaded)!.together).not.toBeNull()
  })

  test('a shutter so slow that ambient shows on the subject is left out', () => {
    const dim = planOf(lamp('S1', 6, -6, 3))
    dim.ambient.subject = testReading(6)
    const found = lampSpans(dim)!
    const { slowestStops } = found.subject!
    const added = (mark: number): number => {
      const { totals, flash } = ledgerOf(withShutter(dim, mark))
      return totals.subject! - flash.subject!
    }
    expect(added(slowestStops)).toBeLessThanOrEqual(UNTOUCHED)
    expect(added(slowestStops - 1 / 3)).toBeGreaterThan(UNTOUCHED)
    expect(found.lamps[0]!.span!.slowestStops).toBeLessThan(slowestStops)
    expect(found.together!.slowestStops).toBe(slowestStops)
  })
})

describe('a source that was read with the rest', () => {
  test('taken out of it, both together are what was read', () => {
    const plan = planOf(
      testSource({
        from: { kind: 'around', falls: 'both' },
        readAt: 'subject',
        reading: testReading(5)
      })
    )
    plan.ambient.subject = testReading(6)
    plan.ambient.background = testReading(8)
    const after = restWithout(plan, 'S1')!
    const rest = ledgerOf({ ...plan, ambient: { ...plan.ambient, sources: [] } })
    for (const place of ['subject', 'background'])
      expect(ledgerOf(after).ambient[place]!.level).toBeCloseTo(rest.ambient[place]!.level, 3)
  })
  test('where it is all of it, hardly anything is left, which is said', () => {
    const plan = planOf(
      testSource({
        from: { kind: 'around', falls: 'subject' },
        readAt: 'subject',
        reading: testReading(6)
      })
    )
    plan.ambient.subject = testReading(6)
    const after = restWithout(plan, 'S1')!
    expect(after.ambient.subject).toMatchObject({ value: { ev: 2 }, limit: 'at-most' })
    expect(after.ambient.background).toBeNull()
    expect(restWithout(planOf(testSource()), 'S1')).toBeNull()
  })
})

/** Lights on one group that need different moves. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { testLight, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set } from './testing'

describe('groups', () => {
  const grouped = (apart: number, change: (p: Plan) => void = () => undefined): Plan => {
    const plan = set((p) => {
      p.goals = {
        ...p.goals,
        places: [{ place: 'shadow', kind: 'about', stops: -1, toleranceStops: 0.3 }]
      }
      p.lights = [
        testLight({ group: 'A', at: { distanceMm: 250, azimuthDeg: 70, elevationDeg: 0 } }),
        testLight({
          id: 'B',
          role: 'fill',
          group: 'A',
          at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
        })
      ]
      change(p)
    })
    const { suggestions } = evaluate(plan)
    // What each needs does not hang on its own power, only a little on the other's.
    return {
      ...plan,
      lights: plan.lights.map((light, i) =>
        i < 2
          ? {
              ...light,
              powerStops: suggestions[light.id]!.wantedStops! - (i === 0 ? apart : 0)
            }
          : light
      )
    }
  }
  const found = (plan: Plan) => find(checkSet(plan), 'group')
  test('lights that need all but the same move belong together, others do not', () => {
    // A dial's step: within a third of a stop they go together.
    for (const apart of [0.1, 0.3, -0.3]) expect(found(grouped(apart))).toEqual([])
    for (const apart of [0.4, -0.4]) expect(found(grouped(apart))).toHaveLength(1)
    const [check] = found(grouped(1.5))
    expect(check).toMatchObject({ state: 'near', light: 'A', place: null })
    const { apart, most, least } = check!.figures
    expect(apart).toBeCloseTo(most! - least!, 9)
    expect(apart!).toBeGreaterThan(1)
    expect(check!.remedies[0]).toMatchObject({ kind: 'split', name: 'B B' })
    const after = check!.remedies[0]!.after!
    expect(after.lights.map((light) => light.group)).toEqual(['A', 'B'])
    expect(found(grouped(-1.5))[0]).toMatchObject({ light: 'B' })
    expect(found(grouped(-1.5))[0]!.remedies[0]!.after!.lights[0]!.group).toBe('B')
  })
  test('one that is off, or on a group of its own, moves with nobody', () => {
    const plan = grouped(1.5)
    expect(found(withLight(plan, 1, { on: false }))).toEqual([])
    expect(found(withLight(plan, 1, { group: 'C' }))).toEqual([])
    expect(found(withLight(plan, 1, { group: null }))).toEqual([])
    expect(found(withLight(withLight(plan, 0, { group: null }), 1, { group: null }))).toEqual([])
  })
  test('every letter taken: nothing to split to', () => {
    const full = grouped(1.5, (p) => {
      for (const [i, id] of (['C', 'D', 'E', 'F', 'G'] as const).entries())
        p.lights.push(
          testLight({
            id,
            role: 'other',
            powerStops: -7,
            group: 'BCDEF'[i]!,
            strobe: testStrobe({ guideNumberM: 1 }),
            at: { distanceMm: 3000, azimuthDeg: 70, elevationDeg: 0 }
          })
        )
    })
    expect(found(full)[0]!.remedies).toEqual([])
  })
  test('a key that needs more and a fill that needs less: split, each gets its own', () => {
    const grouped = set((p) => {
      p.goals = {
        ...p.goals,
        places: [{ place: 'shadow', kind: 'about', stops: -1, toleranceStops: 0.3 }]
      }
      p.lights = [
        testLight({
          group: 'A',
          powerStops: -7,
          at: { distanceMm: 250, azimuthDeg: 70, elevationDeg: 0 }
        }),
        testLight({
          id: 'B',
          role: 'fill',
          group: 'A',
          powerStops: -1,
          at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
        })
      ]
    })
    const [group] = find(checkSet(grouped), 'group')
    expect(group!.figures.apart).toBeGreaterThan(1)
    expect(find(checkSet(group!.remedies[0]!.after!), 'group')).toEqual([])
  })
})

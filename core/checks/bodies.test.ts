/** A head, the camera or its hood in another light's way, and what gets it out of it. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testStrobe } from '../testing'
import { checkSet } from './checks'

const strobe = testStrobe({ face: { kind: 'disc', diameterMm: 40 } })
const crossed = (change: (p: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.lights = [
      testLight({ id: 'A', strobe, at: { distanceMm: 400, azimuthDeg: 45, elevationDeg: 10 } }),
      testLight({
        id: 'B',
        name: 'Fill',
        role: 'other',
        strobe,
        at: { distanceMm: 220, azimuthDeg: 48, elevationDeg: 11 }
      })
    ]
    change(p)
  })
const found = (plan: Plan) => checkSet(plan).filter((each) => each.kind === 'in-the-way')
const level = (plan: Plan, light = 'A'): number =>
  evaluate(plan).ledger.rows.find((row) => row.source === light)!.cells.subject!.level

describe('a head in another’s way', () => {
  test('is named with what it takes; moving it gives all of that back', () => {
    const [check, ...more] = found(crossed())
    expect(more).toEqual([])
    expect(check).toMatchObject({ light: 'A', by: 'B', place: 'subject', state: 'miss' })
    expect(check!.figures.share).toBeGreaterThan(0.5)
    expect(check!.remedies.length).toBeGreaterThan(0)
    for (const { after, effectStops, name, figures } of check!.remedies) {
      expect(name).toBe('B')
      // And what B's own light loses or gains by it.
      expect(figures.own).toBeCloseTo(level(after!, 'B') - level(crossed(), 'B'), 6)
      expect(found(after!)).toEqual([])
      expect(after!.lights[0]).toEqual(crossed().lights[0])
      expect(effectStops).toBeCloseTo(level(after!) - level(crossed()), 6)
    }
  })
  test('one that takes little is watched, one that takes next to nothing is not named', () => {
    const aside = (azimuthDeg: number) =>
      found(
        crossed((p) => {
          p.lights[1]!.at = { distanceMm: 220, azimuthDeg, elevationDeg: 10 }
        })
      )[0]
    const states = [45, 48, 50, 52, 54, 56, 58].map((deg) => aside(deg)?.state)
    expect(states[0]).toBe('miss')
    expect(states).toContain('near')
    expect(states.at(-1)).toBeUndefined()
    expect(aside(52)!.figures.share).toBeLessThan(aside(48)!.figures.share!)
  })
  test('a locked one stays and the other goes round it; with both locked nothing is offered', () => {
    const locks = (id: string): Plan['locks'] => [
      `lights.${id}.at.azimuthDeg`,
      `lights.${id}.at.elevationDeg`,
      `lights.${id}.at.distanceMm`
    ]
    const locked = crossed((p) => {
      p.locks = locks('B')
    })
    const [remedy] = found(locked)[0]!.remedies
    expect(remedy).toMatchObject({ name: 'A' })
    expect(remedy!.after!.lights[1]).toEqual(locked.lights[1])
    expect(found(remedy!.after!)).toEqual([])
    const both = { ...locked, locks: [...locks('A'), ...locks('B')] }
    expect(found(both)[0]!.remedies).toEqual([])
  })
  test('a light that is off is not asked about', () => {
    expect(
      found(
        crossed((p) => {
          p.lights[0]!.on = false
        })
      ).filter((each) => each.light === 'A')
    ).toEqual([])
  })
})

describe('the camera’s side', () => {
  const before = (change: (p: Plan) => void) =>
    testPlan((p) => {
      p.camera = { ...p.camera, bodyWidthMm: null, bodyHeightMm: null }
      p.lens = { ...p.lens, frontDiameterMm: 70 }
      p.lights = [testLight({ strobe, at: { distanceMm: 900, azimuthDeg: 2, elevationDeg: 0 } })]
      change(p)
    })
  test('the lens in the way of a light behind it: the light moves', () => {
    const [check] = found(before(() => undefined))
    expect(['camera', 'lens']).toContain(check!.by)
    expect(check!.remedies[0]).toMatchObject({ name: 'A' })
    expect(found(check!.remedies[0]!.after!)).toEqual([])
  })
  test('a hood in the way is taken off', () => {
    const plan = before((p) => {
      p.lens = { ...p.lens, hoodDeg: 20 }
      p.camera = { ...p.camera, bodyWidthMm: 0 }
      p.lights[0]!.at = { distanceMm: 400, azimuthDeg: 14, elevationDeg: 0 }
    })
    const [check] = found(plan)
    expect(check!.by).toBe('hood')
    const hood = check!.remedies.find((each) => each.kind === 'hood')!
    expect(hood.after!.lens.hoodDeg).toBeNull()
    expect(hood.effectStops).toBeGreaterThan(0.1)
  })
})

import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { testLight, testPlan } from '../testing'
import { removeLight } from './edit'
import {
  figureOf,
  isLocked,
  lightAtPath,
  ownerOf,
  partOf,
  valueAt,
  valueIn,
  withValueAt,
  type PlanPath
} from './path'
import { planSchema } from './plan'

const plan = testPlan((p) => {
  p.lights = [testLight(), testLight({ id: 'B', role: 'fill', powerStops: -5 })]
  p.goals.places = [{ place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 0.5 }]
})

describe('paths into the plan', () => {
  test('find lights by id and goals by place, wherever they stand in their list', () => {
    expect(valueAt(plan, 'lights.B.powerStops')).toBe(-5)
    expect(valueAt(removeLight(plan, 'A'), 'lights.B.powerStops')).toBe(-5)
    expect(valueAt(plan, 'goals.places.shadow.stops')).toBe(-1.5)
    expect(valueAt(plan, 'settings.isoStops')).toBe(plan.settings.isoStops)
  })
  test('what is not there is undefined and nothing of an object’s own machinery', () => {
    expect(valueAt(plan, 'lights.H.powerStops')).toBeUndefined()
    for (const path of ['constructor', 'lights.0', 'lights.A.at.toString', '__proto__.x', ''])
      expect(valueIn(plan, path)).toBeUndefined()
  })
  test('a new value leaves everything beside its way as it was', () => {
    const next = withValueAt(plan, 'lights.B.at.distanceMm', 321)
    expect(valueAt(next, 'lights.B.at.distanceMm')).toBe(321)
    expect(valueAt(plan, 'lights.B.at.distanceMm')).toBe(200)
    expect(next.lights[0]).toBe(plan.lights[0])
    expect(next.lights[1]!.strobe).toBe(plan.lights[1]!.strobe)
    expect(next.goals).toBe(plan.goals)
  })
  test('the same value, or a way that leads nowhere, is the same plan', () => {
    expect(withValueAt(plan, 'lights.B.powerStops', -5)).toBe(plan)
    expect(withValueAt(plan, 'lights.H.powerStops', -5)).toBe(plan)
    expect(withValueAt(plan, 'table.widthMm', 400)).toBe(plan)
  })
  test('property: what is put at a path is found there, and put back it is the plan again', () => {
    const paths: PlanPath[] = [
      'settings.apertureStops',
      'lights.A.powerStops',
      'lights.B.at.azimuthDeg',
      'goals.places.shadow.stops',
      'subject.widthMm'
    ]
    fc.assert(
      fc.property(fc.constantFrom(...paths), fc.double({ noNaN: true }), (path, value) => {
        const was = valueAt(plan, path)
        const next = withValueAt(plan, path, value)
        expect(valueAt(next, path)).toBe(value)
        expect(withValueAt(next, path, was)).toEqual(plan)
      })
    )
  })
  test('a path tells whose figure it is', () => {
    expect(ownerOf('lights.B.at.distanceMm')).toEqual({
      kind: 'light',
      id: 'B',
      field: 'at.distanceMm'
    })
    expect(ownerOf('cards.K1.on')?.kind).toBe('card')
    expect(ownerOf('goals.places.shadow.stops')).toBeNull()
    expect(lightAtPath(plan, 'lights.B.powerStops')?.role).toBe('fill')
    expect([partOf('settings.isoStops'), figureOf('lights.A.at.distanceMm')]).toEqual([
      'settings',
      'distanceMm'
    ])
  })
  test('a lock goes with its light and stays with the others', () => {
    const locked = { ...plan, locks: ['lights.A.powerStops', 'lights.B.at.distanceMm'] }
    const left = removeLight(locked, 'A')
    expect(isLocked(left, 'lights.B.at.distanceMm')).toBe(true)
    expect(left.locks).toHaveLength(1)
    expect(planSchema.safeParse(left).success).toBe(true)
  })
})

/** Frames of older logs put together again from what they noted, the shoot's plan and the kit. */
import { describe, expect, test } from '@jest/globals'
import type { KitItem } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { testLight, testModifier, testPlan, testStrobe } from '../testing'
import { litIds } from './frame'
import { rebuildFrame } from './rebuild'

const sheet = testModifier({ id: 'sheet' })
const plan = testPlan((p) => {
  p.lights[0]!.modifiers = [sheet]
  p.lights.push(testLight({ id: 'B', name: 'Second', role: 'fill', on: true, rollDeg: 12 }))
})
const at = { distanceMm: 333, azimuthDeg: 12, elevationDeg: 7 }
interface Old {
  readonly id: string
  readonly on: boolean
  readonly powerStops: number
  readonly at: typeof at
  readonly strobeId: string
  readonly modifierIds: readonly string[]
}
const old = (id: string, part: Partial<Old> = {}): Old => ({
  id,
  on: true,
  powerStops: -5,
  at,
  strobeId: 'strobe',
  modifierIds: id === 'A' ? ['sheet'] : [],
  ...part
})
const stored = (lights: readonly Old[], part: object = {}) => ({
  id: 'f',
  kind: 'lit',
  takenAt: '2026-11-24T10:00:00.000Z',
  fileName: 'a.jpg',
  analysis: null,
  evidence: [],
  note: 'noted',
  snapshot: {
    apertureStops: 7,
    shutterStops: 6,
    isoStops: 1,
    ndStops: 3,
    highSpeedSync: false,
    magnification: 0.4,
    lights
  },
  ...part
})
const rebuilt = (lights: readonly Old[], part: object = {}, kit: readonly KitItem[] = []) =>
  rebuildFrame(stored(lights, part), plan, new Map(kit.map((item) => [item.id, item])))

describe('a frame of an older log', () => {
  test('has the settings it noted, the rest of the plan, and says that it was rebuilt', () => {
    const frame = rebuilt([old('A'), old('B', { on: false })])!
    expect(frame).toMatchObject({ id: 'f', kind: 'lit', note: 'noted', rebuilt: true })
    expect(frame.plan.settings).toEqual({
      apertureStops: 7,
      shutterStops: 6,
      isoStops: 1,
      ndStops: 3,
      highSpeedSync: false
    })
    expect(frame.plan.focus).toEqual({ ...plan.focus, magnification: 0.4 })
    expect(frame.plan.subject).toEqual(plan.subject)
    expect(frame.plan.lights).toEqual([
      { ...plan.lights[0], powerStops: -5, at },
      { ...plan.lights[1], powerStops: -5, at, on: false }
    ])
    expect(litIds(frame)).toEqual(['A'])
  })
  test('of a black one no light fired', () =>
    expect(litIds(rebuilt([old('A'), old('B')], { kind: 'black' })!)).toEqual([]))
  test('kit that has changed since is taken from the kit, by its kind', () => {
    const lamp = testStrobe({ id: 'lamp', name: 'Older head' })
    const grid = testModifier({ id: 'grid' })
    const frame = rebuilt([old('A', { strobeId: 'lamp', modifierIds: ['grid', 'sheet'] })], {}, [
      lamp,
      grid
    ])!
    expect(frame.plan.lights[0]).toMatchObject({ strobe: lamp, modifiers: [grid, sheet] })
    expect(rebuilt([old('A', { strobeId: 'grid' })], {}, [grid])).toBeNull()
    expect(rebuilt([old('A', { modifierIds: ['lamp'] })], {}, [lamp])).toBeNull()
  })
  test('what stands in the plan comes before the kit', () => {
    const renamed = testStrobe({ name: 'Renamed' })
    const frame = rebuilt([old('A')], {}, [renamed, { ...sheet, name: 'Renamed' }])!
    expect(frame.plan.lights[0]!.strobe).toEqual(plan.lights[0]!.strobe)
    expect(frame.plan.lights[0]!.modifiers).toEqual([sheet])
  })
  test('a light that is gone from the plan stands as far as the log tells', () => {
    const frame = rebuilt([old('A'), old('C')], {}, [testStrobe()])!
    expect(frame.plan.lights[1]).toMatchObject({
      id: 'C',
      name: 'Light C',
      role: 'other',
      mount: 'stand',
      aim: { kind: 'place', place: 'focus' },
      rollDeg: 0,
      reach: null,
      powerStops: -5,
      at
    })
  })
  test('one that fired and is known to nobody: no frame; one that was off is left out', () => {
    expect(rebuilt([old('A'), old('C', { strobeId: 'nobody' })])).toBeNull()
    const off = rebuilt([old('A'), old('C', { strobeId: 'nobody', on: false })])!
    expect(off.plan.lights.map((light) => light.id)).toEqual(['A'])
    expect(rebuilt([old('C', { strobeId: 'nobody', on: false })])).toBeNull()
  })
  test.each([null, 'junk', {}, { ...stored([old('A')]), snapshot: {} }, stored([])])(
    'what is no such frame is none: %#',
    (value) => expect(rebuildFrame(value, plan, new Map())).toBeNull()
  )
  test('nor is one that no plan could hold', () =>
    expect(rebuilt([old('A', { powerStops: 5 })])).toBeNull())
})

test('the plan given is left as it was', () => {
  const before = JSON.stringify(plan)
  rebuilt([old('A')])
  expect(JSON.stringify(plan satisfies Plan)).toBe(before)
})

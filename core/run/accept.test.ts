import { describe, expect, test } from '@jest/globals'
import { cellAt, ledgerOf } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { planSchema } from '../plan/plan'
import { testCorrection, testFrame, testLight, testPlan, testReading } from '../testing'
import { accept, isLookedFor } from './accept'
import type { Cause } from './causes'
import { litIds } from './frame'
import { nextMove } from './steps'

const plan = testPlan((p) => {
  p.ambient = { ...p.ambient, subject: testReading(9), background: testReading(9) }
  p.lights.push(testLight({ id: 'B', at: { distanceMm: 300, azimuthDeg: -60, elevationDeg: 0 } }))
})
const frame = testFrame(plan, 'f', 'lit')
const accepted = (cause: Cause, now: Plan = plan) =>
  accept(now, frame, { cause, uncertaintyStops: 0.1 }, 'new')
const level = (of: Plan): number => cellAt(ledgerOf(of), 'A', 'subject')!.level

describe('an explanation accepted', () => {
  test('a light that did not fire: the frame shows the others, and is to be judged as theirs', () => {
    const after = accepted({ kind: 'not-fired', light: 'A' })
    expect(litIds(after.frame)).toEqual(['B'])
    expect(after.frame).toMatchObject({ kind: 'lit', evidence: [] })
    expect(after.plan).toBe(plan)
  })
  test('what the frame taught while it was thought to show that light goes with it', () => {
    const taught = {
      ...plan,
      corrections: [
        testCorrection({ frameId: 'f', source: 'A' }),
        testCorrection({ id: 'other', frameId: 'g' })
      ]
    }
    for (const cause of [
      { kind: 'not-fired', light: 'A' },
      { kind: 'other-mark', light: 'A', powerStops: -5 },
      { kind: 'distance', light: 'A', distanceMm: 230 }
    ] as const)
      expect(accepted(cause, taught).plan.corrections.map(({ id }) => id)).toEqual(['other'])
  })
  test('a light that serves the background is corrected there', () => {
    const served = testPlan((p) => {
      p.lights.push(
        testLight({
          id: 'B',
          role: 'background',
          at: { distanceMm: 300, azimuthDeg: 160, elevationDeg: 0 },
          aim: { kind: 'place', place: 'background' }
        })
      )
    })
    const cause = { kind: 'output', light: 'B', stops: 1 } as const
    const { plan: now } = accept(
      served,
      testFrame(served, 'f', 'lit'),
      { cause, uncertaintyStops: 0.1 },
      'new'
    )
    expect(now.corrections).toMatchObject([{ source: 'B', place: 'background', stops: 1 }])
    expect(planSchema.safeParse(now).success).toBe(true)
  })
  test('where no other fired it is a frame without strobes', () => {
    const alone = testFrame({ ...plan, lights: [plan.lights[0]!] }, 'f', 'lit')
    const cause = { kind: 'not-fired', light: 'A' } as const
    expect(accept(plan, alone, { cause, uncertaintyStops: 0 }, 'n').frame.kind).toBe('black')
  })
  test('another mark: the frame speaks for that mark, the run asks for the planned one again', () => {
    const powerStops = plan.lights[0]!.powerStops - 2
    const { frame: now } = accepted({ kind: 'other-mark', light: 'A', powerStops })
    expect(now.plan.lights[0]!.powerStops).toBe(powerStops)
    const black = { ...testFrame(plan, 'b', 'black'), evidence: [] }
    expect(nextMove(plan, [black, now]).kind).not.toBe('done')
  })
  test('another output: what the frame should show moves by as much, and so does the plan', () => {
    const { plan: now } = accepted({ kind: 'output', light: 'A', stops: -0.8 })
    expect(level(now)).toBeCloseTo(level(plan) - 0.8, 6)
    expect(planSchema.safeParse(now).success).toBe(true)
    // A second thought of the same frame stands in place of the first.
    const again = accept(
      now,
      frame,
      { cause: { kind: 'output', light: 'A', stops: -0.5 }, uncertaintyStops: 0.1 },
      'again'
    )
    expect(again.plan.corrections).toHaveLength(1)
  })
  test('another distance: the light stands there, unless it was moved since', () => {
    const cause = { kind: 'distance', light: 'B', distanceMm: 330 } as const
    const { plan: now, frame: then } = accepted(cause)
    expect([now, then.plan].map((each) => each.lights[1]!.at.distanceMm)).toEqual([330, 330])
    const elsewhere = structuredClone(plan)
    elsewhere.lights[1]!.at.distanceMm = 500
    expect(accepted(cause, elsewhere).plan.lights[1]!.at.distanceMm).toBe(500)
  })
  test('more ambient: at subject and background both', () => {
    const { plan: now } = accepted({ kind: 'ambient', stops: 2, read: true })
    for (const place of ['subject', 'background'])
      expect(ledgerOf(now).ambient[place]!.level).toBeCloseTo(
        ledgerOf(plan).ambient[place]!.level + 2,
        6
      )
  })
  test('what is to be looked for at the set changes nothing', () => {
    for (const cause of [
      { kind: 'exposure', stops: 2 },
      { kind: 'ambient', stops: -3, read: false }
    ] as const) {
      expect(isLookedFor(cause)).toBe(true)
      expect(accepted(cause)).toEqual({ plan, frame })
    }
    expect(isLookedFor({ kind: 'not-fired', light: 'A' })).toBe(false)
  })
})

/** A light that shines into the lens, seen with the whole set: where it stands, what ends it. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { sceneOf } from '../set/scene'
import { dot, scale, sub, unit } from '../set/vec'
import { testLight, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set, snoot } from './testing'

describe('into the lens', () => {
  const back = (p: Plan) => {
    p.lights = [
      testLight({
        powerStops: -1,
        strobe: testStrobe({ beamDeg: 100 }),
        at: { distanceMm: 250, azimuthDeg: 140, elevationDeg: 20 }
      })
    ]
  }
  test('a wide head from behind sprays it; the angle is that between the lens axis and the line to the light', () => {
    const plan = set(back)
    const [check] = find(checkSet(plan, [snoot]), 'into-lens')
    const { pose, heads } = sceneOf(plan)
    const line = unit(sub(heads[0]!.at, pose.front))
    const axis = scale(pose.toCamera, -1)
    expect(check!.figures.offLensDeg).toBeCloseTo((Math.acos(dot(line, axis)) * 180) / Math.PI, 6)
    const remedy = check!.remedies.find((each) => each.kind === 'modifier')!
    expect(remedy.effectStops).toBeLessThan(-5)
    expect(find(checkSet(remedy.after!, [snoot]), 'into-lens')).toEqual([])
  })
  test('a flag shades the lens and leaves the subject alone', () => {
    const [check] = find(checkSet(set(back)), 'into-lens')
    const flag = check!.remedies.find((each) => each.kind === 'flag')!
    const ledger = evaluate(flag.after!).ledger
    expect(
      cellAt(ledger, 'A', 'subject')!.level -
        cellAt(evaluate(set(back)).ledger, 'A', 'subject')!.level
    ).toBeGreaterThan(-0.2)
    expect(flag.effectStops!).toBeLessThan(-1)
    expect(check!.remedies.some((each) => each.kind === 'narrow')).toBe(true)
  })
  test('behind a clear vessel and hidden by it, its light is the picture; a little aside it sprays', () => {
    const vessel = (azimuthDeg: number) =>
      set((p) => {
        p.subject = {
          ...p.subject,
          shape: 'vessel',
          finish: 'clear',
          widthMm: 60,
          heightMm: 80,
          depthMm: 60
        }
        p.focus.magnification = 0.2
        p.lights = [
          testLight({
            powerStops: -1,
            strobe: testStrobe({ face: { kind: 'disc', diameterMm: 16 } }),
            at: { distanceMm: 120, azimuthDeg, elevationDeg: 0 }
          })
        ]
      })
    expect(find(checkSet(vessel(180)), 'hidden')).toHaveLength(1)
    expect(find(checkSet(vessel(180)), 'into-lens')).toEqual([])
    expect(find(checkSet(vessel(160)), 'into-lens')).toHaveLength(1)
  })
  test('a head from the camera’s side does not', () =>
    expect(find(checkSet(set(() => undefined)), 'into-lens')).toEqual([]))
})

/** What of a head lies in the picture, at the picture's edge. */
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testStrobe } from '../testing'
import { comesIntoFrame, showsInFrame, visibleShares } from './inFrame'
import { sceneOf } from './scene'

/** A disc of 20 mm in the plane of focus of a 1:5 picture, 180 mm wide, turned to the camera. */
const at = (xMm: number, faces: 0 | 180 = 0): Plan =>
  testPlan((p) => {
    p.focus.magnification = 0.2
    p.subject = { ...p.subject, widthMm: 5, heightMm: 5 }
    p.lights[0] = testLight({
      strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
      at: { distanceMm: xMm, azimuthDeg: 90, elevationDeg: 0 },
      aim: { kind: 'free', azimuthDeg: faces, elevationDeg: 0 }
    })
  })
const shares = (plan: Plan) => {
  const scene = sceneOf(plan)
  return visibleShares(plan, scene, scene.heads[0]!)
}

describe('a head at the edge of the picture', () => {
  test('all of it ten millimetres in, none of it well outside', () => {
    expect(shares(at(78))).toEqual({ inside: 1, seen: 1, hidden: 0 })
    expect(shares(at(112)).inside).toBe(0)
  })
  test('across the edge about half of it, round its middle evenly', () => {
    // Its middle a hair outside: of twelve points of the rim five lie inside, those on the upright
    // do not; its back, seen smaller behind the plane of focus, reaches a little farther in.
    const { inside } = shares(at(90.01))
    expect(inside * 25).toBeGreaterThanOrEqual(10)
    expect(inside * 25).toBeLessThan(16)
  })
  test('its rim counts to its radius: eight millimetres outside some of it shows, twelve none', () => {
    expect(shares(at(98, 180)).inside).toBeGreaterThan(0)
    // Facing away its back stands nearer to the lens, where the picture is narrower.
    expect(shares(at(102, 180)).inside).toBe(0)
  })
  test('coming in is told from being in', () => {
    expect(showsInFrame(at(80), 0)).toBe(true)
    expect(comesIntoFrame(at(120), at(80), 0)).toBe(true)
    expect(comesIntoFrame(at(80), at(70), 0)).toBe(false)
    expect(comesIntoFrame(at(80), at(120), 0)).toBe(false)
  })
})

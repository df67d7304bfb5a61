/** A light that is moved by its spot shows there afterwards. */
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { positionOf } from '../set/vec'
import { testLight, testPlan } from '../testing'
import { spotOf, standingFor } from './spot'
import { worldOf } from './world'

/** The outline of a ball: one highlight for each light. */
const BALL: Plan['subject']['profile'] = Array.from({ length: 13 }, (_, i) => ({
  out: Math.sin((Math.PI * i) / 12),
  up: (1 - Math.cos((Math.PI * i) / 12)) / 2,
  corner: false
}))

const set = (subject: Partial<Plan['subject']>, at = { azimuthDeg: 40, elevationDeg: 20 }): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      finish: 'gloss',
      widthMm: 24,
      heightMm: 18,
      depthMm: 20,
      rotationDeg: 0,
      ...subject
    }
    plan.focus = { ...plan.focus, magnification: 0.9 }
    plan.lights = [testLight({ at: { distanceMm: 300, ...at } })]
  })

describe('a light moved by its spot', () => {
  const share = fc.double({ min: -0.42, max: 0.42, noNaN: true })
  test.each(['ellipsoid', 'lathe'] as const)(
    'property: shows on a %s where it was put, as far away as before',
    (shape) => {
      const plan = set({ shape, profile: BALL })
      const world = worldOf(plan)
      fc.assert(
        fc.property(share, share, (given, up) => {
          // Near the rim of a mesh its sites are far apart as the lens sees them.
          const [x, y] = shape === 'ellipsoid' ? [given, up] : [given / 2, up / 2]
          const to = standingFor(world, x, y, 300)
          // What faces away sends the ray behind: no light stands there.
          fc.pre(to !== null && to[2] > 0)
          expect(Math.hypot(...to!)).toBeCloseTo(300, 6)
          const moved = { ...plan, lights: [{ ...plan.lights[0]!, at: positionOf(to!) }] }
          const spot = spotOf(worldOf(moved), 0)!
          // A mesh’s highlight is found to the nearest of its sites.
          const near = shape === 'ellipsoid' ? 0.01 : 0.12
          expect(Math.hypot(spot.x - x, spot.y - y)).toBeLessThan(near)
        }),
        { numRuns: 120 }
      )
    }
  )

  it('on the left of a ball is a light from the left', () => {
    const world = worldOf(set({ shape: 'ellipsoid' }))
    expect(standingFor(world, -0.3, 0, 300)![0]).toBeLessThan(-20)
    expect(standingFor(world, 0, 0.2, 300)![1]).toBeGreaterThan(20)
    expect(spotOf(world, 0)!.x).toBeGreaterThan(0)
    expect(standingFor(world, 0.97, 0.97, 300)).toBeNull()
  })

  it.each(['sheet', 'box', 'coin', 'crystal', 'plume'] as const)('a %s has a spot too', (shape) => {
    const spot = spotOf(worldOf(set({ shape, finish: 'matt' })), 0)
    expect(Math.abs(spot!.x)).toBeLessThanOrEqual(0.98)
    expect(Math.abs(spot!.y)).toBeLessThanOrEqual(0.98)
  })

  it('a light behind has its spot at the rim', () => {
    const spot = spotOf(
      worldOf(set({ shape: 'ellipsoid' }, { azimuthDeg: 175, elevationDeg: 0 })),
      0
    )
    expect(spot).not.toBeNull()
  })
})

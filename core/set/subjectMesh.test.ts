/** Subjects of triangles in the set: where they stand, where their places lie, what they shade. */
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { longly, testLight, testPlan } from '../testing'
import { highlightOn } from './highlight'
import { mirrorZones } from './mirror'
import { sceneOf } from './scene'
import { plainShape, pointFacing, subjectSurface } from './subjectBody'
import { isMeshed, subjectMesh } from './subjectMesh'
import { firstMet, PAINT, SIDE, surfacesOf, HIT } from './surface'
import { add, dot, scale, sub, unit, type Vec } from './vec'

type Subject = Plan['subject']
const MESHED = ['lathe', 'vessel', 'coin', 'crystal', 'beetle', 'crab', 'movement'] as const

/** The outline of a ball. */
const BALL: Subject['profile'] = Array.from({ length: 13 }, (_, i) => ({
  out: Math.sin((Math.PI * i) / 12),
  up: (1 - Math.cos((Math.PI * i) / 12)) / 2,
  corner: false
}))
const subjectOf = (part: Partial<Subject>): Subject => ({
  ...testPlan().subject,
  finish: 'matt',
  ...part
})
const subject: fc.Arbitrary<Subject> = fc
  .record({
    shape: fc.constantFrom(...MESHED),
    widthMm: fc.double({ min: 2, max: 90, noNaN: true }),
    heightMm: fc.double({ min: 2, max: 90, noNaN: true }),
    depthMm: fc.double({ min: 2, max: 90, noNaN: true }),
    rotationDeg: fc.double({ min: -180, max: 180, noNaN: true }),
    lying: fc.boolean()
  })
  // Squeezed flatter, faces are narrower than the step off the surface that is taken below.
  .filter(({ widthMm, heightMm, depthMm }) => {
    const sides = [widthMm, heightMm, depthMm]
    return Math.max(...sides) < 15 * Math.min(...sides)
  })
  .map(subjectOf)
const direction: fc.Arbitrary<Vec> = fc
  .tuple(...[0, 1, 2].map(() => fc.double({ min: -1, max: 1, noNaN: true })))
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v) => unit(v as unknown as Vec))

describe('places on a subject of triangles', () => {
  test('property: lie on its surface, and face as that does', () => {
    fc.assert(
      fc.property(subject, direction, (each, wanted) => {
        const { at, normal } = pointFacing(each, wanted)
        const surfaces = surfacesOf([subjectSurface(each)!])
        const off = 1e-4
        const met = firstMet(surfaces, add(at, scale(normal, off)), scale(normal, -1), 0, 1)
        expect(met).not.toBeNull()
        expect(met!.along).toBeLessThan(2 * off)
        // The edges of a movement's plates are so narrow that the next face may be met.
        if (each.shape !== 'movement') expect(dot(met!.normal, normal)).toBeGreaterThan(0.97)
      }),
      { numRuns: longly(60, 20) }
    )
  })

  it.each([
    { toward: 'the lens', wanted: [0, 0, 1] },
    { toward: 'the sky', wanted: [0, 1, 0] },
    { toward: 'the left', wanted: [-1, 0, 0] }
  ] as const)('on a turned ball look where they are wanted, toward $toward', ({ wanted }) => {
    const ball = subjectOf({
      shape: 'lathe',
      widthMm: 20,
      heightMm: 20,
      depthMm: 20,
      profile: BALL
    })
    const { at, normal } = pointFacing(ball, wanted)
    expect(dot(normal, wanted)).toBeGreaterThan(0.99)
    expect(Math.hypot(...at)).toBeCloseTo(10, 0)
    expect(dot(at, wanted)).toBeGreaterThan(9.8)
  })

  it('on a coin lie in its flat field, not on its relief', () => {
    const coin = subjectOf({ shape: 'coin', widthMm: 24, heightMm: 24, depthMm: 2 })
    const half: Vec = unit([0.4, 0.2, 1])
    expect(pointFacing(coin, half).normal[2]).toBeGreaterThan(0.999)
    expect(
      pointFacing({ ...coin, lying: true, heightMm: 2, depthMm: 24 }, [0, 1, 0]).normal[1]
    ).toBeGreaterThan(0.999)
  })
})

describe('a mesh among other surfaces', () => {
  it('says which side is met, and what is painted there', () => {
    const beetle = subjectOf({ shape: 'beetle', widthMm: 20, heightMm: 30, depthMm: 12 })
    const surfaces = surfacesOf([subjectSurface(beetle)!])
    const hit = new Float64Array(HIT)
    surfaces.nearest(Float64Array.of(0, 0, 50, 0, 0, -1, 0, 99), hit)
    expect([hit[SIDE], hit[PAINT]]).toEqual([1, 0])
    expect(hit[6]).toBeGreaterThan(0)
    surfaces.nearest(Float64Array.of(0, -4, 0, 0, 0, 1, 0, 99), hit)
    expect(hit[SIDE]).toBe(-1)
    expect(hit[6]).toBeLessThan(0)
    // A leg.
    let painted = 0
    for (let y = -15; y < 15; y += 0.5)
      if (surfaces.nearest(Float64Array.of(9.4, y, 50, 0, 0, -1, 0, 99), hit) === 0)
        painted = hit[PAINT]!
    expect(painted).toBeGreaterThan(0)
  })

  it('stops light that passes through it, and none that passes beside', () => {
    const bottle = subjectOf({ shape: 'lathe', widthMm: 40, heightMm: 80, depthMm: 40 })
    const { blocked } = surfacesOf([subjectSurface(bottle)!])
    expect(blocked(-50, 0, 0, 50, 0, 0)).toBe(true)
    // Beside the neck, where a simple body of its size would be.
    expect(blocked(-50, 34, 12, 50, 34, 12)).toBe(false)
    expect(blocked(-50, 34, 0, 50, 34, 0)).toBe(true)
  })

  it('is built once for any size and rotation', () => {
    const one = subjectOf({ shape: 'crab' })
    const other = { ...one, widthMm: 70, rotationDeg: 33 }
    if (!isMeshed(one) || !isMeshed(other)) throw new Error('a crab is a mesh')
    expect(subjectMesh(one)).toBe(subjectMesh(other))
    expect(subjectMesh({ ...one, lying: true })).not.toBe(subjectMesh(one))
  })
})

describe('its light in the ledger', () => {
  const set = (part: Partial<Subject>, azimuthDeg: number, elevationDeg: number): Plan =>
    testPlan((plan) => {
      plan.subject = subjectOf({ widthMm: 30, heightMm: 30, depthMm: 30, ...part })
      plan.table = null
      plan.background = { ...plan.background, distanceMm: 9000 }
      plan.lights = [testLight({ at: { distanceMm: 400, azimuthDeg, elevationDeg } })]
    })
  it('on a turned ball is that on a ball', () => {
    const ball = evaluate(set({ shape: 'ellipsoid' }, 40, 25)).ledger.totals
    const turned = evaluate(set({ shape: 'lathe', profile: BALL }, 40, 25)).ledger.totals
    for (const place of ['subject', 'front', 'top'])
      expect(Math.abs(turned[place]! - ball[place]!)).toBeLessThan(0.08)
  })

  it('a beetle’s back shades its own underside', () => {
    const above = sceneOf(set({ shape: 'beetle', lying: true, heightMm: 12 }, 0, 89))
    const { at } = pointFacing(
      set({ shape: 'beetle', lying: true, heightMm: 12 }, 0, 89).subject,
      [0, -1, 0]
    )
    const lamp = above.heads[0]!.at
    expect(above.surfaces.blocked(at[0], at[1] - 0.01, at[2], ...lamp)).toBe(true)
  })

  it('bounces go by a simple shape of its size', () => {
    expect(MESHED.map((shape) => plainShape(subjectOf({ shape, lying: true })))).toEqual([
      'ellipsoid',
      'ellipsoid',
      'cylinder',
      'ellipsoid',
      'ellipsoid',
      'ellipsoid',
      'cylinder'
    ])
    const scene = sceneOf(set({ shape: 'beetle' }, 10, 20))
    expect(scene.fixed.list[0]).toMatchObject({ id: 'subject', kind: 'ellipsoid' })
    expect(scene.standing.list[0]).toMatchObject({ id: 'subject', kind: 'mesh' })
  })

  it('a coin’s face mirrors as a disc', () => {
    const plan = set({ shape: 'coin', finish: 'metal', depthMm: 2 }, 10, 20)
    expect(mirrorZones(plan, sceneOf(plan)).map(({ plane }) => plane.kind)).toEqual(['disc'])
  })
})

describe('a light in a shiny mesh', () => {
  it('shows where the normal halves the way to lens and light: near the same of a ball', () => {
    const ball = subjectOf({
      shape: 'lathe',
      widthMm: 20,
      heightMm: 20,
      depthMm: 20,
      profile: BALL
    })
    const [pupil, light]: [Vec, Vec] = [
      [0, 0, 300],
      [200, 150, 200]
    ]
    const met = highlightOn(ball, pupil, light)!
    const want = highlightOn({ ...ball, shape: 'ellipsoid' }, pupil, light)!
    expect(Math.hypot(...sub(met.at, want.at))).toBeLessThan(1)
    expect(dot(met.normal, want.normal)).toBeGreaterThan(0.995)
    // From behind none is seen.
    expect(highlightOn(ball, pupil, [0, 0, -300])).toBeNull()
  })
})

// checks: glass in the picture (layers of glass and liquid; a tint through a thickness)
import { AIR, typicalWater } from '../medium/water'
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { TUBE } from '../model/profiles'
import { testPlan } from '../testing'
import { clearOf } from '../set/clear'
import { absorptionOf } from '../set/absorption'
import { albedoOf, linearOf } from '../colour/surface'
import { LUMINANCE } from '../light/luminance'
import { face, joined, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

const COLOUR = fc
  .tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
  .map((bands) => `#${bands.map((band) => band.toString(16).padStart(2, '0')).join('')}`)

describe('colours', () => {
  // Source: IEC 61966-2-1, two values worked out by hand.
  it('are read as linear light', () => {
    expect(linearOf('#ffffff')).toEqual([1, 1, 1])
    expect(linearOf('#bc0080')[0]).toBeCloseTo(((188 / 255 + 0.055) / 1.055) ** 2.4, 12)
    expect(linearOf('#bc0080')[1]).toBe(0)
  })

  test('property: a surface of any colour is as light as its reflectance says', () => {
    fc.assert(
      fc.property(COLOUR, fc.double({ min: 0.005, max: 1, noNaN: true }), (colour, reflectance) => {
        const albedo = albedoOf(colour, reflectance)
        const own = albedo.reduce((sum, band, k) => sum + LUMINANCE[k]! * band, 0)
        expect(own).toBeCloseTo(reflectance, 9)
        expect(Math.max(...albedo)).toBeLessThanOrEqual(Math.max(0.98, reflectance) + 1e-12)
        expect(Math.min(...albedo)).toBeGreaterThanOrEqual(-1e-12)
      })
    )
  })

  test('property: a layer twice as thick takes twice the stops', () => {
    fc.assert(
      fc.property(COLOUR, fc.double({ min: 0.1, max: 500, noNaN: true }), (colour, through) => {
        const linear = linearOf(colour)
        absorptionOf(colour, through).forEach((absorbs, k) => {
          expect(Math.exp(-absorbs * through)).toBeCloseTo(Math.max(0.001, linear[k]!), 9)
        })
      })
    )
  })
})

/** A grey background behind, even light there, and a clear subject before it. */
const before = (change: Partial<Plan['subject']>, medium: Plan['medium'] = AIR): Plan =>
  testPlan((draft) => {
    draft.medium = medium
    draft.subject = { ...draft.subject, finish: 'clear', rotationDeg: 0, ...change }
    draft.background = {
      ...draft.background,
      distanceMm: 300,
      widthMm: 3000,
      heightMm: 3000,
      reflectance: 0.18
    }
    draft.settings = { ...draft.settings, apertureStops: 14 }
  })

/** What the lens sees of the background's light in the middle of the frame, red, green, blue. */
function bandsOf(plan: Plan): { readonly mean: readonly number[]; readonly error: number } {
  const tracer = tracerOf(worldOf(plan))
  const many = 12000
  const sum = [0, 0, 0]
  for (let i = 0; i < many; i++) {
    tracer.through(0, 0, 7, i)
    for (let k = 0; k < 3; k++) sum[k]! += tracer.got[3 + k]!
  }
  return { mean: sum.map((value) => value / many), error: meanAt(tracer, 1, many).error }
}

// Sources: Fresnel's equations at right angles; Beer–Lambert law; adding of layers, as in Stokes 1862
// (value from memory): each pair mirrors to and fro.
describe('a block of tinted glass', () => {
  const plan = before({
    shape: 'box',
    widthMm: 60,
    heightMm: 60,
    depthMm: 8,
    glass: { wallMm: 1, colour: '#c08040', throughMm: 8 }
  })

  it('lets each colour through by its thickness', () => {
    const { mean, error } = bandsOf(plan)
    linearOf('#c08040').forEach((crossed, k) => {
      const want = joined(face(1, 1.5), face(1.5, 1), crossed).through
      expect(Math.abs(mean[k]! - want)).toBeLessThan(0.004 + 4 * error * crossed)
    })
  })

  it('shows less of itself in water', () => {
    const wet = before({ ...plan.subject, glass: GLASS }, CLEAREST)
    const { water, scene } = worldOf(wet)
    // Pure water takes a hundredth of green on the way from the background, but for the glass.
    const passed = Math.exp(-water![1] * (300 - 8 + scene.pose.frontMm))
    const want = joined(face(1.333, 1.5), face(1.5, 1.333)).through
    expect(Math.abs(bandsOf(wet).mean[1]! / passed - want)).toBeLessThan(0.006)
    expect(want).toBeGreaterThan(0.99)
  })
})

/** Pure water, which takes a hundredth of green over this set's ways. */
const CLEAREST = { ...typicalWater('fresh'), extraPerM: 0, depthM: 0 }
const GLASS = { wallMm: 4, colour: '#ffffff', throughMm: 20 }
describe('a vessel seen square through its middle', () => {
  const shape = { shape: 'vessel', profile: TUBE, glass: GLASS } as const
  const size = { widthMm: 80, heightMm: 80, depthMm: 80 }
  const wall = joined(face(1, 1.5), face(1.5, 1))

  it('empty: four faces of glass', () => {
    const { mean } = bandsOf(before({ ...shape, ...size }))
    expect(Math.abs(mean[1]! - joined(wall, wall).through)).toBeLessThan(0.012)
  })

  it('filled: glass against liquid mirrors little, the liquid takes its colour', () => {
    const liquid = { level: 0.9, colour: '#e0a030', throughMm: 72 }
    const { mean } = bandsOf(before({ ...shape, ...size, liquid }))
    const side = joined(face(1, 1.5), face(1.5, 1.333))
    const other = joined(face(1.333, 1.5), face(1.5, 1))
    linearOf('#e0a030').forEach((crossed, k) => {
      const want = joined(side, other, crossed).through
      expect(Math.abs(mean[k]! - want)).toBeLessThan(0.015)
    })
  })

  it('has run out when it lies', () => {
    const lying = before({ ...shape, ...size, lying: true, liquid: { ...GLASS, level: 0.5 } })
    expect(clearOf(lying)!.faces.list).toHaveLength(1)
    expect(
      clearOf(before({ ...shape, liquid: { ...GLASS, level: 0.5 } }))!.faces.list
    ).toHaveLength(3)
  })
})

describe('even light from everywhere', () => {
  // Source: no clear thing without tint shows in it: what is bent and mirrored is as bright.
  it.each(['vessel', 'crystal', 'lathe'] as const)('does not show a clear %s', (kind) => {
    const plan = before({ shape: kind, liquid: { level: 0.6, colour: '#ffffff', throughMm: 5 } })
    plan.background = { ...plan.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
    plan.lights = plan.lights.map((light) => ({
      ...light,
      at: { distanceMm: 9000, azimuthDeg: 180, elevationDeg: 0 }
    }))
    const tracer = tracerOf(worldOf(plan))
    for (const x of [0, 0.1, 0.2]) {
      const all = meanAt(tracer, 0, 2000, x, 0.1).mean + meanAt(tracer, 1, 2000, x, 0.1).mean
      expect(all * 0.18).toBeGreaterThan(0.985)
      expect(all * 0.18).toBeLessThan(1 + 1e-9)
    }
  })
})

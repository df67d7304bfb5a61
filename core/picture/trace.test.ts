// checks: finite source (disc, ring and rectangle in the picture)
// checks: glass in the picture (a plate before a background; a ball that even light does not show)
import { describe, expect, it } from '@jest/globals'
import type { Light, Plan } from '../plan/plan'
import { fresnelShare } from '../set/specular'
import { testLight, testPlan, testStrobe } from '../testing'
import { FIRST_LIGHT, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

/** A flat grey card square to the lens, far from everything; one Lambertian face on its axis. */
const under = (face: Light['strobe']['face'], distanceMm: number): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'sheet', finish: 'matt', reflectance: 0.18 }
    plan.subject = { ...plan.subject, widthMm: 4, heightMm: 4 }
    plan.background = { ...plan.background, distanceMm: 1e5, reflectance: 0.001 }
    plan.settings = { ...plan.settings, apertureStops: 14 }
    // The face looks from the side of the lens, so that the lens sees past it.
    plan.subject = { ...plan.subject, rotationDeg: 60 }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face, beamDeg: 120 }),
        at: { distanceMm, azimuthDeg: 60, elevationDeg: 0 }
      })
    ]
  })
const level = (plan: Plan): number =>
  Math.log2(meanAt(tracerOf(worldOf(plan)), FIRST_LIGHT, 20000).mean)
/** Of a point source as strong at that distance, stops. */
const point = (distanceMm: number): number => -2 * Math.log2(distanceMm / 1000)

describe('light of a near source against that of a point', () => {
  // Source: E = πL·r²/(r² + d²) and its like; view factors of a rectangle, any handbook of
  // radiative transfer (from memory).
  it.each([
    ['disc, r 50 at 100', { kind: 'disc', diameterMm: 100 } as const, 100, -0.32],
    ['disc, r 100 at 100', { kind: 'disc', diameterMm: 200 } as const, 100, -1],
    ['disc, r 50 at 250', { kind: 'disc', diameterMm: 100 } as const, 250, -0.06],
    ['ring, 32 to 46 at 40', { kind: 'ring', innerMm: 64, outerMm: 92 } as const, 40, -1.93],
    ['ring, 32 to 46 at 100', { kind: 'ring', innerMm: 64, outerMm: 92 } as const, 100, -0.42],
    ['200 × 200 at 150', { kind: 'rectangle', widthMm: 200, heightMm: 200 } as const, 150, -0.66],
    ['300 × 200 at 200', { kind: 'rectangle', widthMm: 300, heightMm: 200 } as const, 200, -0.61]
  ])('%s', (_, face, distanceMm, want) => {
    expect(level(under(face, distanceMm)) - point(distanceMm)).toBeCloseTo(want, 1)
    expect(Math.abs(level(under(face, distanceMm)) - point(distanceMm) - want)).toBeLessThan(0.02)
  })
})

describe('even ambient light from everywhere', () => {
  /** A thing in it, nothing else: what the lens sees at a spot, 1 being an 18 % card. */
  const seen = (
    change: (subject: Plan['subject']) => Partial<Plan['subject']>,
    x: number
  ): number => {
    const plan = testPlan((draft) => {
      draft.subject = {
        ...draft.subject,
        widthMm: 20,
        heightMm: 20,
        depthMm: 20,
        ...change(draft.subject)
      }
      draft.background = { ...draft.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
      draft.lights = [testLight({ at: { distanceMm: 9000, azimuthDeg: 180, elevationDeg: 0 } })]
      draft.focus = { ...draft.focus, magnification: 0.8 }
    })
    const tracer = tracerOf(worldOf(plan))
    return meanAt(tracer, 0, 4000, x).mean + meanAt(tracer, 1, 4000, x).mean
  }
  const ALL = 1 / 0.18

  it.each([0, 0.2, 0.35])('does not show glass in it, at %p of the frame', (x) => {
    expect(seen(() => ({ shape: 'ellipsoid', finish: 'clear' }), x)).toBeCloseTo(ALL, 6)
    expect(seen(() => ({ shape: 'box', finish: 'clear', rotationDeg: 20 }), x)).toBeCloseTo(ALL, 6)
  })

  it.each([0, 0.2, 0.35])('is thrown back by white things, never more than falls, at %p', (x) => {
    const matt = seen(() => ({ shape: 'ellipsoid', finish: 'matt', reflectance: 1 }), x)
    expect(matt).toBeCloseTo(ALL, 6)
    const gloss = seen(() => ({ shape: 'ellipsoid', finish: 'gloss', reflectance: 1 }), x)
    expect(gloss / ALL).toBeLessThan(1.005)
    expect(gloss / ALL).toBeGreaterThan(0.85)
    const metal = seen(() => ({ shape: 'ellipsoid', finish: 'metal' }), x)
    expect(metal / ALL).toBeLessThan(1)
    expect(metal / ALL).toBeGreaterThan(0.65)
  })
})

describe('a plate of glass before a background', () => {
  const plan = testPlan((draft) => {
    draft.subject = {
      ...draft.subject,
      shape: 'box',
      finish: 'clear',
      widthMm: 60,
      heightMm: 60,
      depthMm: 3,
      rotationDeg: 0
    }
    draft.background = {
      ...draft.background,
      distanceMm: 300,
      widthMm: 2000,
      heightMm: 2000,
      reflectance: 0.18
    }
    draft.settings = { ...draft.settings, apertureStops: 14 }
  })
  const tracer = tracerOf(worldOf(plan))
  // Source: Fresnel's equations; two faces that mirror to and fro let (1 − F)/(1 + F) through.
  const face = fresnelShare(1)
  const through = (1 - face) / (1 + face)

  it('lets through what its two faces leave', () => {
    const { mean, error } = meanAt(tracer, 1, 20000)
    expect(Math.abs(mean - through)).toBeLessThan(4 * error)
    expect(error).toBeLessThan(0.005)
  })

  it('mirrors the rest', () => {
    const { mean } = meanAt(tracer, 0, 20000)
    expect(Math.abs(mean * 0.18 - (1 - through))).toBeLessThan(0.01)
  })
})

describe('a lamp in a polished face', () => {
  it('shows as bright as it is, times what the face mirrors', () => {
    const plan = testPlan((draft) => {
      draft.subject = {
        ...draft.subject,
        shape: 'sheet',
        finish: 'gloss',
        reflectance: 0.005,
        widthMm: 60,
        heightMm: 60,
        rotationDeg: 20
      }
      draft.settings = { ...draft.settings, apertureStops: 14 }
      draft.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 120 }, beamDeg: 120 }),
          at: { distanceMm: 300, azimuthDeg: 40, elevationDeg: 0 }
        })
      ]
    })
    const { mean } = meanAt(tracerOf(worldOf(plan)), FIRST_LIGHT, 20000)
    // Its luminance: what it gives at a metre over its area. Source: conservation of luminance.
    const luminance = 1e6 / (Math.PI * 60 * 60)
    const want = (Math.PI * luminance * fresnelShare(Math.cos((20 * Math.PI) / 180))) / 0.18
    expect(Math.abs(Math.log2(mean / want))).toBeLessThan(0.05)
  })
})

// checks: glossy and metal things (a rough coat keeps what a smooth one mirrors)
import { describe, expect, it } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testStrobe } from '../testing'
import { newFilm } from './film'
import { traceFilm } from './render'
import { FIRST_LIGHT, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

/** A dark shiny sheet square to the lens that shows a small lamp beside the lens in its middle. */
const mirror = (finish: 'gloss' | 'metal', roughness: number): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'sheet',
      finish,
      roughness,
      reflectance: 0.005,
      widthMm: 400,
      heightMm: 400,
      rotationDeg: 12
    }
    plan.background = { ...plan.background, distanceMm: 1e5, reflectance: 0.001 }
    plan.settings = { ...plan.settings, apertureStops: 14 }
    plan.focus = { ...plan.focus, magnification: 0.3 }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 30 }, beamDeg: 120 }),
        at: { distanceMm: 400, azimuthDeg: 24, elevationDeg: 0 }
      })
    ]
  })

/** Light of the lamp over the whole frame. */
function sumOf(plan: Plan): number {
  const tracer = tracerOf(worldOf(plan))
  const film = newFilm(60, 40, tracer.sources)
  traceFilm(tracer, film, 48)
  const size = 60 * 40 * 3
  return film.light
    .subarray(FIRST_LIGHT * size, (FIRST_LIGHT + 1) * size)
    .reduce((sum, value) => sum + value, 0)
}

describe('a rough coat', () => {
  // Source: conservation of energy; all but a few hundredths of so narrow a lobe is in the frame.
  it('spreads a lamp’s image, and keeps its light', () => {
    const smooth = sumOf(mirror('gloss', 0))
    for (const roughness of [0.01, 0.02])
      expect(Math.abs(Math.log2(sumOf(mirror('gloss', roughness)) / smooth))).toBeLessThan(0.12)
  })

  it('is to metal as their shares are', () => {
    const ratio = sumOf(mirror('metal', 0.06)) / sumOf(mirror('gloss', 0.06))
    // Head on glass mirrors 4 %, the metal 70 %; the sheet's own 0.5 % is seen beside it.
    expect(ratio).toBeGreaterThan(13)
    expect(ratio).toBeLessThan(17.6)
  })

  /** What facets of a metal send on of even light, summed over all directions it comes from. */
  function evenShare(alpha: number, cosOut: number, own: number): number {
    const steps = 300
    const hidden = (c: number): number =>
      (Math.sqrt(1 + (alpha * alpha * (1 - c * c)) / (c * c)) - 1) / 2
    const out = [Math.sqrt(1 - cosOut * cosOut), 0, cosOut]
    let sum = 0
    for (let i = 0; i < steps; i++)
      for (let k = 0; k < steps; k++) {
        const cosIn = (i + 0.5) / steps
        const round = (2 * Math.PI * (k + 0.5)) / steps
        const level = Math.sqrt(1 - cosIn * cosIn)
        const half = [out[0]! + level * Math.cos(round), level * Math.sin(round), out[2]! + cosIn]
        const size = Math.hypot(...half)
        const up = half[2]! / size
        const cosFacet = (out[0]! * half[0]! + out[2]! * half[2]!) / size
        const facets = alpha ** 2 / (Math.PI * (up * up * (alpha ** 2 - 1) + 1) ** 2)
        const share = own + (1 - own) * (1 - cosFacet) ** 5
        sum += (share * facets) / (1 + hidden(cosOut) + hidden(cosIn)) / (4 * cosOut)
      }
    return (sum * 2 * Math.PI) / (steps * steps)
  }
  const ball = (finish: 'gloss' | 'metal', roughness: number): Plan => {
    const plan = mirror(finish, roughness)
    const size = { widthMm: 20, heightMm: 20, depthMm: 20 }
    plan.subject = { ...plan.subject, ...size, shape: 'ellipsoid', reflectance: 1 }
    plan.background = { ...plan.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
    plan.lights = [testLight({ at: { distanceMm: 9000, azimuthDeg: 180, elevationDeg: 0 } })]
    return plan
  }
  const even = (plan: Plan): number => {
    const tracer = tracerOf(worldOf(plan))
    return 0.18 * (meanAt(tracer, 0, 8000).mean + meanAt(tracer, 1, 8000).mean)
  }

  // Sources: GGX with Smith's shading, height by height (Walter et al. 2007), written out again and
  // summed; what facets hide from each other comes out by the metal's own share of it, as a white
  // metal's must all come out (Turquin 2019, from memory).
  it.each([0.2, 0.6, 1])('of metal sends on of even light what its facets do, %p', (alpha) => {
    const plain = evenShare(alpha, 1, 0.7)
    const want = plain * (1 + 0.7 * (1 / evenShare(alpha, 1, 1) - 1))
    expect(Math.abs(even(ball('metal', alpha)) - want)).toBeLessThan(0.008)
  })

  it.each([0.05, 0.2, 0.6])('over white throws back nearly all, never more, %p', (roughness) => {
    const all = even(ball('gloss', roughness))
    expect(all).toBeLessThan(1.005)
    expect(all).toBeGreaterThan(0.93)
  })
})

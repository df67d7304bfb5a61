// checks: glass in the picture (rough faces against a plain sum over the hemisphere)
import { describe, expect, it } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { fresnelOver } from '../set/specular'
import { testLight, testPlan, testStrobe } from '../testing'
import { bendInFacet, drawFacet, putBasis } from '../set/scatter'
import { FIRST_LIGHT, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

const lambda = (cos: number, alpha: number): number =>
  (Math.sqrt(1 + (alpha ** 2 * (1 - cos * cos)) / (cos * cos)) - 1) / 2

/**
 * What a rough face lets through of light that comes at a cosine, summed over all ways on. Source:
 * Walter et al. 2007, equations 16 and 21, the indices' squares left out: light counted, not
 * radiance.
 */
function throughShare(cosIn: number, over: number, alpha: number): number {
  const steps = 260
  const i = [Math.sqrt(1 - cosIn * cosIn), 0, cosIn]
  let sum = 0
  for (let a = 0; a < steps; a++)
    for (let b = 0; b < steps; b++) {
      const steep = (Math.PI / 2) * ((a + 0.5) / steps)
      const cosOut = Math.cos(steep)
      const round = (2 * Math.PI * (b + 0.5)) / steps
      const level = Math.sin(steep)
      const o = [level * Math.cos(round), level * Math.sin(round), -cosOut]
      // The facet that bends one into the other: against i + over·o.
      const h = [0, 1, 2].map((k) => -(i[k]! + over * o[k]!))
      const size = Math.hypot(...h) * (over > 1 ? 1 : -1)
      const facet = h.map((value) => value / size)
      const iDotH = facet.reduce((all, value, k) => all + value * i[k]!, 0)
      const oDotH = facet.reduce((all, value, k) => all + value * o[k]!, 0)
      if (iDotH <= 0 || oDotH >= 0 || facet[2]! <= 0) continue
      const up = facet[2]!
      const d = alpha ** 2 / (Math.PI * (up * up * (alpha ** 2 - 1) + 1) ** 2)
      const hidden = (1 + lambda(cosIn, alpha)) * (1 + lambda(cosOut, alpha))
      const jacobian = (over ** 2 * Math.abs(oDotH)) / (iDotH + over * oDotH) ** 2
      const share = 1 - fresnelOver(Math.min(1, iDotH), over)
      sum += ((iDotH * share * d) / hidden / cosIn) * jacobian * level
    }
  return (sum * Math.PI ** 2) / (steps * steps)
}

/** What it mirrors, summed over all ways the light comes from. Source: the same, equation 20. */
function mirroredShare(cosOut: number, over: number, alpha: number): number {
  const steps = 220
  const o = [Math.sqrt(1 - cosOut * cosOut), 0, cosOut]
  let sum = 0
  for (let a = 0; a < steps; a++)
    for (let b = 0; b < steps; b++) {
      const cosIn = (a + 0.5) / steps
      const round = (2 * Math.PI * (b + 0.5)) / steps
      const level = Math.sqrt(1 - cosIn * cosIn)
      const half = [o[0]! + level * Math.cos(round), level * Math.sin(round), o[2]! + cosIn]
      const size = Math.hypot(...half)
      const up = half[2]! / size
      const cosFacet = (o[0]! * half[0]! + o[2]! * half[2]!) / size
      const d = alpha ** 2 / (Math.PI * (up * up * (alpha ** 2 - 1) + 1) ** 2)
      const hidden = 1 + lambda(cosOut, alpha) + lambda(cosIn, alpha)
      sum += (fresnelOver(Math.min(1, cosFacet), over) * d) / hidden / (4 * cosOut)
    }
  return (sum * 2 * Math.PI) / (steps * steps)
}

describe('a rough face of glass', () => {
  it.each([
    [1, 1.5, 0.3],
    [0.5, 1.5, 0.3],
    [0.8, 1.5, 0.8],
    [0.9, 1 / 1.5, 0.3],
    [1, 1.333 / 1.5, 0.5]
  ])('lets through what its facets do: cosine %p, index %p, roughness %p', (cosIn, over, alpha) => {
    const basis = new Float64Array(9)
    basis[1] = 1
    putBasis(basis)
    const ray = new Float64Array(8)
    const spot = new Float64Array(2)
    const facet = new Float64Array(3)
    const many = 140
    let sum = 0
    for (let a = 0; a < many; a++)
      for (let b = 0; b < many; b++) {
        spot[0] = (a + 0.5) / many
        spot[1] = (b + 0.5) / many
        ray.set([Math.sqrt(1 - cosIn * cosIn), -cosIn, 0], 3)
        const cosFacet = drawFacet(basis, ray, cosIn, alpha, spot, facet)
        const through = 1 - fresnelOver(Math.min(1, cosFacet), over)
        if (through <= 0) continue
        const kept = bendInFacet(basis, ray, cosFacet, over, alpha, facet)
        sum += through * kept
        if (kept > 0) expect(ray[4]).toBeLessThan(0)
      }
    expect(Math.abs(sum / many ** 2 - throughShare(cosIn, over, alpha))).toBeLessThan(0.004)
  })
})

const frosted = (roughness: number): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'box',
      finish: 'clear',
      widthMm: 60,
      heightMm: 60,
      depthMm: 10,
      rotationDeg: 0,
      roughness,
      glass: { wallMm: 1, colour: '#ffffff', throughMm: 20 }
    }
    plan.background = { ...plan.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
    plan.settings = { ...plan.settings, apertureStops: 14 }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 }, beamDeg: 120 }),
        at: { distanceMm: 300, azimuthDeg: 30, elevationDeg: 0 }
      })
    ]
  })
const even = (roughness: number): number => {
  const tracer = tracerOf(worldOf(frosted(roughness)))
  return 0.18 * (meanAt(tracer, 0, 4000).mean + meanAt(tracer, 1, 4000).mean)
}

describe('frosted glass', () => {
  it('hardly rough, is as good as smooth', () => {
    expect(Math.abs(even(0.003) - 1)).toBeLessThan(0.003)
  })
  // Source: glass takes nothing; in even light it shows as bright as that, rough or not.
  it.each([0.1, 0.3, 0.6, 1])('of roughness %p keeps its light', (roughness) => {
    expect(Math.abs(even(roughness) - 1)).toBeLessThan(0.012)
  })

  // Source: the lamp's radiance over facets that mirror it, by Walter et al. 2007, summed here anew.
  it('mirrors a lamp spread over its facets', () => {
    const roughness = 0.3
    const plan = frosted(roughness)
    // So dark within that nothing comes back from its other face.
    plan.subject.glass = { wallMm: 1, colour: '#000000', throughMm: 0.1 }
    const world = worldOf(plan)
    const tracer = tracerOf(world)
    const got = meanAt(tracer, FIRST_LIGHT, 20000)
    const [lamp] = world.scene.heads
    const at = [0, 0, 5]
    const pupil = world.scene.pose.pupil
    const unitOf = (v: readonly number[]): number[] => v.map((x) => x / Math.hypot(...v))
    const out = unitOf(pupil.map((v, k) => v - at[k]!))
    const way = unitOf(lamp!.at.map((v, k) => v - at[k]!))
    const half = unitOf(way.map((v, k) => v + out[k]!))
    const dot = (a: readonly number[], b: readonly number[]): number =>
      a.reduce((sum, v, k) => sum + v * b[k]!, 0)
    const d = roughness ** 2 / (Math.PI * (half[2]! ** 2 * (roughness ** 2 - 1) + 1) ** 2)
    const hidden = 1 + lambda(out[2]!, roughness) + lambda(way[2]!, roughness)
    const mirrored = (fresnelOver(dot(half, way), 1.5) * d) / hidden / (4 * out[2]! * way[2]!)
    // Level 0 on an 18 % card is 1: a matt white would send 1/0.18 of the same light.
    const far = Math.hypot(...lamp!.at.map((v, k) => v - at[k]!)) / 1000
    const fall = way[2]! / far ** 2
    const kept = throughShare(out[2]!, 1.5, roughness) + mirroredShare(out[2]!, 1.5, roughness)
    const want = (fall * mirrored * Math.PI) / 0.18 / kept
    expect(Math.abs(got.mean / want - 1)).toBeLessThan(0.012)
  })
})

// checks: glossy and metal things (facets integrated over all directions; Fresnel by hand)
import { describe, expect, it } from '@jest/globals'
import { byFacet, fromFacets, putBasis } from './scatter'
import { fresnelOver } from './specular'
import { nextOf } from './random'

const state = new Int32Array([11])
const basis = new Float64Array(9)
basis[2] = 1
putBasis(basis)
const two = new Float64Array(2)

/** A ray that comes in at an angle from the normal. */
const rayAt = (cos: number): Float64Array =>
  Float64Array.of(0, 0, 0, Math.sqrt(1 - cos * cos), 0, -cos, 0, Infinity)

describe.each([0.06, 0.35])('facets of α %p', (alpha) => {
  it.each([0.95, 0.6, 0.3])(
    'send as much as they do integrated over all directions, at %p',
    (cos) => {
      // Independent: a plain sum over the hemisphere, without drawing.
      const ray = rayAt(cos)
      const line = new Float64Array(6)
      const [rows, columns] = [1200, 600]
      let sent = 0
      let drawn = 0
      for (let i = 0; i < rows; i++)
        for (let k = 0; k < columns; k++) {
          const z = (i + 0.5) / rows
          const angle = (2 * Math.PI * (k + 0.5)) / columns
          const r = Math.sqrt(1 - z * z)
          line.set([r * Math.cos(angle), r * Math.sin(angle), z], 3)
          if (fromFacets(basis, ray, cos, line, alpha, two) <= 0) continue
          const solid = (2 * Math.PI) / (rows * columns)
          sent += two[0]! * z * solid
          drawn += two[1]! * solid
        }
      let kept = 0
      const many = 40000
      const spot = new Float64Array(2)
      for (let i = 0; i < many; i++) {
        spot[0] = nextOf(state)
        spot[1] = nextOf(state)
        if (byFacet(basis, rayAt(cos), cos, alpha, spot, two) > 0) kept += two[0]! / many
      }
      expect(Math.abs(kept - sent)).toBeLessThan(0.01)
      // How likely each way was drawn adds up to all but what goes under the surface.
      expect(drawn).toBeLessThan(1.01)
      expect(drawn).toBeGreaterThan(0.8)
    }
  )

  it('say of a direction they drew how likely it was', () => {
    const spot = Float64Array.of(0.3, 0.7)
    const ray = rayAt(0.7)
    expect(byFacet(basis, ray, 0.7, alpha, spot, two)).toBeGreaterThan(0)
    const chance = two[1]!
    const line = new Float64Array(6)
    for (let k = 3; k < 6; k++) line[k] = ray[k]!
    fromFacets(basis, rayAt(0.7), 0.7, line, alpha, two)
    expect(two[1]! / chance).toBeCloseTo(1, 6)
  })
})

describe('a clear face', () => {
  // Source: Fresnel's equations for n = 1.5; head on ((n − 1)/(n + 1))², all at grazing, along the
  // plane of incidence nothing at Brewster's angle, so half of what is mirrored across it.
  it('mirrors 4 % head on, all at grazing, half across at Brewster’s angle', () => {
    expect(fresnelOver(1, 1.5)).toBeCloseTo(0.04, 9)
    expect(fresnelOver(1e-6, 1.5)).toBeCloseTo(1, 4)
    const brewster = Math.atan(1.5)
    const across = (1 - 1.5 ** 2) / (1 + 1.5 ** 2)
    expect(fresnelOver(Math.cos(brewster), 1.5)).toBeCloseTo(across ** 2 / 2, 9)
  })

  it('mirrors all from inside beyond the critical angle', () => {
    const critical = Math.asin(1 / 1.5)
    expect(fresnelOver(Math.cos(critical + 0.01), 1 / 1.5)).toBe(1)
    expect(fresnelOver(Math.cos(critical - 0.05), 1 / 1.5)).toBeLessThan(1)
  })
})

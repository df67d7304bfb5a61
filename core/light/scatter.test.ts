// checks: vapour (Henyey and Greenstein over all directions; levels worked out elsewhere)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { henyeyGreenstein, phaseGain, vapourReflectance } from './scatter'

const cos = (deg: number): number => Math.cos((deg * Math.PI) / 180)

describe('light that drops turn', () => {
  test('property: over all directions it is all of it, and its mean cosine is the asymmetry', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.85, max: 0.85, noNaN: true }), (g) => {
        const steps = 4000
        let [all, mean] = [0, 0]
        for (let k = 0; k < steps; k++) {
          const c = -1 + (2 * (k + 0.5)) / steps
          const part = henyeyGreenstein(c, g) * 2 * Math.PI * (2 / steps)
          all += part
          mean += part * c
        }
        expect(all).toBeCloseTo(1, 3)
        expect(mean).toBeCloseTo(g, 3)
      })
    )
  })

  // Stops against an 18 % card: log2(π·τ·p(θ)/0.18), τ 0.1.
  test.each([
    [0.6, 20, -0.33],
    [0.6, 45, -2.04],
    [0.6, 90, -4.16],
    [0.6, 135, -5.21],
    [0.8, 20, -0.01],
    [0.8, 45, -2.86],
    [0.8, 90, -5.39],
    [0.8, 135, -6.53],
    [0, 77, -2.85]
  ])('asymmetry %d, turned by %d°: %d stops', (g, deg, stops) => {
    const reflectance = vapourReflectance(0.1) * phaseGain(cos(deg), g)
    expect(Math.abs(Math.log2(reflectance / 0.18) - stops)).toBeLessThan(0.01)
  })

  test('light from behind and beside is worth three to five stops over light from the front', () => {
    const from = (deg: number) => Math.log2(phaseGain(cos(deg), 0.6))
    expect(from(25) - from(170)).toBeGreaterThan(3)
    expect(from(25) - from(170)).toBeLessThan(5.3)
  })

  test('nonsense is refused by name', () => {
    expect(() => henyeyGreenstein(0.5, 1)).toThrow(/asymmetry/)
  })
})

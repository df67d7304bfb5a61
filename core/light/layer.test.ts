// checks: thick things that glow through (two-flux equations integrated step by step; limits)
import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { backFromLayer, layered, layeredLike, throughLayer } from './layer'

/**
 * The two-flux equations themselves, dI/dx = −(K + S)·I + S·J and −dJ/dx = −(K + S)·J + S·I,
 * followed from the unlit side by steps of fourth order (Runge–Kutta): no closed form in it.
 */
function followed(k: number, s: number, mm: number): { through: number; back: number } {
  const steps = 4000
  const h = -mm / steps
  // At the far side light goes out and none comes in.
  let [i, j] = [1, 0]
  const slope = (a: number, b: number): readonly [number, number] => [
    -(k + s) * a + s * b,
    (k + s) * b - s * a
  ]
  for (let n = 0; n < steps; n++) {
    const [a1, b1] = slope(i, j)
    const [a2, b2] = slope(i + (h / 2) * a1, j + (h / 2) * b1)
    const [a3, b3] = slope(i + (h / 2) * a2, j + (h / 2) * b2)
    const [a4, b4] = slope(i + h * a3, j + h * b3)
    i += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
    j += (h / 6) * (b1 + 2 * b2 + 2 * b3 + b4)
  }
  return { through: 1 / i, back: j / i }
}
/** Too thick to see through: Kubelka and Munk's (1 − R)² / 2R = K/S, solved for R. */
const thick = (k: number, s: number): number => 1 + k / s - Math.sqrt((k / s) ** 2 + (2 * k) / s)

describe('a layer that spreads light', () => {
  it.each([
    [0.02, 0.4, 8],
    [0.2, 0.5, 3],
    [0.001, 1.5, 20],
    [0.6, 0.1, 2]
  ])('takes %p and scatters %p per mm, %p mm: as the equations followed', (k, s, mm) => {
    const want = followed(k, s, mm)
    const stuff = layered(thick(k, s), want.through, mm)
    for (const share of [0.1, 0.5, 1, 1.7]) {
      const there = followed(k, s, mm * share)
      expect(throughLayer(stuff, mm * share)).toBeCloseTo(there.through, 6)
      expect(backFromLayer(stuff, mm * share)).toBeCloseTo(there.back, 6)
    }
    // Another colour: half as much taken, scattered alike.
    const other = layeredLike(stuff, thick(k / 2, s))
    expect(throughLayer(other, mm)).toBeCloseTo(followed(k / 2, s, mm).through, 5)
  })

  it('takes nothing: 1 / (1 + S·x) comes through, the rest goes back', () => {
    const stuff = layered(1, 1 / (1 + 0.5 * 4), 4)
    for (const mm of [1, 4, 15]) {
      expect(throughLayer(stuff, mm)).toBeCloseTo(1 / (1 + 0.5 * mm), 2)
      expect(backFromLayer(stuff, mm) + throughLayer(stuff, mm)).toBeCloseTo(1, 1)
    }
  })

  it('gives back no more than it gets, less through and more back the thicker', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.1, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 1e5, noNaN: true }),
        (reflectance, transmittance, mm, at) => {
          const stuff = layered(reflectance, transmittance, mm)
          const [through, back] = [throughLayer(stuff, at), backFromLayer(stuff, at)]
          expect(through).toBeGreaterThanOrEqual(0)
          expect(back).toBeGreaterThanOrEqual(0)
          expect(through + back).toBeLessThanOrEqual(1 + 1e-9)
          expect(throughLayer(stuff, at * 1.1)).toBeLessThanOrEqual(through)
          expect(backFromLayer(stuff, at * 1.1)).toBeGreaterThanOrEqual(back - 1e-12)
        }
      )
    )
  })

  it('refuses what is no layer', () => {
    expect(() => layered(0.5, 0.2, 0)).toThrow('thickness')
    expect(() => layered(0, 0.2, 1)).toThrow('reflectance')
    expect(() => layered(0.5, 1.2, 1)).toThrow('transmittance')
  })
})

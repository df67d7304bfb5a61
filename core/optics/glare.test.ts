// checks: veil (integrated over an even surround)
import { describe, expect, test } from '@jest/globals'
import { pastHood, veilShare, veilStops } from './glare'

describe('veiling glare', () => {
  test('an even surround gives a veiling glare index of 1 to 3 % (ISO 9358’s measure, value from memory)', () => {
    // An even surround of luminance 1 from the edge of the picture (3°) to 90°: the light on the
    // front from each ring is cos θ dω, its veil k(θ)/π of that.
    let veil = 0
    const step = 0.01
    for (let deg = 3; deg < 90; deg += step) {
      const angle = ((deg + step / 2) * Math.PI) / 180
      const solid = 2 * Math.PI * Math.sin(angle) * ((step * Math.PI) / 180)
      veil += (veilShare(deg + step / 2) / Math.PI) * Math.cos(angle) * solid
    }
    expect(veil).toBeGreaterThan(0.01)
    expect(veil).toBeLessThan(0.03)
  })
  test('it falls with the square of the angle, as disability glare does (CIE 146, value from memory)', () => {
    expect(veilStops(0, 10) - veilStops(0, 40)).toBeCloseTo(4, 9)
    expect(veilStops(-2, 20) - veilStops(0, 20)).toBeCloseTo(-2, 9)
  })
  test('a hood takes away what lies past it, evenly where the face crosses its edge', () => {
    expect(pastHood(30, 10, null)).toBe(1)
    expect(pastHood(30, 10, 40)).toBe(1)
    expect(pastHood(50, 10, 40)).toBe(0)
    expect(pastHood(40, 10, 40)).toBeCloseTo(0.5, 9)
    expect(pastHood(42, 10, 40)).toBeCloseTo(0.3, 9)
  })
})

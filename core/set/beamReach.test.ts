// checks: backscatter (where a ray runs through a beam, by rays from everywhere on the face)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { beamSpan } from './beamReach'
import type { Emitter } from './emitter'
import type { Vec } from './vec'

/** A disc at the origin that looks along z. */
const disc = (radiusMm: number, limitDeg: number): Emitter => {
  const limit = (limitDeg * Math.PI) / 180
  return {
    at: [0, 0, 0],
    mouth: [0, 0, 0],
    axis: [0, 0, 1],
    across: [1, 0, 0],
    upward: [0, 1, 0],
    face: { kind: 'disc', diameterMm: 2 * radiusMm },
    tube: null,
    shape: () => 1,
    share: 1,
    limitCos: limitDeg === 90 ? 0 : Math.cos(limit),
    limitTan: limitDeg === 90 ? Infinity : Math.tan(limit),
    smoothTan: 1,
    radiusMm,
    areaMm2: Math.PI * radiusMm ** 2
  }
}

describe('a ray through a beam', () => {
  test('square to it: as wide as the beam is there', () => {
    // 100 mm before a disc of 10 mm with a beam of 45°: 110 mm to either side.
    const [from, to] = beamSpan(disc(10, 45), [-500, 0, 100], [1, 0, 0])
    expect(from).toBeCloseTo(390, 6)
    expect(to).toBeCloseTo(610, 6)
  })
  test('along it: from the face’s edge on, or until then', () => {
    // 30 mm off the axis the beam begins 20 mm before the disc of 10 mm.
    expect(beamSpan(disc(10, 45), [30, 0, -100], [0, 0, 1])[0]).toBeCloseTo(120, 6)
    expect(beamSpan(disc(10, 45), [30, 0, 300], [0, 0, -1])[1]).toBeCloseTo(280, 6)
  })
  test('past it, behind it: nowhere', () => {
    const [from, to] = beamSpan(disc(10, 20), [-500, 0, -100], [1, 0, 0])
    expect(from).toBeGreaterThan(to)
  })
  test('a beam without a limit: all before the face’s plane', () => {
    const way: Vec = [0.6, 0, 0.8]
    expect(beamSpan(disc(10, 90), [0, 0, -80], way)[0]).toBeCloseTo(100, 6)
    expect(beamSpan(disc(10, 90), [0, 0, -80], way)[1]).toBe(Infinity)
    expect(beamSpan(disc(10, 90), [0, 0, 5], [1, 0, 0])).toEqual([-Infinity, Infinity])
  })
  test('property: what any point of the face lights lies in it, and its ends do not lie far out', () => {
    const between = (least: number, most: number) =>
      fc.integer({ min: 0, max: 9973 }).map((k) => least + ((most - least) * k) / 9973)
    let lit = 0
    fc.assert(
      fc.property(
        fc.tuple(between(-300, 300), between(-300, 300), between(-300, 300)),
        between(0, 2 * Math.PI),
        between(-1, 1),
        between(2, 80),
        fc.oneof(between(2, 80), fc.constant(90)),
        (from, turn, up, radius, limitDeg) => {
          const flat = Math.sqrt(1 - up * up)
          const way: Vec = [flat * Math.cos(turn), flat * Math.sin(turn), up]
          const emitter = disc(radius, limitDeg)
          const [first, last] = beamSpan(emitter, from, way)
          for (let t = -800; t <= 800; t += 7) {
            const at = [0, 1, 2].map((k) => from[k]! + t * way[k]!) as [number, number, number]
            if (at[2] <= 0) continue
            // The face's point nearest to the spot sees it under the least angle.
            const off = Math.max(0, Math.hypot(at[0], at[1]) - radius)
            const angle = (Math.atan2(off, at[2]) * 180) / Math.PI
            if (angle < limitDeg - 1e-6) {
              lit++
              expect(t).toBeGreaterThanOrEqual(first - 1e-6)
              expect(t).toBeLessThanOrEqual(last + 1e-6)
            }
            // Beside the face, before the cone's tip, it may reach no farther than the face does.
            else if (angle > limitDeg + 1e-6 && at[2] > 0)
              expect(t >= first + 1e-6 && t <= last - 1e-6).toBe(false)
          }
        }
      ),
      { numRuns: 400 }
    )
    expect(lit).toBeGreaterThan(1000)
  })
})

// checks: dark band
// checks: diffraction
// checks: high-speed sync loss
// checks: close-up loss
// checks: distances
// checks: depth of field
// checks: motion blur
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  closeUpLoss,
  effectiveFNumber,
  lensToSubject,
  magnificationAtDistance,
  sensorToSubject
} from './closeUp'
import { airyDisc, depthLimits } from './depth'
import { motionBlurPx } from './motion'
import { darkShare, highSpeedSyncLoss } from './shutter'

describe('close-up loss', () => {
  // Follows from 2·log2(1 + m/P); m = 1 costing two stops is in every close-up handbook.
  test.each([
    [0.5, 1, 1.17],
    [1, 1, 2],
    [2, 1, 3.17],
    [5, 1, 5.17],
    [1, 0.5, 3.17],
    [1, 2, 1.17]
  ])('m=%d P=%d', (m, p, loss) => {
    expect(closeUpLoss(m, p)).toBeCloseTo(loss, 2)
    expect(effectiveFNumber(8, m, p)).toBeCloseTo(8 * 2 ** (loss / 2), 1)
  })
  // Thin-lens conjugates: f = 100 at 1:1 stands 400 mm from sensor to subject, at 1:2 450 mm.
  test('distances of a thin lens', () => {
    expect(sensorToSubject(100, 1)).toBe(400)
    expect(sensorToSubject(100, 0.5)).toBe(450)
    expect(lensToSubject(100, 0.5)).toBe(300)
  })
  test('property: distance to magnification and back, and the thin-lens equation 1/u + 1/v = 1/f', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 500, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (f, m) => {
          expect(magnificationAtDistance(f, sensorToSubject(f, m))! / m).toBeCloseTo(1, 5)
          const u = lensToSubject(f, m)
          const v = sensorToSubject(f, m) - u
          expect((1 / u + 1 / v) * f).toBeCloseTo(1, 9)
        }
      )
    )
    expect(magnificationAtDistance(100, 399)).toBeNull()
  })
  test('nonsense is refused by name', () => {
    expect(() => effectiveFNumber(8, -1)).toThrow(/magnification/)
    expect(() => closeUpLoss(NaN)).toThrow(/magnification/)
    expect(() => sensorToSubject(Infinity, 1)).toThrow(/focalMm/)
  })
})

describe('depth of field', () => {
  test.each([
    [100, 16, 1, 1.92],
    [60, 8, 0.5, 2.88],
    [105, 22, 0.1, 145.8]
  ])('thin lens, c = 0.03: f=%d N=%d m=%d', (f, n, m, total) => {
    expect(
      depthLimits({ focalMm: f, fNumber: n, magnification: m }, 0.03).totalMm / total
    ).toBeCloseTo(1, 2)
  })
  test('far and near of f=105 N=22 m=0.1', () => {
    const { nearMm, farMm } = depthLimits({ focalMm: 105, fNumber: 22, magnification: 0.1 }, 0.03)
    expect(nearMm).toBeCloseTo(68.3, 1)
    expect(farMm).toBeCloseTo(77.5, 1)
    expect(depthLimits({ focalMm: 50, fNumber: 22, magnification: 0.01 }, 0.03).farMm).toBe(
      Infinity
    )
  })
  test('independent ray construction: the blur disc of a point at each limit is exactly the permitted one', () => {
    // Trace the marginal rays of an off-focus point through a thin lens with the lens equation
    // alone.
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 150, noNaN: true }),
        fc.double({ min: 4, max: 22, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (f, n, m) => {
          const circle = 0.02
          const { nearMm, farMm } = depthLimits(
            { focalMm: f, fNumber: n, magnification: m },
            circle
          )
          const u = f * (1 + 1 / m)
          const v = f * (1 + m)
          for (const x of [u - nearMm, u + farMm]) {
            if (!Number.isFinite(x)) continue
            const vx = 1 / (1 / f - 1 / x)
            expect(((f / n) * Math.abs(vx - v)) / vx / circle).toBeCloseTo(1, 6)
          }
        }
      )
    )
  })
  test('close-up approximation 2Nc(1+m/P)/m² holds for a pupil ratio too', () => {
    for (const p of [0.5, 1, 2])
      expect(
        depthLimits({ focalMm: 100, fNumber: 11, magnification: 0.8, pupilRatio: p }, 0.01)
          .totalMm /
          ((2 * 11 * 0.01 * (1 + 0.8 / p)) / 0.64)
      ).toBeCloseTo(1, 2)
  })
})

describe('diffraction', () => {
  // Airy disc 2.44·λ·N at 550 nm.
  test.each([
    [8, 10.7],
    [16, 21.5],
    [22, 29.5],
    [32, 42.9]
  ])('N=%d', (n, micrometres) => {
    expect(airyDisc(n) * 1000).toBeCloseTo(micrometres, 1)
  })
})

describe('motion and shutter', () => {
  test('1 m/s at m = 0.5 on 4.4 µm pixels: 114 px in 1/1000 s, 11 px in 1/10 000 s', () => {
    expect(motionBlurPx(1000, 1 / 1000, 0.5, 0.0044)).toBeCloseTo(113.6, 1)
    expect(motionBlurPx(1000, 1 / 10000, 0.5, 0.0044)).toBeCloseTo(11.4, 1)
  })
  test('dark band: sync 1/200 leaves half the frame at 1/400, three quarters at 1/800', () => {
    expect(darkShare(1 / 400, 1 / 200)).toBeCloseTo(0.5, 12)
    expect(darkShare(1 / 800, 1 / 200)).toBeCloseTo(0.75, 12)
    expect(darkShare(1 / 60, 1 / 200)).toBe(0)
  })
  test.each([
    [500, 1.58],
    [1000, 2.32],
    [8000, 5.04]
  ])('high-speed sync loss from Tc 1/250 at 1/%d', (s, loss) => {
    expect(highSpeedSyncLoss(1 / s, 1 / 250)).toBeCloseTo(loss, 2)
  })
  test('high-speed sync loss tends to one stop per stop, so the ratio to ambient no longer changes', () => {
    expect(
      highSpeedSyncLoss(1 / 256000, 1 / 250) - highSpeedSyncLoss(1 / 128000, 1 / 250)
    ).toBeCloseTo(1, 2)
  })
})

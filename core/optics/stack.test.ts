// checks: focus stack
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { depthLimits } from './depth'
import { focusStack, stackSeconds } from './stack'

describe('focus stack', () => {
  test('step and count by hand: 10 mm at 2 mm a frame, a fifth twice: ceil(8 / 1.6) + 1 = 6 frames', () => {
    const stack = focusStack(10, 2, 0.2)
    expect(stack.frames).toBe(6)
    expect(stack.stepMm).toBeCloseTo(1.6, 12)
    expect(stack.positionsMm[0]).toBe(1)
    expect(stack.positionsMm.at(-1)).toBeCloseTo(9, 12)
  })
  test('one frame where one is enough; nonsense and endless stacks are refused by name', () => {
    expect(focusStack(2, 3, 0.3)).toMatchObject({ frames: 1, positionsMm: [1] })
    expect(focusStack(2, Infinity, 0)).toMatchObject({ frames: 1 })
    expect(() => focusStack(2, 0, 0.2)).toThrow(/sharpMm/)
    expect(() => focusStack(2, 1, 1)).toThrow(/overlap/)
    expect(() => focusStack(500, 0.01, 0.5)).toThrow(/more than/)
  })
  test('property: every depth is sharp in some frame, the overlap is at least what was asked, one frame fewer would not do', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 80, noNaN: true }),
        fc.double({ min: 0.2, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        (depth, sharp, overlap) => {
          const { frames, positionsMm, stepMm, overlap: got } = focusStack(depth, sharp, overlap)
          expect(positionsMm).toHaveLength(frames)
          for (let k = 0; k <= 40; k++) {
            const at = (depth * k) / 40
            expect(positionsMm.some((p) => Math.abs(p - at) <= sharp / 2 + 1e-9)).toBe(true)
          }
          if (frames > 1) {
            expect(got).toBeGreaterThanOrEqual(overlap - 1e-6)
            expect((frames - 2) * sharp * (1 - overlap) + sharp).toBeLessThan(depth + 1e-6)
            expect(positionsMm[1]! - positionsMm[0]!).toBeCloseTo(stepMm, 9)
          }
        }
      )
    )
  })
  test('a stack at the depth the exact limits give covers a 6 mm crystal at 1:1', () => {
    const { totalMm } = depthLimits({ focalMm: 100, fNumber: 11, magnification: 1 }, 0.018)
    const { frames } = focusStack(6, totalMm, 0.25)
    expect(frames).toBe(Math.ceil((6 - totalMm) / (totalMm * 0.75)) + 1)
  })
  test('time: the slower of recycle and rest between frames', () => {
    expect(stackSeconds(11, 2, 0.5, 0.005)).toBeCloseTo(20.055, 9)
    expect(stackSeconds(11, 0.2, 0.5, 0.005)).toBeCloseTo(5.055, 9)
    expect(stackSeconds(1, 2, 2, 0.005)).toBeCloseTo(0.005, 9)
  })
})

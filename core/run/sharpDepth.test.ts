import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { depthTiles } from '../picture/depthTiles'
import { blurAtDepth, depthOf, endBlur } from '../plan/lensInUse'
import { testPlan } from '../testing'
import { sharpDepth } from './sharpDepth'

describe('sharpness along the depth', () => {
  test('property: the sharpest step is where the blur is least, whatever strays', () => {
    const focus = fc.double({ min: -3, max: 3, noNaN: true })
    fc.assert(
      fc.property(focus, (at) => {
        const tiles = Array.from({ length: 240 }, (_, i) => {
          const behindMm = -5 + i / 24
          // One tile in nine lies on something of its own.
          const blurPx = i % 9 === 0 ? (i % 5) + 0.1 : 2 + 3 * Math.abs(behindMm - at)
          return { behindMm, blurPx }
        })
        expect(Math.abs(sharpDepth(tiles).sharpest!.behindMm - at)).toBeLessThan(1)
      })
    )
  })
  test('nothing is said of a flat thing, or of nothing', () => {
    expect(sharpDepth([])).toEqual({ steps: [], sharpest: null })
    const flat = Array.from({ length: 30 }, () => ({ behindMm: 1, blurPx: 3 }))
    expect(sharpDepth(flat).sharpest).toBeNull()
  })
})

describe('what depth a part of a frame shows', () => {
  const ball = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 20, heightMm: 20, depthMm: 20 }
  })
  test('a ball: nearest in the middle, half of it at most, nothing beside it', () => {
    const tiles = depthTiles(ball, 24, 16)
    expect(tiles.length).toBeGreaterThan(20)
    const middle = tiles.reduce((a, b) =>
      Math.hypot(b.x - 0.5, b.y - 0.5) < Math.hypot(a.x - 0.5, a.y - 0.5) ? b : a
    )
    for (const { behindMm } of tiles) {
      expect(behindMm).toBeGreaterThanOrEqual(middle.behindMm - 0.3)
      expect(behindMm - middle.behindMm).toBeLessThan(10.5)
    }
    expect(tiles.some(({ x, y }) => Math.hypot(x - 0.02, y - 0.02) < 0.05)).toBe(false)
  })
  test('blur at the limits of the depth of field is the permitted blur', () => {
    const { nearMm, farMm } = depthOf(ball)
    for (const at of [-nearMm, farMm]) expect(blurAtDepth(ball, at)).toBeCloseTo(0.1, 6)
    expect(blurAtDepth(ball, -1)).toBeCloseTo(endBlur(ball, 2).bothMm, 9)
  })
})

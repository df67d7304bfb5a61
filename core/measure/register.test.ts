// checks: frames registered
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { carried, register, type GreyPicture, type Registration } from './register'
import { longly } from '../testing'

/** Blobs and a bar, somewhere of their own by seed; light at a point of the set. */
const setOf = (seed: number) => {
  const even = (i: number): number => {
    const x = Math.sin(seed * 91.7 + i * 37.3) * 43758.5453
    return x - Math.floor(x)
  }
  const blobs = Array.from({ length: 9 }, (_, i) => ({
    x: even(i) * 0.8 - 0.4,
    y: even(i + 20) * 0.5 - 0.25,
    r: 0.03 + 0.09 * even(i + 40),
    light: 0.1 + even(i + 60),
    lit: even(i + 80)
  }))
  /** @param side 0–1: where the light comes from */
  return (x: number, y: number, side: number): number => {
    let light = 0.002
    for (const blob of blobs) {
      const d = Math.hypot(x - blob.x, y - blob.y) / blob.r
      if (d < 1) light = blob.light * (1 - 0.6 * Math.abs(side - blob.lit)) * (1 - 0.5 * d)
    }
    return Math.abs(y - 0.28) < 0.02 ? 0.3 : light
  }
}
const ASPECT = 2 / 3
const NONE: Registration = { right: 0, down: 0, scale: 1, turnDeg: 0, score: 1 }
/** A picture of a set, taken with a camera that was moved so that spots lie as the move says. */
const shot = (
  seed: number,
  moved: Registration,
  side = 0.5,
  gain = 1,
  width = 200
): GreyPicture => {
  const height = Math.round(width * ASPECT)
  const light = new Float32Array(width * height)
  const at = setOf(seed)
  const turn = (moved.turnDeg * Math.PI) / 180
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      const u = (px + 0.5) / width - 0.5 - moved.right
      const v = ((py + 0.5) / height - 0.5) * ASPECT - moved.down
      const x = (Math.cos(turn) * u + Math.sin(turn) * v) / moved.scale
      const y = (-Math.sin(turn) * u + Math.cos(turn) * v) / moved.scale
      const grain = Math.sin(px * 12.98 + py * 78.23 + seed) * 0.002
      light[py * width + px] = Math.max(0, gain * (at(x, y, side) + grain))
    }
  return { width, height, light }
}
const move = fc.record({
  right: fc.double({ min: -0.15, max: 0.15, noNaN: true }),
  down: fc.double({ min: -0.1, max: 0.1, noNaN: true }),
  scale: fc.double({ min: 0.8, max: 1.25, noNaN: true }),
  turnDeg: fc.double({ min: -10, max: 10, noNaN: true }),
  score: fc.constant(1)
})
/** How far a mark in the middle third would miss, share of the width. */
const missOf = (found: Registration, moved: Registration): number =>
  Math.max(
    ...[
      [0.35, 0.35],
      [0.65, 0.35],
      [0.5, 0.65]
    ].map(([x, y]) => {
      const [a, b] = [
        carried(found, { x: x!, y: y! }, ASPECT),
        carried(moved, { x: x!, y: y! }, ASPECT)
      ]
      return Math.hypot(a.x - b.x, (a.y - b.y) * ASPECT)
    })
  )

describe('a frame registered against the one before', () => {
  test('property: however it was reframed, marks follow to half a per cent of the width', () => {
    fc.assert(
      fc.property(move, fc.integer({ min: 1, max: 500 }), (moved, seed) => {
        const found = register(shot(seed, NONE), shot(seed, moved))
        expect(found).not.toBeNull()
        expect(missOf(found!, moved)).toBeLessThan(0.005)
      }),
      { numRuns: longly(6, 3), seed: 7 }
    )
  })
  test('property: another exposure and light from another side do not move them', () => {
    fc.assert(
      fc.property(move, fc.integer({ min: 1, max: 500 }), (moved, seed) => {
        const found = register(shot(seed, NONE, 0.1), shot(seed, moved, 0.8, 0.2))
        if (found) expect(missOf(found, moved)).toBeLessThan(0.01)
      }),
      { numRuns: longly(5, 2), seed: 8 }
    )
  })
  test('a frame on a stand that did not move is not moved, wherever the light comes from', () => {
    for (const seed of [3, 4]) {
      const found = register(shot(seed, NONE, 0.3), shot(seed, NONE, 0.5, 0.6))
      expect(found).toMatchObject({ right: 0, down: 0, scale: 1, turnDeg: 0 })
    }
  })
  test('a frame of another set, an empty one, one of another shape: not registered', () => {
    const before = shot(1, NONE)
    expect(register(before, shot(77, NONE))).toBeNull()
    const dark = { ...before, light: new Float32Array(before.light.length) }
    expect(register(before, dark)).toBeNull()
    expect(
      register(before, { width: 133, height: 200, light: new Float32Array(133 * 200) })
    ).toBeNull()
  })
  test('a mark is carried about the middle of the frame', () => {
    const turned: Registration = { right: 0.1, down: 0, scale: 2, turnDeg: 90, score: 1 }
    const { x, y } = carried(turned, { x: 0.6, y: 0.5 }, 0.5)
    expect([x, y].map((each) => Number(each.toFixed(9)))).toEqual([0.6, 0.9])
  })
})

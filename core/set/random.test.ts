import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { evenPair, nextOf } from './random'

const pair = new Float64Array(2)
const pairs = (seed: number, from: number, count: number): (readonly [number, number])[] =>
  Array.from({ length: count }, (_, i) => {
    evenPair(from + i, seed, pair)
    return [pair[0]!, pair[1]!]
  })

describe('even pairs', () => {
  it('lie one in each cell of every even cutting of the square, block by block', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer({ min: 0, max: 60 }), (seed, block) => {
        const all = pairs(seed, 16 * block, 16)
        for (const across of [1, 2, 4, 8, 16]) {
          const down = 16 / across
          const cells = new Set(
            all.map(([x, y]) => Math.floor(x * across) * down + Math.floor(y * down))
          )
          expect(cells.size).toBe(16)
        }
      })
    )
  })

  it('of two seeds have nothing to do with each other', () => {
    const a = pairs(1, 0, 1000)
    const b = pairs(2, 0, 1000)
    const mean = a.reduce((sum, [x], i) => sum + (x - 0.5) * (b[i]![0] - 0.5), 0) / 1000
    expect(Math.abs(mean)).toBeLessThan(0.01)
  })
})

it('numbers without order fill 0 to 1 evenly', () => {
  const state = new Int32Array([7])
  const tenths = new Array<number>(10).fill(0)
  for (let i = 0; i < 10000; i++) tenths[Math.floor(nextOf(state) * 10)]!++
  for (const count of tenths) expect(Math.abs(count - 1000)).toBeLessThan(130)
})

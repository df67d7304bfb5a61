import { describe, expect, it } from '@jest/globals'
import { changeOf, changeStops, type Shot } from './compare'

const shot = (width: number, height: number, level: (x: number, y: number) => number): Shot => ({
  width,
  height,
  linear: Float32Array.from({ length: width * height * 3 }, (_, i) => {
    const p = Math.floor(i / 3)
    return 2 ** level(((p % width) + 0.5) / width, (Math.floor(p / width) + 0.5) / height)
  })
})
const between = (now: Shot, before: Shot): Float32Array => {
  const out = new Float32Array(now.width * now.height)
  changeStops(now, before, out)
  return out
}

describe('two pictures against each other', () => {
  it('the same picture has not changed, whatever its size', () => {
    const level = (x: number): number => (x < 0.5 ? -3 : 1)
    for (const change of between(shot(48, 32, level), shot(24, 16, level)))
      expect(change).toBeCloseTo(0, 5)
  })

  it('a stop more everywhere is a stop more; the other way round a stop less', () => {
    const [before, now] = [shot(30, 20, () => -2), shot(60, 40, () => -1)]
    expect(changeOf(between(now, before))).toEqual({ brighter: 1, darker: 0, most: 1, least: 0 })
    expect(changeOf(between(before, now))).toEqual({ brighter: 0, darker: 1, most: 0, least: -1 })
  })

  it('says which part changed, and by how much', () => {
    const before = shot(100, 50, () => -2)
    const now = shot(100, 50, (x, y) => (x < 0.25 ? 0.5 : y > 0.9 ? -4 : -1.8))
    const change = changeOf(between(now, before))
    expect(change.brighter).toBeCloseTo(0.25, 2)
    expect(change.darker).toBeCloseTo(0.75 * 0.1, 2)
    expect(change.most).toBeCloseTo(2.5, 4)
    expect(change.least).toBeCloseTo(-2, 4)
  })

  it('what nobody sees in either has not changed', () => {
    expect(
      Math.max(
        ...between(
          shot(4, 4, () => -9),
          shot(4, 4, () => -30)
        )
      )
    ).toBe(0)
    expect(changeOf(new Float32Array())).toEqual({ brighter: 0, darker: 0, most: 0, least: 0 })
  })
})

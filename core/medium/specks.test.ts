// checks: backscatter (how many specks: scattering summed over all sizes gives back the water's figure)
import { describe, expect, test } from '@jest/globals'
import { moreThan, sizeOf } from './specks'

describe('particles by size', () => {
  test('what all of them turn aside is what the water scatters: an own sum over the sizes', () => {
    const scatterPerM = 1.8
    let sum = 0
    for (let d = 0.001; d < 50; d *= 1.001) {
      const many = moreThan({ scatterPerM }, d) - moreThan({ scatterPerM }, d * 1.001)
      // Each twice its own face.
      sum += many * 2 * (Math.PI / 4) * (d * 1.0005) ** 2
    }
    expect(sum * 1000).toBeCloseTo(scatterPerM, 2)
  })
  test('half as large, eight times as many; twice the scattering, twice as many', () => {
    const water = { scatterPerM: 0.6 }
    expect(moreThan(water, 0.05) / moreThan(water, 0.1)).toBeCloseTo(8, 9)
    expect(moreThan({ scatterPerM: 1.2 }, 0.3) / moreThan(water, 0.3)).toBeCloseTo(2, 9)
  })
  test('of those at least 0.1 mm one in eight is at least 0.2 mm', () => {
    expect(sizeOf(0.1, 1 / 8)).toBeCloseTo(0.2, 9)
    expect(sizeOf(0.1, 1)).toBeCloseTo(0.1, 9)
  })
})

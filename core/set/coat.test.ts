// checks: glossy and metal things (the coat in air and under water by Fresnel head on)
import { describe, expect, test } from '@jest/globals'
import { AIR, typicalWater } from '../medium/water'
import { coatIn } from './coat'
import { fresnelOver } from './specular'

describe('a clear coat', () => {
  test('in air it mirrors 4 % head on and 9.2 % of light spread evenly', () => {
    const coat = coatIn(AIR)
    expect(1 - coat.through(1)).toBeCloseTo(0.04, 9)
    // Handbooks of surface colour, n 1.5: 0.092 (Judd 1942; value from memory).
    expect(1 - coat.even).toBeCloseTo(0.092, 3)
    expect(coat.base * coat.through(1) ** 2).toBeCloseTo(1, 12)
  })
  test('under water a tenth of it: ((1.5 − 1.333)/(1.5 + 1.333))²', () => {
    const coat = coatIn(typicalWater('fresh'))
    expect(1 - coat.through(1)).toBeCloseTo(((1.5 - 1.333) / (1.5 + 1.333)) ** 2, 6)
  })
  test.each([AIR, typicalWater('fresh'), typicalWater('sea')])(
    'what it lets through of even light, by steps of the angle',
    (medium) => {
      const { over, even } = coatIn(medium)
      let through = 0
      const many = 20000
      for (let i = 0; i < many; i++) {
        const angle = ((i + 0.5) / many) * (Math.PI / 2)
        const lit = 2 * Math.cos(angle) * Math.sin(angle) * (Math.PI / 2 / many)
        through += (1 - fresnelOver(Math.cos(angle), over)) * lit
      }
      expect(even).toBeCloseTo(through, 3)
    }
  )
})

// checks: edge blur
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { discOf, edgeBlur, smearOf } from './edgeBlur'
import type { GreyPicture } from './register'

const SIZE = 84
/** Samples of a spread, brute force: what a pixel sees is the mean of the sharp set at all of them. */
type Spread = readonly (readonly [dx: number, dy: number])[]

/** A disc, without any blur: it has edges of every direction. */
const sharp = (x: number, y: number): number => (Math.hypot(x - 42, y - 42) < 26 ? 0.8 : 0.1)

/** Every pixel averaged over itself and the spread: an independent, plain sum. */
const shot = (spread: Spread, grain = 0): GreyPicture => {
  const light = new Float32Array(SIZE * SIZE)
  const inside = [-0.25, 0.25]
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      let sum = 0
      for (const [dx, dy] of spread)
        for (const sx of inside)
          for (const sy of inside) sum += sharp(x + 0.5 + sx + dx, y + 0.5 + sy + dy)
      const noise = grain * Math.sin((x * 127.1 + y * 311.7) * 43.7)
      light[y * SIZE + x] = sum / (spread.length * inside.length ** 2) + noise
    }
  return { width: SIZE, height: SIZE, light }
}
const disc = (diameter: number): Spread => {
  const n = 6
  const points: [number, number][] = []
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const [x, y] = [((i + 0.5) / n - 0.5) * diameter, ((j + 0.5) / n - 0.5) * diameter]
      if (Math.hypot(x, y) <= diameter / 2) points.push([x, y])
    }
  return points
}
const travel = (length: number, deg: number, blur: Spread): Spread => {
  const rad = (deg * Math.PI) / 180
  return Array.from({ length: 9 }, (_, i) => ((i + 0.5) / 9 - 0.5) * length).flatMap((at) =>
    blur.map(([x, y]): [number, number] => [x + at * Math.cos(rad), y + at * Math.sin(rad)])
  )
}

describe('blur by edges', () => {
  test.each([3, 5, 8, 11])('a disc of %d px comes back within a fifth, by brute force', (width) => {
    const found = edgeBlur(shot(disc(width)))!
    expect(Math.abs(discOf(found.sigmaPx) / width - 1)).toBeLessThan(0.2)
  })
  test('what is sharp to the pixel reads as about a pixel', () => {
    expect(discOf(edgeBlur(shot([[0, 0]]))!.sigmaPx)).toBeLessThan(1.8)
  })
  test('grain a tenth as strong as the edges moves it by less than a fifth', () => {
    const [clean, grainy] = [shot(disc(5)), shot(disc(5), 0.02)].map(
      (each) => edgeBlur(each)!.sigmaPx
    )
    expect(Math.abs(grainy! / clean! - 1)).toBeLessThan(0.2)
  })
  test('property: more blur reads as more', () => {
    const width = fc.double({ min: 2, max: 9, noNaN: true })
    fc.assert(
      fc.property(width, (px) => {
        const [less, more] = [disc(px), disc(px * 1.4)].map((each) => edgeBlur(shot(each))!.sigmaPx)
        expect(more).toBeGreaterThan(less!)
      }),
      { numRuns: 5 }
    )
  })
  test('grain alone has no width', () => {
    const light = Float32Array.from({ length: SIZE * SIZE }, (_, i) => {
      const x = Math.sin(i * 12.9898) * 43758.5453
      return 0.3 + 0.4 * (x - Math.floor(x))
    })
    expect(edgeBlur({ width: SIZE, height: SIZE, light })!.sigmaPx).toBeLessThan(0.3)
  })
  test('an even part has no edges to say', () => {
    const light = new Float32Array(SIZE * SIZE).fill(0.3)
    expect(edgeBlur({ width: SIZE, height: SIZE, light })).toBeNull()
    expect(() => edgeBlur({ width: 4, height: 4, light })).toThrow(/picture/)
  })
})

describe('movement by edges', () => {
  test.each([
    [8, 90],
    [14, 0],
    [8, 45]
  ])('%d px of travel at %d° is told within a quarter, and where to', (length, deg) => {
    const smear = smearOf(edgeBlur(shot(travel(length, deg, disc(2))))!)!
    expect(Math.abs(smear.px / length - 1)).toBeLessThan(0.25)
    expect(smear).toMatchObject({ directionDeg: deg, told: true })
  })
  test('nothing moved: less than a third of the blur', () => {
    const smear = smearOf(edgeBlur(shot(disc(8)))!)!
    expect(smear.px).toBeLessThan(8 * 0.3)
    expect(smear.told).toBe(false)
  })
})

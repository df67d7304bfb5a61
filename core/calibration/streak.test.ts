import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { radiiApart, streakByScale, streakOnDisc } from './streak'

const around = fc.record({
  angle: fc.double({ min: -3.1, max: 3.1, noNaN: true }),
  turned: fc.double({ min: 0.01, max: 3.1, noNaN: true }),
  radius: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
  aspect: fc.double({ min: 0.5, max: 2, noNaN: true })
})

test('property: an arc is its angle times its radius, wherever it lies and however wide the picture is', () => {
  fc.assert(
    fc.property(around, ({ angle, turned, radius, aspect }) => {
      const middle = { x: 0.45, y: 0.55 }
      const at = (a: number) => ({
        x: middle.x + radius * Math.cos(a),
        y: middle.y + radius * Math.sin(a) * aspect
      })
      const ends = [at(angle), at(angle + turned)] as const
      expect(streakOnDisc(middle, ends, aspect, 100)).toBeCloseTo(100 * turned, 6)
      expect(streakOnDisc(middle, [ends[1], ends[0]], aspect, 100)).toBeCloseTo(100 * turned, 6)
      expect(radiiApart(middle, ends, aspect)).toBeCloseTo(0, 6)
    })
  )
})

test('by hand: 3 : 2 picture, a quarter turn of 80 mm, and a streak three times its scale', () => {
  const middle = { x: 0.5, y: 0.5 }
  // A fifth of the width to the right; down, a fifth of the width is three tenths of the height.
  const ends = [
    { x: 0.7, y: 0.5 },
    { x: 0.5, y: 0.8 }
  ] as const
  expect(streakOnDisc(middle, ends, 1.5, 80)).toBeCloseTo((80 * Math.PI) / 2, 9)
  const scale = [
    { x: 0.1, y: 0.1 },
    { x: 0.2, y: 0.1 }
  ] as const
  const upright = [
    { x: 0.9, y: 0.2 },
    { x: 0.9, y: 0.65 }
  ] as const
  expect(streakByScale(upright, scale, 1.5, 10)).toBeCloseTo(30, 9)
})

test('marks that lie on each other say nothing', () => {
  const spot = { x: 0.5, y: 0.5 }
  expect(streakOnDisc(spot, [spot, { x: 1, y: 1 }], 1.5, 100)).toBe(0)
  expect(streakByScale([spot, { x: 1, y: 1 }], [spot, spot], 1.5, 10)).toBeNull()
  expect(
    radiiApart(
      spot,
      [
        { x: 0.6, y: 0.5 },
        { x: 0.7, y: 0.5 }
      ],
      1.5
    )
  ).toBeCloseTo(0.5, 9)
})

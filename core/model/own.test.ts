// checks: meshes (a cube and a ball kept as bytes)
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import { isWhole, MOST_TRIANGLES, ownMesh, packed, quarterTurned, type RawMesh } from './own'
import { openingOf, volumeOf } from './testing'

const CORNERS = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [i & 1, (i >> 1) & 1, (i >> 2) & 1])
const SIDES = [
  [0, 2, 3, 1],
  [4, 5, 7, 6],
  [0, 1, 5, 4],
  [2, 6, 7, 3],
  [0, 4, 6, 2],
  [1, 3, 7, 5]
]
/** A block, 30 × 20 × 10 of some unit, somewhere. */
const block = (out = true): RawMesh => ({
  points: CORNERS.flatMap(([x, y, z]) => [100 + 30 * x!, -50 + 20 * y!, 10 * z!]),
  corners: SIDES.flatMap(([a, b, c, d]) =>
    out ? [a!, b!, c!, a!, c!, d!] : [c!, b!, a!, d!, c!, a!]
  )
})

function ball(): RawMesh {
  const [rows, columns] = [24, 48]
  const points: number[] = []
  const corners: number[] = []
  for (let i = 0; i <= rows; i++)
    for (let k = 0; k < columns; k++) {
      const [up, round] = [(Math.PI * i) / rows, (2 * Math.PI * k) / columns]
      points.push(Math.sin(up) * Math.sin(round), -Math.cos(up), Math.sin(up) * Math.cos(round))
    }
  for (let i = 0; i < rows; i++)
    for (let k = 0; k < columns; k++) {
      const next = (k + 1) % columns
      const [a, b, c, d] = [
        i * columns + k,
        i * columns + next,
        (i + 1) * columns + next,
        (i + 1) * columns + k
      ]
      corners.push(a, b, c, a, c, d)
    }
  return { points, corners }
}

describe('a mesh kept as bytes', () => {
  it.each([true, false])('a block fills its box, its edges sharp, its outside out, %p', (out) => {
    const mesh = ownMesh(packed(block(out)))
    expect(mesh.corners.length).toBe(36)
    expect(volumeOf(mesh)).toBeCloseTo(8, 4)
    expect(openingOf(mesh)).toBeLessThan(1e-5)
    for (let o = 0; o < mesh.normals.length; o += 3) {
      const along = [0, 1, 2].filter((k) => Math.abs(mesh.normals[o + k]!) > 0.999)
      expect(along).toHaveLength(1)
      expect(mesh.points[o + along[0]!]! * mesh.normals[o + along[0]!]!).toBeCloseTo(1, 4)
    }
  })

  it('a ball is smooth all over', () => {
    const mesh = ownMesh(packed(ball()))
    expect(volumeOf(mesh) / ((4 / 3) * Math.PI)).toBeCloseTo(0.99, 1)
    let least = 1
    for (let o = 0; o < mesh.normals.length; o += 3) {
      let alike = 0
      for (let k = 0; k < 3; k++) alike += mesh.points[o + k]! * mesh.normals[o + k]!
      least = Math.min(least, alike)
    }
    expect(least).toBeGreaterThan(0.98)
  })

  it('is drawn in parts that take in every point', () => {
    const mesh = ownMesh(packed(ball()))
    const seen = new Uint8Array(mesh.points.length / 3)
    for (const [from, to] of mesh.parts) seen.fill(1, from, to)
    expect(seen.every((each) => each === 1)).toBe(true)
    expect(mesh.parts.length).toBeGreaterThan(50)
  })

  it.each(['level', 'upright'] as const)(
    'four quarters %s are a whole turn, one is not',
    (about) => {
      const own = packed({ ...block(), points: block().points })
      const lean = packed({
        points: [0, 0, 0, 9, 1, 2, 3, 7, 4, 5, 2, 8],
        corners: [0, 1, 2, 0, 2, 3]
      })
      const turn = (times: number) =>
        Array.from({ length: times }).reduce<typeof own>((each) => quarterTurned(each, about), lean)
      expect(turn(4)).toEqual(lean)
      expect(turn(1)).not.toEqual(lean)
      expect(volumeOf(ownMesh(quarterTurned(own, about)))).toBeCloseTo(8, 4)
    }
  )

  it.each([
    ['no triangle', { points: [0, 0, 0], corners: [] }, 'there is no triangle'],
    [
      'points that are nowhere',
      { points: [0, NaN, 0, 1, 1, 1, 2, 2, 0], corners: [0, 1, 2] },
      'nowhere'
    ],
    ['all in one point', { points: [1, 1, 1, 1, 1, 1, 1, 1, 1], corners: [0, 1, 2] }, 'no extent'],
    [
      'too many triangles',
      { points: [0, 0, 0, 1, 0, 0, 0, 1, 0], corners: { length: 3 * MOST_TRIANGLES + 3 } },
      '20001 triangles'
    ]
  ])('%s is refused by name', (_, raw, reason) => {
    expect(() => packed(raw as RawMesh)).toThrow(reason)
  })

  it('knows points and triangles that do not fit together', () => {
    const own = packed(block())
    expect(isWhole(own)).toBe(true)
    expect(isWhole({ ...own, points: own.points.slice(0, 40) })).toBe(false)
    expect(isWhole({ ...own, corners: '' })).toBe(false)
    expect(isWhole({ ...own, corners: `${own.corners}AAAA` })).toBe(false)
  })

  const number = fc.double({ min: -1e6, max: 1e6, noNaN: true })
  test('property: any triangles are kept whole and can be asked, or refused in words', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, number, number), { minLength: 3, maxLength: 20 }),
        fc.array(fc.nat(2), { minLength: 3, maxLength: 60 }),
        (spots, picks) => {
          const raw = {
            points: spots.flat(),
            corners: picks.slice(0, picks.length - (picks.length % 3))
          }
          let own
          try {
            own = packed(raw)
          } catch (error) {
            expect((error as Error).message).toMatch(/^(there is|it has) /)
            return
          }
          expect(isWhole(own)).toBe(true)
          const mesh = ownMesh(own)
          expect(mesh.points.every((value) => value >= -1 && value <= 1)).toBe(true)
          expect(mesh.normals.every(Number.isFinite)).toBe(true)
        }
      )
    )
  })
})

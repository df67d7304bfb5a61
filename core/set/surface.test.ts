import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { firstMet, surfacesOf, type Blocked, type Sheet, type Solid, type Surface } from './surface'
import type { Vec } from './vec'

const blockedBy = (list: readonly Surface[]): Blocked => surfacesOf(list).blocked

/** A solid round the origin, rotated about the upright axis. */
const turned = (rotationDeg: number): Pick<Solid, 'at' | 'axes'> => {
  const angle = (rotationDeg * Math.PI) / 180
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return {
    at: [0, 0, 0],
    axes: [
      [c, 0, -s],
      [0, 1, 0],
      [s, 0, c]
    ]
  }
}
const within = (most: number) =>
  fc.integer({ min: -100 * most, max: 100 * most }).map((value) => value / 100)
const size = within(28).map((value) => value + 32)
const point: fc.Arbitrary<Vec> = fc.tuple(within(120), within(120), within(120))
/** A line from a point through somewhere near the middle and as far beyond. */
const line = fc
  .tuple(point, within(45), within(45), within(45))
  .map(
    ([from, x, y, z]) => [from, [2 * x - from[0], 2 * y - from[1], 2 * z - from[2]]] as [Vec, Vec]
  )

/**
 * How far out a point lies in a solid's own measure: below 1 inside, above 1 outside. Written apart
 * from the code under test.
 */
const outness = (
  kind: 'box' | 'ellipsoid' | 'cylinder',
  [a, b, c]: Vec,
  rotationDeg: number,
  [x, y, z]: Vec
): number => {
  const angle = (-rotationDeg * Math.PI) / 180
  const [u, w] = [
    x * Math.cos(angle) + z * Math.sin(angle),
    -x * Math.sin(angle) + z * Math.cos(angle)
  ]
  if (kind === 'ellipsoid') return Math.hypot(u / a, y / b, w / c)
  if (kind === 'cylinder') return Math.max(Math.hypot(u / a, w / c), Math.abs(y) / b)
  return Math.max(Math.abs(u) / a, Math.abs(y) / b, Math.abs(w) / c)
}
const along = (from: Vec, to: Vec, share: number): Vec => [
  from[0] + (to[0] - from[0]) * share,
  from[1] + (to[1] - from[1]) * share,
  from[2] + (to[2] - from[2]) * share
]

describe('what stands in the way, against walking along the line', () => {
  test.each(['box', 'ellipsoid', 'cylinder'] as const)('property: a rotated %s', (kind) => {
    let [met, missed] = [0, 0]
    fc.assert(
      fc.property(
        fc.tuple(size, size, size),
        fc.integer({ min: -180, max: 180 }),
        line,
        (half, rotationDeg, [from, to]) => {
          if (
            outness(kind, half, rotationDeg, from) < 1.01 ||
            outness(kind, half, rotationDeg, to) < 1.01
          )
            return
          let least = Infinity
          for (let i = 1; i < 1500; i++)
            least = Math.min(least, outness(kind, half, rotationDeg, along(from, to, i / 1500)))
          const says = blockedBy([{ id: 'subject', kind, ...turned(rotationDeg), half }])(
            ...from,
            ...to
          )
          // A line that only grazes may be taken either way.
          if (least < 0.97) {
            met++
            expect(says).toBe(true)
          }
          if (least > 1.03) {
            missed++
            expect(says).toBe(false)
          }
        }
      ),
      { numRuns: 400, seed: 11 }
    )
    expect(Math.min(met, missed)).toBeGreaterThan(30)
  })
  test.each(['rectangle', 'disc'] as const)('property: a %s, from whichever side', (kind) => {
    let [met, missed] = [0, 0]
    fc.assert(
      fc.property(
        fc.tuple(within(30), within(30), within(30)),
        size,
        size,
        line,
        (at, halfAcross, halfUpward, [from, to]) => {
          const sheet: Sheet = {
            id: 'K1',
            kind,
            at,
            across: [0.6, 0, 0.8],
            upward: [0, 1, 0],
            normal: [-0.8, 0, 0.6],
            halfAcross,
            halfUpward
          }
          const ahead = (p: Vec): number => (p[0] - at[0]) * -0.8 + (p[2] - at[2]) * 0.6
          const blocked = blockedBy([sheet])
          const says = blocked(...from, ...to)
          expect(blocked(...to, ...from)).toBe(says)
          if (ahead(from) * ahead(to) >= 0) return void expect(says).toBe(false)
          // By halving the line until it lies in the sheet's plane.
          let [low, high] = [0, 1]
          for (let i = 0; i < 60; i++) {
            const middle = (low + high) / 2
            if (ahead(along(from, to, middle)) * ahead(from) > 0) low = middle
            else high = middle
          }
          const hit = along(from, to, low)
          const [u, v] = [
            ((hit[0] - at[0]) * 0.6 + (hit[2] - at[2]) * 0.8) / halfAcross,
            (hit[1] - at[1]) / halfUpward
          ]
          const out = kind === 'disc' ? Math.hypot(u, v) : Math.max(Math.abs(u), Math.abs(v))
          if (Math.abs(out - 1) < 1e-3) return
          expect(says).toBe(out < 1)
          if (out < 1) met++
          else missed++
        }
      ),
      { numRuns: 600, seed: 12 }
    )
    expect(Math.min(met, missed)).toBeGreaterThan(20)
  })
  test('a point on a surface is not shaded by that surface, but by what lies behind it', () => {
    const box: Solid = { id: 'subject', kind: 'box', ...turned(0), half: [10, 10, 10] }
    const ball: Solid = { id: 'subject', kind: 'ellipsoid', ...turned(0), half: [10, 10, 10] }
    for (const solid of [box, ball]) {
      expect(blockedBy([solid])(0, 0, 10, 0, 0, 100)).toBe(false)
      expect(blockedBy([solid])(0, 0, 10, 0, 0, -100)).toBe(true)
    }
    expect(blockedBy([])(0, 0, 0, 1, 1, 1)).toBe(false)
    // Of several, any one is enough.
    const card: Sheet = {
      id: 'K1',
      kind: 'rectangle',
      at: [0, 0, 50],
      across: [1, 0, 0],
      upward: [0, 1, 0],
      normal: [0, 0, 1],
      halfAcross: 5,
      halfUpward: 5
    }
    expect(blockedBy([card, box])(0, 0, 10, 0, 0, 100)).toBe(true)
    expect(blockedBy([card, box])(0, 0, 10, 80, 0, 100)).toBe(false)
  })
})

describe('the first surface a ray meets, against walking along it', () => {
  const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
  const STEPS = 3000
  test.each(['box', 'ellipsoid', 'cylinder'] as const)(
    'property: a rotated %s: the point, and a normal that points out',
    (kind) => {
      let met = 0
      fc.assert(
        fc.property(
          fc.tuple(size, size, size),
          fc.integer({ min: -180, max: 180 }),
          line,
          (half, rotationDeg, [from, to]) => {
            const out = (p: Vec): number => outness(kind, half, rotationDeg, p)
            if (out(from) < 1.05 || out(to) < 1.05) return
            const solid: Solid = { id: 'subject', kind, ...turned(rotationDeg), half }
            const found = firstMet(surfacesOf([solid]), from, minus(to, from), 0, 1)
            let walked = Infinity
            for (let i = 1; i < STEPS && walked === Infinity; i++)
              if (out(along(from, to, i / STEPS)) < 1) walked = i / STEPS
            if (!found) return void expect(walked).toBe(Infinity)
            expect(out(found.at)).toBeCloseTo(1, 9)
            // A line that only grazes may slip between two steps.
            if (walked !== Infinity) {
              met++
              expect(Math.abs(found.along - walked)).toBeLessThan(1.01 / STEPS)
            }
            const up = (p: Vec, n: Vec, by: number): Vec => [
              p[0] + n[0] * by,
              p[1] + n[1] * by,
              p[2] + n[2] * by
            ]
            expect(Math.hypot(...found.normal)).toBeCloseTo(1, 9)
            expect(out(up(found.at, found.normal, 1e-3))).toBeGreaterThan(1)
            expect(out(up(found.at, found.normal, -1e-3))).toBeLessThan(1)
            const way = minus(to, from)
            expect(
              way[0] * found.normal[0] + way[1] * found.normal[1] + way[2] * found.normal[2]
            ).toBeLessThan(0)
          }
        ),
        { numRuns: 300, seed: 21 }
      )
      expect(met).toBeGreaterThan(30)
    }
  )
  const sheetAt = (id: string, z: number, part: Partial<Sheet> = {}): Sheet => ({
    id,
    kind: 'rectangle',
    at: [0, 0, z],
    across: [1, 0, 0],
    upward: [0, 1, 0],
    normal: [0, 0, 1],
    halfAcross: 10,
    halfUpward: 5,
    ...part
  })
  test('of several the nearest, from either side, within the limits asked', () => {
    const surfaces = surfacesOf([sheetAt('far', 90), sheetAt('near', 30)])
    expect(firstMet(surfaces, [1, 2, 0], [0, 0, 1])).toMatchObject({
      along: 30,
      at: [1, 2, 30],
      normal: [-0, -0, -1],
      surface: { id: 'near' }
    })
    expect(firstMet(surfaces, [1, 2, 100], [0, 0, -2])).toMatchObject({
      along: 5,
      normal: [0, 0, 1],
      surface: { id: 'far' }
    })
    expect(firstMet(surfaces, [1, 2, 0], [0, 0, 1], 31)?.surface.id).toBe('far')
    expect(firstMet(surfaces, [1, 2, 0], [0, 0, 1], 0, 29)).toBeNull()
    expect(firstMet(surfaces, [11, 2, 0], [0, 0, 1])).toBeNull()
    expect(firstMet(surfaces, [0, 0, 0], [1, 0, 0])).toBeNull()
  })
  test('a ring lets through its hole what a disc stops', () => {
    const round = { halfAcross: 10, halfUpward: 10 }
    const ring = surfacesOf([sheetAt('ring', 5, { ...round, kind: 'ring', hole: 0.5 })])
    const disc = surfacesOf([sheetAt('disc', 5, { ...round, kind: 'disc' })])
    expect([0, 4, 6, 9, 11].map((x) => firstMet(ring, [x, 0, 0], [0, 0, 1]) !== null)).toEqual([
      false,
      false,
      true,
      true,
      false
    ])
    expect([0, 4, 11].map((x) => disc.blocked(x, 0, 0, x, 0, 9))).toEqual([true, true, false])
  })
  test('from inside a body its far wall is met', () => {
    const ball: Solid = { id: 'subject', kind: 'ellipsoid', ...turned(0), half: [10, 20, 30] }
    expect(firstMet(surfacesOf([ball]), [0, 0, 0], [0, 3, 0])).toMatchObject({ at: [0, 20, 0] })
  })
})

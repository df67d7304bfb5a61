// checks: edges (shadows on a face against rays through each thing; part of a cell by counting points)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import type { Emitter } from './emitter'
import {
  first,
  IN,
  lieOf,
  NONE,
  oneEdge,
  OUT,
  overFace,
  putCorners,
  putSpot,
  setRegion,
  spot,
  UNSURE
} from './faceRegion'
import { partLeft, triangles } from './partCell'
import { sceneOf } from './scene'
import { castShadows, convexShadow, hides, mayHide } from './shadows'
import { surfacesOf, type Surface, type Surfaces } from './surface'
import type { Vec } from './vec'

/** A face at the origin that looks up, so that across is x and up is z. */
const emitterOf = (radiusMm: number, disc: boolean): Emitter => ({
  at: [0, 0, 0],
  mouth: [0, 0, 0],
  axis: [0, 1, 0],
  across: [1, 0, 0],
  upward: [0, 0, 1],
  face: disc
    ? { kind: 'disc', diameterMm: 2 * radiusMm }
    : { kind: 'rectangle', widthMm: 2 * radiusMm, heightMm: 2 * radiusMm },
  tube: null,
  shape: () => 1,
  share: 1,
  limitCos: 0,
  limitTan: Infinity,
  smoothTan: 1,
  radiusMm,
  areaMm2: disc ? Math.PI * radiusMm ** 2 : 4 * radiusMm ** 2
})
const indices = (many: number): Int32Array => Int32Array.from({ length: many }, (_, i) => i)
const cast = (emitter: Emitter, surfaces: Surfaces, at: Vec): void =>
  castShadows(
    emitter,
    surfaces,
    at,
    overFace(emitter, at),
    indices(surfaces.list.length),
    surfaces.list.length
  )

const ball = (at: Vec, half: number): Surface => ({
  id: 'ball',
  kind: 'ellipsoid',
  at,
  axes: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1]
  ],
  half: [half, half, half]
})
const board = (at: Vec, halfAcross: number, halfUpward: number, turnDeg = 0): Surface => {
  const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)]
  return {
    id: 'board',
    kind: 'rectangle',
    at,
    normal: [0, 1, 0],
    across: [c, 0, s],
    upward: [-s, 0, c],
    halfAcross,
    halfUpward
  }
}

const full = sceneOf(
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'cylinder', widthMm: 80, depthMm: 50 }
    plan.lights = [
      testLight({ at: { distanceMm: 200, azimuthDeg: 60, elevationDeg: 30 } }),
      testLight({
        id: 'B',
        strobe: testStrobe({ face: { kind: 'ring', innerMm: 64, outerMm: 92 } }),
        at: { distanceMm: 150, azimuthDeg: -60, elevationDeg: 20 }
      })
    ]
    plan.cards = [
      testCard({
        widthMm: 120,
        heightMm: 90,
        at: { distanceMm: 130, azimuthDeg: 140, elevationDeg: 20 },
        aim: { kind: 'free', azimuthDeg: 20, elevationDeg: 30 }
      })
    ]
  })
).standing
const all = surfacesOf([
  ...full.list,
  ball([20, 60, -10], 25),
  { ...(ball([-80, 90, 30], 20) as Surface), kind: 'box' } as Surface,
  { ...(ball([70, 120, 60], 30) as Surface), kind: 'cylinder' } as Surface
])

const between = (least: number, most: number) =>
  fc.integer({ min: 0, max: 997 }).map((k) => least + ((most - least) * k) / 997)
const within = (most: number) => between(-most, most)
const point = fc.tuple(within(300), between(1, 300), within(300))

test('property: a spot is hidden where the ray to it is stopped, and only by what may hide it', () => {
  const kinds = new Set<string>()
  fc.assert(
    fc.property(point, within(200), within(200), between(0, 60), (at, u, v, r) => {
      cast(emitterOf(200, false), all, at)
      const line = Float64Array.of(...at, u - at[0], -at[1], v - at[2])
      all.list.forEach(({ kind }, k) => {
        const hidden = hides(k, Float64Array.of(u, v), 0)
        expect(hidden).toBe(all.stops(k, line))
        if (!hidden) return
        kinds.add(kind)
        expect(mayHide(k, Float64Array.of(u - r, u + 1e-9, v - 1e-9, v + r))).toBe(true)
      })
    }),
    { numRuns: 3000 }
  )
  // Not one of them was left out.
  expect([...kinds].sort()).toEqual(
    ['box', 'cylinder', 'disc', 'ellipsoid', 'rectangle', 'ring'].filter((kind) =>
      all.list.some((each) => each.kind === kind)
    )
  )
})

test('what casts its shadow elsewhere may hide nothing there', () => {
  // Half way up, so that the shadow is twice as large: 2 × 30 mm round 2 × 40 mm.
  cast(emitterOf(200, false), surfacesOf([board([40, 50, 0], 30, 30)]), [0, 100, 0])
  expect(mayHide(0, Float64Array.of(19, 21, 0, 1))).toBe(true)
  expect(mayHide(0, Float64Array.of(10, 19, 0, 1))).toBe(false)
  expect(mayHide(0, Float64Array.of(141, 150, 0, 1))).toBe(false)
  expect(mayHide(0, Float64Array.of(50, 60, 61, 70))).toBe(false)
  // A thing beside the point has a shadow without end.
  cast(emitterOf(200, false), surfacesOf([ball([40, 100, 0], 30)]), [0, 100, 0])
  expect(mayHide(0, Float64Array.of(9000, 9001, 9000, 9001))).toBe(true)
  expect(convexShadow(0)).toBe(true)
})

describe('part of a cell', () => {
  /** The middle of the triangles, which together are the share. */
  function middleOf(share: number) {
    const { rows, count } = triangles
    let [all, p, q] = [0, 0, 0]
    for (let i = 0; i < 3 * count; i += 3) {
      all += rows[i + 2]!
      p += rows[i]! * rows[i + 2]!
      q += rows[i + 1]! * rows[i + 2]!
    }
    expect(all).toBeCloseTo(share, 9)
    return { p: p / all, q: q / all }
  }
  /** Share and middle of what shows, by many points of the cell. */
  function counted(k: number, p: number, q: number, half: number) {
    const n = 200
    let [left, sumP, sumQ] = [0, 0, 0]
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const a = p + ((2 * i + 1) / n - 1) * half
        const b = q + ((2 * j + 1) / n - 1) * half
        putSpot(a, b)
        if (hides(k, spot, 0)) continue
        left++
        sumP += a
        sumQ += b
      }
    return { share: left / n ** 2, p: sumP / left, q: sumQ / left }
  }
  test('property: a straight edge leaves what is counted, to 2 % of the cell, and its middle', () => {
    let found = 0
    fc.assert(
      fc.property(within(8), within(20), fc.integer({ min: -25, max: 25 }), (x, z, turn) => {
        const emitter = emitterOf(100, false)
        const at: Vec = [0, 100, 0]
        cast(emitter, surfacesOf([board([45 + x, 50, z], 40, 60, turn)]), at)
        setRegion(emitter, [0, 0, 100], null, false)
        const share = partLeft(0, 10, -20, 12.5, 12.5)
        if (share < 0) return
        const want = counted(0, 10, -20, 12.5)
        expect(Math.abs(share - want.share)).toBeLessThan(0.02)
        if (want.share < 0.05) return
        const middle = middleOf(share)
        expect(Math.abs(middle.p - want.p)).toBeLessThan(0.6)
        expect(Math.abs(middle.q - want.q)).toBeLessThan(0.6)
        found++
      }),
      { numRuns: 400 }
    )
    expect(found).toBeGreaterThan(20)
  })
  test('property: so does an arc', () => {
    let found = 0
    fc.assert(
      fc.property(within(40), within(40), between(15, 40), (x, z, r) => {
        const emitter = emitterOf(100, false)
        cast(emitter, surfacesOf([ball([x, 50, z], r)]), [0, 100, 0])
        setRegion(emitter, [0, 0, 100], null, false)
        const share = partLeft(0, 10, -20, 12.5, 12.5)
        if (share < 0) return
        const want = counted(0, 10, -20, 12.5)
        expect(Math.abs(share - want.share)).toBeLessThan(0.02)
        found++
      }),
      { numRuns: 400 }
    )
    expect(found).toBeGreaterThan(20)
  })
  test('property: so do the rim of a face or a beam and the horizon, each by itself', () => {
    const found = new Set<number>()
    fc.assert(
      fc.property(
        fc.tuple(within(150), between(20, 200), within(150)),
        fc.tuple(within(1), within(1), within(1)).filter((each) => Math.hypot(...each) > 0.1),
        fc.integer({ min: 10, max: 80 }),
        fc.boolean(),
        within(80),
        within(80),
        (at, tilt, limitDeg, ofDisc, p, q) => {
          const limitTan = Math.tan((limitDeg * Math.PI) / 180)
          const emitter = { ...emitterOf(100, ofDisc), limitTan }
          const length = Math.hypot(...tilt)
          const normal = tilt.map((each) => each / length) as unknown as Vec
          if (!setRegion(emitter, overFace(emitter, at), normal, false) || first.sectors) return
          const half = 10
          putSpot(p, q)
          putCorners(p, q, half, half)
          const lie = lieOf(half * Math.SQRT2)
          const edge = oneEdge()
          /** Whether a spot of the face shines here, by hand. */
          const shines = (u: number, v: number): boolean => {
            const [x, y, z] = [u - at[0], -at[1], v - at[2]]
            return (
              x * normal[0] + y * normal[1] + z * normal[2] > 0 &&
              Math.hypot(x, z) <= -y * limitTan &&
              (!ofDisc || Math.hypot(u, v) <= 100)
            )
          }
          const n = 60
          let [left, sumP, sumQ] = [0, 0, 0]
          for (let i = 0; i < n * n; i++) {
            const a = p + ((2 * (i % n) + 1) / n - 1) * half
            const b = q + ((2 * Math.floor(i / n) + 1) / n - 1) * half
            if (!shines(a, b)) continue
            left++
            sumP += a
            sumQ += b
          }
          if (lie === OUT) expect(left).toBe(0)
          if (lie === IN) expect(left).toBe(n * n)
          if (lie !== UNSURE || edge === NONE) return
          const share = partLeft(edge, p, q, half, half)
          if (share < 0) return
          found.add(edge)
          expect(Math.abs(share - left / n ** 2)).toBeLessThan(0.03)
          if (left < 200) return
          const middle = middleOf(share)
          expect(Math.abs(middle.p - sumP / left)).toBeLessThan(0.6)
          expect(Math.abs(middle.q - sumQ / left)).toBeLessThan(0.6)
        }
      ),
      { numRuns: 6000 }
    )
    // Horizon, face and beam.
    expect(found.size).toBe(3)
  })
  test('a corner, two edges, none at all: that is for finer cells', () => {
    const emitter = emitterOf(100, false)
    const part = (...things: Surface[]): number => {
      cast(emitter, surfacesOf(things), [0, 100, 0])
      setRegion(emitter, [0, 0, 100], null, false)
      return partLeft(0, 0, 0, 12.5, 12.5)
    }
    // The board's corner lies in the middle of the cell; a strip across it; a board that covers it.
    expect(part(board([40, 50, 40], 40, 40))).toBe(-1)
    expect(part(board([0, 50, 0], 60, 2, 45))).toBe(-1)
    expect(part(board([0, 50, 0], 60, 60))).toBe(-1)
    // Half of it, and the middle of the half that shows.
    expect(part(board([40, 50, 0], 40, 80))).toBeCloseTo(0.5, 1)
    const middle = middleOf(part(board([40, 50, 0], 40, 80)))
    expect(Math.abs(middle.p + 6.25)).toBeLessThan(0.15)
    expect(middle.q).toBeCloseTo(0, 6)
  })
  test('a cell of a disc: a sector cut by a board', () => {
    const emitter = emitterOf(100, true)
    cast(emitter, surfacesOf([board([40, 50, 0], 40, 80)]), [0, 100, 0])
    setRegion(emitter, [0, 0, 100], null, false)
    const [p, q, halfP, halfQ] = [Math.PI / 2, 5000, Math.PI / 16, 1200]
    const share = partLeft(0, p, q, halfP, halfQ)
    expect(share).toBeCloseTo(0.5, 1)
    expect(middleOf(share).p).toBeGreaterThan(Math.PI / 2)
  })
})

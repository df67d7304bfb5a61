// checks: beam edges drawn
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { transportOf } from '@core/set/remembered'
import { direction, pointOf, positionOf, type Vec } from '@core/set/vec'
import { testLight, testPlan, testRoom, testStrobe } from '@core/testing'
import {
  beamFan,
  fitOf,
  flatten,
  hull,
  roomOutline,
  snapped,
  solidOutline,
  unflatten,
  type View
} from './drawing'
import { thingWords } from './words'

const view = fc.constantFrom<View>('above', 'left', 'right')
const vec: fc.Arbitrary<Vec> = fc.tuple(
  fc.integer({ min: -500, max: 500 }),
  fc.integer({ min: -500, max: 500 }),
  fc.integer({ min: -500, max: 500 })
)

describe('the set flattened', () => {
  test('property: a point moved in a view and flattened again is where it was put; what the view hides stays', () => {
    fc.assert(
      fc.property(view, vec, vec, (v, p, q) => {
        const to = unflatten(v, flatten(v, q), p)
        const [a, b] = [flatten(v, to), flatten(v, q)]
        expect(a[0]).toBeCloseTo(b[0], 9)
        expect(a[1]).toBeCloseTo(b[1], 9)
        expect(v === 'above' ? to[1] : to[0]).toBe(v === 'above' ? p[1] : p[0])
      })
    )
    expect(flatten('left', [0, 10, 100])).toEqual([100, -10])
    expect(flatten('above', [30, 0, -200])).toEqual([30, -200])
  })
  test('camera and lens are drawn as large as they stand in the light, a room from wall to wall', () => {
    const { scene } = transportOf(
      testPlan((p) => {
        p.camera = { ...p.camera, bodyWidthMm: 130, bodyHeightMm: 90 }
        p.lens = { ...p.lens, frontDiameterMm: 80 }
      })
    )
    const size = (points: readonly (readonly [number, number])[]) =>
      [0, 1].map((k) => {
        const along = points.map((point) => point[k]!)
        return Math.max(...along) - Math.min(...along)
      })
    const drawn = scene.cameraBodies.map((body) => {
      if (!('axes' in body)) throw new Error('a solid')
      return [size(solidOutline('above', body))[0]!, size(solidOutline('left', body))[1]!]
    })
    expect(drawn[0]).toEqual([expect.closeTo(130, 6), expect.closeTo(90, 6)])
    expect(drawn[1]).toEqual([expect.closeTo(80, 6), expect.closeTo(80, 6)])
    const room = testRoom()
    const flat = roomOutline('above', room)
    expect(size(flat)).toEqual([3000, 4000])
    expect(Math.min(...flat.map(([x]) => x))).toBe(-1000)
    expect(size(roomOutline('left', room))).toEqual([4000, 2100])
  })
  test('property: spots and points say the same; snapping pulls to 15° and no farther than asked', () => {
    fc.assert(
      fc.property(vec, (p) => {
        if (Math.hypot(...p) < 5) return
        const back = pointOf(positionOf(p))
        for (const k of [0, 1, 2]) expect(back[k]!).toBeCloseTo(p[k]!, 6)
        const [before, after] = [positionOf(p), positionOf(snapped(p, 1.5))]
        expect(after.distanceMm).toBeCloseTo(before.distanceMm, 6)
        expect(Math.abs(after.elevationDeg - before.elevationDeg)).toBeLessThan(1.51)
      })
    )
    const near = positionOf(
      snapped(pointOf({ distanceMm: 200, azimuthDeg: 46, elevationDeg: 29 }), 1.5)
    )
    expect([near.azimuthDeg, near.elevationDeg].map(Math.round)).toEqual([45, 30])
  })
  test('property: real beam edges: no direction of the cone lies outside the fan, and some touch it', () => {
    fc.assert(
      fc.property(
        view,
        fc.integer({ min: -170, max: 170 }),
        fc.integer({ min: -80, max: 80 }),
        fc.integer({ min: 10, max: 120 }),
        (v, azimuthDeg, elevationDeg, beamDeg) => {
          const plan = testPlan((p) => {
            p.lights = [
              testLight({
                strobe: testStrobe({ beamDeg }),
                at: { distanceMm: 200, azimuthDeg, elevationDeg }
              })
            ]
          })
          const head = transportOf(plan).scene.heads[0]!
          const fan = beamFan(v, head)
          if (!fan) return
          const half = (head.beamDeg * Math.PI) / 360
          let most = 0
          for (let i = 0; i < 360; i++) {
            const a = (i * Math.PI) / 180
            const d = [0, 1, 2].map(
              (k) =>
                head.axis[k]! * Math.cos(half) +
                Math.sin(half) * (head.across[k]! * Math.cos(a) + head.upward[k]! * Math.sin(a))
            ) as unknown as Vec
            const flat = flatten(v, d)
            const off = Math.abs(
              Math.atan2(
                Math.sin(Math.atan2(flat[1], flat[0]) - fan.axisRad),
                Math.cos(Math.atan2(flat[1], flat[0]) - fan.axisRad)
              )
            )
            most = Math.max(most, off)
          }
          expect(most).toBeLessThanOrEqual(fan.halfRad + 1e-6)
          expect(most).toBeGreaterThan(fan.halfRad - 0.05)
        }
      ),
      { numRuns: 60 }
    )
  })
  test('hull of a square with a point inside; a view takes in every light', () => {
    expect(
      hull([
        [0, 0],
        [2, 0],
        [1, 1],
        [2, 2],
        [0, 2]
      ])
    ).toHaveLength(4)
    const plan = testPlan((p) => {
      p.lights = [testLight({ at: { distanceMm: 700, azimuthDeg: -90, elevationDeg: 30 } })]
    })
    for (const v of ['above', 'left', 'right'] as const) {
      const { left, right, top, bottom } = fitOf(v, plan, transportOf(plan).scene)
      const [x, y] = flatten(v, pointOf(plan.lights[0]!.at))
      expect(x > left && x < right && y > top && y < bottom).toBe(true)
    }
  })
})

test('where things stand, in words', () => {
  const plan = testPlan((p) => {
    p.lights = [testLight({ at: { distanceMm: 180, azimuthDeg: -44, elevationDeg: 38 } })]
  })
  expect(thingWords(plan, { kind: 'light', id: 'A' })).toBe(
    'Light A, Key: 180 mm, 44° left, 38° above, aimed at the focus point'
  )
  expect(direction(0, 0)[2]).toBe(1)
})

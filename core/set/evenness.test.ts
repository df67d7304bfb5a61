// checks: evenness (point by point with the guide number)
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import { poseOf } from './camera'
import { COLUMNS, evennessOf, ROWS } from './evenness'

const lit = (azimuthDeg: number, distanceMm: number, change: (p: Plan) => void = () => undefined) =>
  testPlan((p) => {
    p.focus.magnification = 0.2
    p.lights = [
      testLight({
        strobe: testStrobe({ beamDeg: 60 }),
        at: { distanceMm, azimuthDeg, elevationDeg: 0 }
      })
    ]
    change(p)
  })

describe('over the frame', () => {
  test('each spot by hand: inverse square, both cosines, the beam', () => {
    const plan = lit(50, 250)
    const { frame } = evennessOf(plan, 0)
    const { halfWidthMm, halfHeightMm } = poseOf(plan)
    const a = (50 * Math.PI) / 180
    const n = -1 / Math.log2(Math.cos(Math.PI / 6))
    const lamp = [250 * Math.sin(a), 0, 250 * Math.cos(a)] as const
    const light = (x: number, y: number): number => {
      const [dx, dy, dz] = [lamp[0] - x * halfWidthMm, lamp[1] - y * halfHeightMm, lamp[2]]
      const d = Math.hypot(dx, dy, dz)
      const off = (dx * lamp[0] + dy * lamp[1] + dz * lamp[2]) / d / 250
      return ((dz / d) * off ** n) / (d * d)
    }
    const spots = frame!.spots.map((spot) => spot!)
    expect(spots).toHaveLength(COLUMNS * ROWS)
    const most = Math.max(...spots.map(({ x, y }) => light(x, y)))
    for (const { x, y, stops } of spots)
      expect(Math.abs(stops - Math.log2(light(x, y) / most))).toBeLessThan(0.01)
    // From the right: brightest to its side, least at the left's corners.
    expect(frame!.best.x).toBeGreaterThan(0)
    expect(frame!.worst.x).toBe(-1)
    expect(Math.abs(frame!.worst.y)).toBe(1)
    expect(frame!.best.stops).toBe(0)
  })
  test('farther off it falls more evenly; nothing of it from behind', () => {
    const worst = (distanceMm: number) => evennessOf(lit(30, distanceMm), 0).frame!.worst.stops
    expect(worst(1500)).toBeGreaterThan(worst(200) + 0.3)
    expect(evennessOf(lit(170, 300), 0).frame).toBeNull()
  })
  test('the subject is left out of it, a flag is not', () => {
    const body = (p: Plan) => {
      p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 40, heightMm: 40, depthMm: 40 }
    }
    expect(evennessOf(lit(50, 250, body), 0)).toEqual(evennessOf(lit(50, 250), 0))
    const flagged = evennessOf(
      lit(50, 250, (p) => {
        p.cards = [
          testCard({
            kind: 'flag',
            widthMm: 60,
            heightMm: 60,
            at: { distanceMm: 80, azimuthDeg: 50, elevationDeg: 0 }
          })
        ]
      }),
      0
    )
    expect(flagged.frame!.worst.stops).toBe(-Infinity)
  })
})

test('over the background: what the lens sees of it alone', () => {
  const whole = evennessOf(lit(50, 250), 0).background!
  expect(whole.spots.every((spot) => spot !== null)).toBe(true)
  const narrow = evennessOf(
    lit(50, 250, (p) => {
      p.background = { ...p.background, widthMm: 100 }
    }),
    0
  ).background!
  const there = narrow.spots.filter((spot) => spot !== null)
  expect(there.length).toBeGreaterThan(0)
  expect(there.length).toBeLessThan(COLUMNS * ROWS)
})

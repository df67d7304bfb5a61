/** Which way a head looks, and which way it was turned. */
import { describe, expect, test } from '@jest/globals'
import { withLight } from '../plan/edit'
import { testLight, testPlan } from '../testing'
import { turnedDeg, turnedTo } from './scene'

describe('a head turned, as seen from behind it', () => {
  // Beside the camera it looks at the subject; the subject's right is that of the picture.
  const looking = (azimuthDeg: number, elevationDeg: number) =>
    testPlan((p) => {
      p.lights = [
        testLight({
          at: { distanceMm: 300, azimuthDeg: 0, elevationDeg: 0 },
          aim: { kind: 'free', azimuthDeg, elevationDeg }
        })
      ]
    })
  test.each([
    // From the camera: away from it is 180°, to the right of the picture is 90°.
    [180, 0, 170, 0, 'right', 10],
    [180, 0, -165, 0, 'left', 15],
    [180, 0, 180, 12, 'up', 12],
    [180, 0, 180, -8, 'down', 8],
    // From behind the subject, looking at the camera: the picture's right is to its left.
    [0, 0, 20, 0, 'left', 20],
    [0, 0, -20, 5, 'right', 20.6],
    [0, 0, 3, -9, 'down', 9.5]
  ] as const)(
    'from %d°, %d° to %d°, %d°: %s by %d°',
    (azimuth, elevation, toAzimuth, toElevation, way, deg) => {
      const [from, to] = [looking(azimuth, elevation), looking(toAzimuth, toElevation)]
      expect(turnedTo(from, to, 0)).toBe(way)
      expect(turnedDeg(from, to, 0)).toBeCloseTo(deg, 1)
    }
  )
  test('a light that keeps its aim on a place turns as it moves', () => {
    const plan = testPlan((p) => {
      p.lights = [testLight({ at: { distanceMm: 300, azimuthDeg: 0, elevationDeg: 0 } })]
    })
    // Moved to the right of the picture it must look more to its left.
    const moved = withLight(plan, 0, { at: { distanceMm: 300, azimuthDeg: 25, elevationDeg: 0 } })
    expect(turnedTo(plan, moved, 0)).toBe('left')
    expect(turnedDeg(plan, moved, 0)).toBeGreaterThan(20)
  })
})

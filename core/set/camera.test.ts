import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { testLens, testLight, testPlan } from '../testing'
import { poseOf, project, rayThrough } from './camera'
import { computeTransport } from './transport'
import { add, anglesOf, basisOf, cross, direction, dot, scale, type Vec } from './vec'

describe('the camera in the set', () => {
  // Thin lens: f = 100, m = 1 → 400 mm from sensor to subject, m = 0.5 → 450 mm; field = sensor
  // width / m.
  test.each([
    [1, 400, 18],
    [0.5, 450, 36]
  ])('at m = %d the sensor stands %d mm off, half the field is %d mm', (m, sensor, half) => {
    const pose = poseOf(
      testPlan((p) => {
        p.focus.magnification = m
      })
    )
    expect(pose.sensorMm).toBe(sensor)
    expect(pose.halfWidthMm).toBe(half)
    expect(pose.frontMm).toBe(sensor - 170)
    // A symmetric lens: the entrance pupil is the thin lens itself, f·(1 + 1/m) from the subject.
    expect(pose.pupilMm).toBeCloseTo(100 * (1 + 1 / m), 9)
  })
  test('a pupil ratio moves the entrance pupil, and a camera from above looks down', () => {
    expect(
      poseOf(
        testPlan((p) => {
          p.lens = testLens({ pupilRatio: 0.5 })
          p.focus.magnification = 1
        })
      ).pupilMm
    ).toBeCloseTo(300, 9)
    expect(
      poseOf(
        testPlan((p) => {
          p.view = { elevationDeg: 90 }
        })
      ).toCamera[1]
    ).toBeCloseTo(1, 12)
  })
  test('property: a ray through a spot of the frame is seen at that spot, wherever it has got to', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0.2, max: 6, noNaN: true }),
        fc.integer({ min: -80, max: 90 }),
        (x, y, k, elevationDeg) => {
          const pose = poseOf(
            testPlan((p) => {
              p.view = { elevationDeg }
            })
          )
          const seen = project(pose, add(pose.pupil, scale(rayThrough(pose, x, y), k)))!
          expect(seen.x).toBeCloseTo(x, 6)
          expect(seen.y).toBeCloseTo(y, 6)
        }
      )
    )
    const pose = poseOf(testPlan())
    expect(project(pose, scale(pose.toCamera, pose.pupilMm + 10))).toBeNull()
  })
})

describe('directions', () => {
  test('property: angles and directions undo each other; a basis is square and right-handed whatever the roll', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -179, max: 180 }),
        fc.integer({ min: -89, max: 89 }),
        fc.integer({ min: -180, max: 180 }),
        (azimuth, elevation, roll) => {
          const d = direction(azimuth, elevation)
          expect(anglesOf(d).azimuthDeg).toBeCloseTo(azimuth, 6)
          expect(anglesOf(d).elevationDeg).toBeCloseTo(elevation, 6)
          const { across, upward } = basisOf(d, roll)
          for (const [a, b] of [
            [across, upward],
            [across, d],
            [upward, d]
          ] as const)
            expect(dot(a, b)).toBeCloseTo(0, 9)
          const back: Vec = cross(across, upward)
          for (const k of [0, 1, 2]) expect(back[k]!).toBeCloseTo(d[k]!, 9)
        }
      )
    )
  })
  test('property: a set mirrored left to right gives the same light mirrored', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 175 }),
        fc.integer({ min: -30, max: 60 }),
        fc.integer({ min: 80, max: 600 }),
        (azimuthDeg, elevationDeg, distanceMm) => {
          const make = (sign: number) =>
            computeTransport(
              testPlan((p) => {
                p.subject.shape = 'ellipsoid'
                p.table = {
                  belowMm: 20,
                  widthMm: 500,
                  depthMm: 500,
                  reflectance: 0.4,
                  finish: 'matt',
                  roughness: 0
                }
                p.lights = [
                  testLight({ at: { distanceMm, azimuthDeg: sign * azimuthDeg, elevationDeg } })
                ]
              })
            )
          const [one, other] = [make(1), make(-1)]
          const faint = (1000 / distanceMm) ** 2 / 2 ** 14
          const at = (t: typeof one, id: string) =>
            t.direct[t.scene.places.findIndex((place) => place.id === id)]! +
            t.bounce[t.scene.places.findIndex((place) => place.id === id)]!
          for (const [a, b] of [
            ['subject', 'subject'],
            ['shadow', 'shadow'],
            ['top', 'top'],
            ['background', 'background'],
            ['backgroundLeft', 'backgroundRight'],
            ['backgroundRight', 'backgroundLeft'],
            ['lens', 'lens']
          ] as const)
            // The lines that patches see each other by are no mirror images: a few hundredths,
            // down to 14 stops below what the light gives a place that faces it.
            expect(Math.abs(Math.log2((at(one, a) + faint) / (at(other, b) + faint)))).toBeLessThan(
              0.06
            )
        }
      ),
      { numRuns: 40 }
    )
  })
})

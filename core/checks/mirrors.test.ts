// checks: mirror zone
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { mirrorZones, reflections, seenIn } from '../set/mirror'
import { sceneOf } from '../set/scene'
import { direction, dot, scale, sub, unit, type Vec } from '../set/vec'
import { testLight, testStrobe } from '../testing'
import { checkSet } from './checks'
import { coin, find, set } from './testing'

describe('mirrors', () => {
  test('law of reflection: a light straight in the mirrored lens axis shows, one 30° off does not', () => {
    expect(
      find(checkSet(coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 })), 'mirror-flat')
    ).toHaveLength(1)
    expect(
      find(checkSet(coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 80 })), 'mirror-flat')
    ).toEqual([])
    const [check] = find(
      checkSet(coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 })),
      'mirror-flat'
    )
    expect(find(checkSet(check!.remedies[0]!.after!), 'mirror-flat')).toEqual([])
  })
  describe('turned out of a flat face', () => {
    const at = (deg: number) => ({
      distanceMm: 200,
      azimuthDeg: ((deg + 540) % 360) - 180,
      elevationDeg: 50
    })
    const shows = (deg: number): boolean => find(checkSet(coin(at(deg))), 'mirror-flat').length > 0
    test.each([-172, -176, 176, 172, 160, -164])(
      'from %d° by the smallest step that does it, either way',
      (azimuthDeg) => {
        const [remedy] = find(checkSet(coin(at(azimuthDeg))), 'mirror-flat')[0]!.remedies
        const steps = Array.from({ length: 15 }, (_, i) => 4 * (i + 1))
        const by = steps.find((each) => !shows(azimuthDeg + each) || !shows(azimuthDeg - each))!
        const to = shows(azimuthDeg + by) ? azimuthDeg - by : azimuthDeg + by
        expect(remedy!.figures).toEqual({ by, ...at(to) })
        expect(remedy!.after!.lights[0]!.at).toEqual(at(to))
      }
    )
    test('no farther than 60°: from straight above there is no way round', () => {
      const above = coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 85 })
      const lens = { ...above, view: { elevationDeg: 85 } }
      expect(find(checkSet(lens), 'mirror-flat')[0]!.remedies).toEqual([])
    })
    test('another light that shows there does not matter', () => {
      const plan = coin(at(172))
      const two = {
        ...plan,
        lights: [plan.lights[0]!, { ...plan.lights[0]!, id: 'B' as const, at: at(180) }]
      }
      const [a, b] = find(checkSet(two), 'mirror-flat')
      const [alone] = find(checkSet(plan), 'mirror-flat')
      expect(a!.remedies[0]!.figures).toEqual(alone!.remedies[0]!.figures)
      expect(b!.light).toBe('B')
      expect(b!.remedies[0]!.after!.lights[0]).toBe(two.lights[0])
    })
  })
  test('property: where a light shows in a flat face, angle in equals angle out', () => {
    const plan = coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 })
    const scene = sceneOf(plan)
    const [zone] = mirrorZones(plan, scene)
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 260 }),
        fc.integer({ min: 20, max: 85 }),
        fc.integer({ min: 60, max: 600 }),
        (azimuth, elevation, d) => {
          const p = scale(direction(azimuth > 180 ? azimuth - 360 : azimuth, elevation), d)
          const hit = seenIn(zone!, p)
          if (!hit) return
          const incoming = unit(sub(p, hit))
          const outgoing = unit(sub(scene.pose.pupil, hit))
          const n: Vec = [0, 1, 0]
          expect(dot(incoming, n)).toBeCloseTo(dot(outgoing, n), 9)
          expect(
            Math.abs(
              dot(sub(incoming, scale(n, dot(incoming, n))), [1, 0, 0]) +
                dot(sub(outgoing, scale(n, dot(outgoing, n))), [1, 0, 0])
            )
          ).toBeLessThan(1e-9)
        }
      ),
      { numRuns: 400 }
    )
  })
  test('property: on a ball the highlight’s normal halves the angle between lens and light', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -120, max: 120 }),
        fc.integer({ min: -50, max: 70 }),
        fc.integer({ min: 60, max: 500 }),
        (azimuthDeg, elevationDeg, distanceMm) => {
          const plan = set((p) => {
            p.subject = { ...p.subject, finish: 'gloss', widthMm: 20, heightMm: 20, depthMm: 20 }
            p.lights = [testLight({ at: { distanceMm, azimuthDeg, elevationDeg } })]
          })
          const scene = sceneOf(plan)
          const [found] = reflections(plan, scene)
          if (!found) return
          // Back from the frame to the ball: the point of the sphere on that line of sight.
          const { pose } = scene
          const ray = unit(
            sub([found.x * pose.halfWidthMm, found.y * pose.halfHeightMm, 0], pose.pupil)
          )
          const b = dot(pose.pupil, ray)
          const t = -b - Math.sqrt(b * b - (dot(pose.pupil, pose.pupil) - 100))
          const spot: Vec = [
            pose.pupil[0] + ray[0] * t,
            pose.pupil[1] + ray[1] * t,
            pose.pupil[2] + ray[2] * t
          ]
          const n = unit(spot)
          expect(dot(n, unit(sub(pose.pupil, spot)))).toBeCloseTo(
            dot(n, unit(sub(scene.heads[0]!.at, spot))),
            2
          )
        }
      ),
      { numRuns: 80 }
    )
  })
  test('a beam by table that sends nothing toward the mirror shows nothing', () => {
    const by = (deg: number) => {
      const plan = coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 })
      const strobe = testStrobe({
        face: { kind: 'rectangle', widthMm: 60, heightMm: 60 },
        distribution: {
          kind: 'table',
          points: [
            { deg: 0, stops: 0 },
            { deg: 10, stops: -1 }
          ]
        }
      })
      return find(
        checkSet({
          ...plan,
          lights: [
            {
              ...plan.lights[0]!,
              strobe,
              aim: { kind: 'free', azimuthDeg: 0, elevationDeg: -50 + deg }
            }
          ]
        }),
        'mirror-flat'
      )
    }
    expect(by(0)).toHaveLength(1)
    expect(by(20)).toEqual([])
  })
  test('matt things mirror nothing', () =>
    expect(
      reflections(
        set(() => undefined),
        sceneOf(set(() => undefined))
      )
    ).toEqual([]))
})

// checks: mirror zone
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { mirrorZones, reflections, seenIn } from '../set/mirror'
import { sceneOf } from '../set/scene'
import { direction, dot, scale, sub, unit, type Vec } from '../set/vec'
import { testCorrection, testLight, testReading, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set } from './testing'

describe('mirrors', () => {
  const coin = (at: { distanceMm: number; azimuthDeg: number; elevationDeg: number }) =>
    set((p) => {
      p.subject = {
        ...p.subject,
        shape: 'cylinder',
        finish: 'metal',
        widthMm: 24,
        heightMm: 2,
        depthMm: 24
      }
      p.view = { elevationDeg: 50 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 60, heightMm: 60 } }),
          at
        })
      ]
    })
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
  describe('over how much of a flat face a thing shows', () => {
    const withPanel = (widthMm: number, heightMm: number) =>
      find(
        checkSet({
          ...coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }),
          lights: [
            testLight({
              strobe: testStrobe({ face: { kind: 'rectangle', widthMm, heightMm } }),
              at: { distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }
            })
          ]
        }),
        'mirror-flat'
      )[0]
    test('all of it under a panel that fills the zone, less under a smaller one, a spot under a bare tube, none in a ring’s hole', () => {
      expect(withPanel(400, 400)!.figures.share).toBe(1)
      const [half, quarter] = [
        withPanel(24, 400)!.figures.share!,
        withPanel(12, 400)!.figures.share!
      ]
      expect(half).toBeLessThan(1)
      expect(quarter / half).toBeGreaterThan(0.35)
      expect(quarter / half).toBeLessThan(0.65)
      expect(withPanel(1, 1)!.figures.share).toBeLessThan(0.01)
      const ring = {
        ...coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }),
        lights: [
          testLight({
            strobe: testStrobe({ face: { kind: 'ring', innerMm: 300, outerMm: 320 } }),
            at: { distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }
          })
        ]
      }
      expect(find(checkSet(ring), 'mirror-flat')).toEqual([])
    })
    const carded = (
      kind: 'card' | 'flag',
      reflectance: number,
      change: (p: Plan) => void = () => undefined
    ) => {
      const plan = coin({ distanceMm: 500, azimuthDeg: 60, elevationDeg: 20 })
      const next: Plan = {
        ...plan,
        lights: [
          testLight({
            powerStops: -2,
            strobe: testStrobe({ beamDeg: 120 }),
            at: { distanceMm: 500, azimuthDeg: 60, elevationDeg: 20 }
          })
        ],
        cards: [
          {
            id: 'K1',
            kind,
            on: true,
            widthMm: 200,
            heightMm: 200,
            reflectance,
            at: { distanceMm: 150, azimuthDeg: 180, elevationDeg: 50 },
            aim: { kind: 'place', place: 'focus' }
          }
        ]
      }
      change(next)
      return next
    }
    test('a card in the zone shows as bright as its light makes it, by the point formula; a flag darker by its reflectance; one aside or off does not', () => {
      const plan = carded('card', 0.9)
      const [check] = find(checkSet(plan), 'mirror-card')
      expect(check).toMatchObject({ light: null, card: 'K1', state: 'info' })
      expect(check!.figures.share).toBe(1)
      // 2·log2(GN/(N·d)) + power + cos at both ends (120° is Lambertian) + log2(ρ/0.18), then what
      // metal mirrors.
      const at = scale(direction(180, 50), 150)
      const light = scale(direction(60, 20), 500)
      const way = sub(light, at)
      const cosIn = dot(unit(way), scale(unit(at), -1))
      const cosOff = dot(unit(way), unit(light))
      const { settings, focus } = plan
      const camera =
        -settings.apertureStops - 2 * Math.log2(1 + focus.magnification) + settings.isoStops
      const want =
        2 * Math.log2(plan.lights[0]!.strobe.guideNumberM / (Math.hypot(...way) / 1000)) -
        2 +
        camera +
        Math.log2(cosIn * cosOff) +
        Math.log2(0.9 / 0.18) +
        Math.log2(0.7)
      expect(check!.figures.level).toBeCloseTo(want, 2)
      expect(check!.figures.overWhite).toBeCloseTo(want - Math.log2(1 / 0.18), 2)
      const flag = find(checkSet(carded('flag', 0.03)), 'mirror-card')[0]!
      expect(flag.figures.level! - check!.figures.level!).toBeCloseTo(Math.log2(0.03 / 0.9), 6)
      expect(
        find(
          checkSet(
            carded('card', 0.9, (p) => {
              p.cards[0]!.at = { distanceMm: 150, azimuthDeg: 0, elevationDeg: 20 }
            })
          ),
          'mirror-card'
        )
      ).toEqual([])
      expect(
        find(
          checkSet(
            carded('card', 0.9, (p) => {
              p.cards[0]!.on = false
            })
          ),
          'mirror-card'
        )
      ).toEqual([])
    })
    test('what a flag covers of a panel’s image is the flag’s, and the two share the face between them', () => {
      const plan: Plan = {
        ...coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }),
        lights: [
          testLight({
            strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 400, heightMm: 400 } }),
            at: { distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }
          })
        ],
        // Its edge runs down the middle of the mirror’s view: on the lens’s own upright plane.
        cards: [
          {
            id: 'K1',
            kind: 'flag',
            on: true,
            widthMm: 300,
            heightMm: 300,
            reflectance: 0.03,
            at: {
              distanceMm: Math.hypot(150, 100),
              azimuthDeg:
                180 - (Math.atan2(150, 100 * Math.cos((50 * Math.PI) / 180)) * 180) / Math.PI,
              elevationDeg:
                (Math.asin((100 * Math.sin((50 * Math.PI) / 180)) / Math.hypot(150, 100)) * 180) /
                Math.PI
            },
            aim: { kind: 'free', azimuthDeg: 0, elevationDeg: -50 }
          }
        ]
      }
      const checks = checkSet(plan)
      const [panel] = find(checks, 'mirror-flat')
      const [flag] = find(checks, 'mirror-card')
      expect(panel!.figures.share! + flag!.figures.share!).toBeCloseTo(1, 9)
      expect(Math.abs(flag!.figures.share! - 0.5)).toBeLessThan(0.06)
      expect(panel!.figures.x! * flag!.figures.x!).toBeLessThan(0)
    })
    test('what the readings taught of the light on it counts', () => {
      const level = (plan: Plan) => find(checkSet(plan), 'mirror-card')[0]!.figures.level!
      const plan = carded('card', 0.9)
      const taught = { ...plan, corrections: [testCorrection()] }
      expect(level(taught) - level(plan)).toBeCloseTo(-0.6, 6)
    })
    test('with every light off it has no level; ambient alone gives it one', () => {
      const off = carded('card', 0.9, (p) => {
        p.lights[0]!.on = false
      })
      expect(find(checkSet(off), 'mirror-card')[0]!.figures.level).toBeUndefined()
      const reading = testReading(6, { atMagnification: 0.5 })
      const lit = { ...off, ambient: { ...off.ambient, subject: reading, background: reading } }
      const ambient = cellAt(evaluate(lit).ledger, 'ambient', 'subject')!.level
      expect(find(checkSet(lit), 'mirror-card')[0]!.figures.level).toBeCloseTo(
        ambient + Math.log2(0.9 / lit.subject.reflectance) + Math.log2(0.7),
        6
      )
    })
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
  describe('only what the picture holds is told', () => {
    test('a highlight beside the frame is not: a ball seen closer keeps only the one in its middle', () => {
      const lights = (magnification: number) =>
        find(
          checkSet(
            set((p) => {
              p.focus.magnification = magnification
              p.subject = { ...p.subject, finish: 'gloss', widthMm: 60, heightMm: 60, depthMm: 60 }
              p.lights = [
                testLight({ at: { distanceMm: 300, azimuthDeg: 10, elevationDeg: 5 } }),
                testLight({
                  id: 'B',
                  role: 'other',
                  at: { distanceMm: 300, azimuthDeg: 80, elevationDeg: 5 }
                })
              ]
            })
          ),
          'mirror-curved'
        ).map((each) => each.light)
      expect(lights(0.5)).toEqual(['A', 'B'])
      expect(lights(1)).toEqual(['A'])
    })
    test('of a face larger than the frame only that part counts', () => {
      const found = (magnification: number, aimDeg: number) =>
        find(
          checkSet({
            ...coin({ distanceMm: 200, azimuthDeg: 180, elevationDeg: 50 }),
            focus: {
              ...coin({ distanceMm: 200, azimuthDeg: 0, elevationDeg: 0 }).focus,
              magnification
            },
            lights: [
              testLight({
                strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 24, heightMm: 400 } }),
                at: { distanceMm: 200, azimuthDeg: aimDeg, elevationDeg: 50 }
              })
            ]
          }),
          'mirror-flat'
        )[0]?.figures
      // A strip of 24 mm, 200 mm off, in a mirror 300 mm from the pupil: 14.4 mm of a disc of 24.
      const strip = (2 / Math.PI) * (Math.asin(0.6) + 0.6 * 0.8)
      expect(Math.abs(found(0.5, 180)!.share! - strip)).toBeLessThan(0.05)
      // Three times life size: pupil at 133 mm, 9.6 mm of a frame 12 mm wide.
      expect(Math.abs(found(3, 180)!.share! - 9.6 / 12)).toBeLessThan(0.1)
      // Turned so far that its strip begins 6.7 mm off the middle it lies on the face, but not in
      // that frame.
      expect(found(3, 171)!.x).toBeLessThan(1)
      expect([found(0.5, 167) !== undefined, found(3, 167) !== undefined]).toEqual([true, false])
    })
  })
  test('matt things mirror nothing', () =>
    expect(
      reflections(
        set(() => undefined),
        sceneOf(set(() => undefined))
      )
    ).toEqual([]))
})

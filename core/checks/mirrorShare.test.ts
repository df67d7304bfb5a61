/** Over how much of a flat face lights, cards and flags show, and how bright. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { direction, dot, scale, sub, unit } from '../set/vec'
import { testCard, testCorrection, testLens, testLight, testReading, testStrobe } from '../testing'
import { checkSet } from './checks'
import { coin, find, set } from './testing'

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
    const [half, quarter] = [withPanel(24, 400)!.figures.share!, withPanel(12, 400)!.figures.share!]
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
        testCard({
          kind,
          reflectance,
          at: { distanceMm: 150, azimuthDeg: 180, elevationDeg: 50 }
        })
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
        testCard({
          widthMm: 300,
          heightMm: 300,
          at: {
            distanceMm: Math.hypot(150, 100),
            azimuthDeg:
              180 - (Math.atan2(150, 100 * Math.cos((50 * Math.PI) / 180)) * 180) / Math.PI,
            elevationDeg:
              (Math.asin((100 * Math.sin((50 * Math.PI) / 180)) / Math.hypot(150, 100)) * 180) /
              Math.PI
          },
          aim: { kind: 'free', azimuthDeg: 0, elevationDeg: -50 }
        })
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
          lens: testLens({ maxMagnification: 5 }),
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

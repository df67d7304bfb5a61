/** Whose shadow shows on the background, how much of it, and what takes it from sight. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { testLight, testModifier } from '../testing'
import { checkSet } from './checks'
import { brightest, find, wall } from './testing'

test('shadow on the background: thrown by a low light close before a wall, gone when it is raised', () => {
  const plan = wall()
  const [check] = find(checkSet(plan), 'shadow')
  expect(check!.figures.share).toBeGreaterThan(0.04)
  expect(check!.figures.depth).toBeLessThan(-1)
  expect(check!.remedies.map((remedy) => remedy.kind)).toEqual(['elevation', 'background-back'])
  const was = evaluate(plan).ledger
  for (const remedy of check!.remedies) {
    expect(find(checkSet(remedy.after!), 'shadow')).toEqual([])
    // It gains what the shadow was deep, and says what that does to subject and background.
    expect(remedy.effectStops).toBeCloseTo(-check!.figures.depth!, 9)
    const is = evaluate(remedy.after!).ledger
    expect(remedy.figures.subject).toBeCloseTo(
      cellAt(is, 'A', 'subject')!.level - cellAt(was, 'A', 'subject')!.level,
      9
    )
    const brightest = (totals: typeof was.totals) =>
      Math.max(totals.background!, totals.backgroundLeft!, totals.backgroundRight!)
    expect(remedy.figures.background).toBeCloseTo(brightest(is.totals) - brightest(was.totals), 9)
  }
  expect(
    find(
      checkSet({
        ...plan,
        background: { ...plan.background, reflectance: 0.005, distanceMm: 2000 }
      }),
      'shadow'
    )
  ).toEqual([])
})

describe('a shadow', () => {
  const shadow = (plan: Plan, id = 'A') =>
    find(checkSet(plan), 'shadow').find((each) => each.light === id)
  test('is as deep as what is left without its light: half the light elsewhere, one stop', () => {
    const two = wall((p) => {
      p.lights.push(
        testLight({
          id: 'B',
          role: 'other',
          at: { distanceMm: 300, azimuthDeg: -35, elevationDeg: 5 }
        })
      )
    })
    expect(shadow(two)!.figures.depth).toBeCloseTo(-1, 0)
    expect(shadow(two, 'B')).toBeDefined()
    expect(shadow(wall())!.figures.depth).toBeCloseTo(-8, 6)
  })
  test('of a light three stops under the background’s level nobody sees', () => {
    const at = (powerStops: number) =>
      shadow(
        wall((p) => {
          p.lights[0]!.powerStops = -1
          p.lights.push(
            testLight({
              id: 'B',
              role: 'other',
              powerStops,
              at: { distanceMm: 300, azimuthDeg: -35, elevationDeg: 5 }
            })
          )
        }),
        'B'
      )
    expect(at(-3.6)).toBeDefined()
    expect(at(-4.4)).toBeUndefined()
  })
  test('nor on a background darker than seven stops under', () => {
    const levelled = (level: number) => {
      const plan = wall()
      return withLight(plan, 0, {
        powerStops: plan.lights[0]!.powerStops + level - brightest(plan)
      })
    }
    const dim = (level: number) => ({
      ...levelled(level),
      lights: [{ ...levelled(level).lights[0]!, on: true }]
    })
    expect(shadow(dim(-6.9))).toBeDefined()
    expect(shadow(dim(-7.1))).toBeUndefined()
  })
  test('nor where the subject fills the frame', () => {
    const filled = (sizeMm: number) =>
      wall((p) => {
        p.focus.magnification = 1
        p.subject = { ...p.subject, widthMm: sizeMm, heightMm: sizeMm, depthMm: 14 }
      })
    expect(shadow(filled(20))).toBeDefined()
    expect(shadow(filled(80))).toBeUndefined()
  })
  test('is not looked for of a light that is off or sits round the lens', () => {
    expect(shadow(withLight(wall(), 0, { on: false }))).toBeUndefined()
    expect(shadow(withLight(wall(), 0, { mount: 'lens' }))).toBeUndefined()
  })
  test('of a lamp round the lens its middle would throw one, its ring does not', () => {
    const round = (mount: 'lens' | 'stand') =>
      wall((p) => {
        p.subject = { ...p.subject, widthMm: 62, heightMm: 42 }
        p.background.distanceMm = 900
        p.lights[0]!.at = { distanceMm: 280, azimuthDeg: 0, elevationDeg: 0 }
        p.lights[0]!.mount = mount
      })
    expect(shadow(round('stand'))).toBeDefined()
    expect(shadow(round('lens'))).toBeUndefined()
  })
  test('nor of one whose beam passes the subject by', () => {
    const aimed = (deg: number) =>
      wall((p) => {
        const hard = [
          { deg: 0, stops: 0 },
          { deg: 4, stops: 0 }
        ]
        p.lights[0]!.modifiers = [testModifier({ measured: hard })]
        p.lights[0]!.aim = { kind: 'free', azimuthDeg: deg, elevationDeg: -5 }
      })
    const own = (plan: Plan) =>
      Math.max(
        ...BACKGROUND_PLACES.map((place) => cellAt(evaluate(plan).ledger, 'A', place)!.level)
      )
    // Seven degrees farther round nothing of it falls on the subject, on the wall as much as before.
    for (const deg of [-145, -152]) expect(own(aimed(deg))).toBeGreaterThan(2)
    expect(shadow(aimed(-145))).toBeDefined()
    expect(shadow(aimed(-152))).toBeUndefined()
  })
  describe('is taken from sight', () => {
    const back = (plan: Plan, distanceMm: number): Plan => ({
      ...plan,
      background: { ...plan.background, distanceMm }
    })
    const raised = (plan: Plan, elevationDeg: number): Plan =>
      withLight(plan, 0, { at: { ...plan.lights[0]!.at, elevationDeg } })
    const lit = (wallMm: number, azimuthDeg: number, elevationDeg: number): Plan =>
      wall((p) => {
        p.background.distanceMm = wallMm
        p.lights[0]!.at = { distanceMm: 300, azimuthDeg, elevationDeg }
      })
    const offered = (plan: Plan, kind: string) =>
      shadow(plan)!.remedies.find((each) => each.kind === kind)
    const scenes = [20, 30, 45].flatMap((wallMm) =>
      [4, 6, 8, 12, 20, 35, 50].map((azimuthDeg) => lit(wallMm, azimuthDeg, 5))
    )
    test('by the background, back in steps of a quarter to seven times as far, the first that does it', () => {
      const seen = scenes.filter((plan) => shadow(plan))
      const found = seen.map((plan) => {
        const steps = Array.from(
          { length: 14 },
          (_, i) => Math.ceil((plan.background.distanceMm * 1.25 ** (i + 1)) / 10) * 10
        )
        const at = steps.findIndex((step) => !shadow(back(plan, step)))
        expect(offered(plan, 'background-back')?.after!.background.distanceMm).toBe(
          at >= 0 && at < 9 ? steps[at] : undefined
        )
        return at
      })
      expect(new Set(found).size).toBeGreaterThan(4)
    })
    test('by lifting in tens of degrees to sixty more, the first that does it', () => {
      const found = [-40, -20, 5, 20]
        .flatMap((elevationDeg) =>
          [12, 35, 60].map((azimuthDeg) => lit(30, azimuthDeg, elevationDeg))
        )
        .filter((plan) => shadow(plan))
        .map((plan) => {
          const { at } = plan.lights[0]!
          const by = [10, 20, 30, 40, 50, 60, 70, 80].find(
            (each) => !shadow(raised(plan, at.elevationDeg + each))
          )
          const figures = offered(plan, 'elevation')?.figures
          expect(
            figures && {
              by: figures.by,
              at: {
                azimuthDeg: figures.azimuthDeg,
                elevationDeg: figures.elevationDeg,
                distanceMm: figures.distanceMm
              }
            }
          ).toEqual(
            by !== undefined && by <= 60
              ? { by, at: { ...at, elevationDeg: at.elevationDeg + by } }
              : undefined
          )
          return by
        })
      expect(new Set(found).size).toBeGreaterThan(4)
    })
  })
})

describe('how much of the background a shadow takes', () => {
  type Point = readonly [number, number, number]
  const rad = Math.PI / 180
  /** Whether the way from one point to another meets the ellipsoid of 22 × 14 × 14 mm at 0. */
  const meets = (from: Point, to: Point): boolean => {
    const [a, b] = [from, to].map(([x, y, z]) => [x / 11, y / 7, z / 7])
    const way = b!.map((each, i) => each - a![i]!)
    const t = -way.reduce((sum, each, i) => sum + each * a![i]!, 0) / Math.hypot(...way) ** 2
    return t > 0 && t < 1 && Math.hypot(...way.map((each, i) => a![i]! + each * t)) < 1
  }
  /**
   * Of the middles of 3n × 2n fields of the frame that see the wall, the share from where a head
   * cannot be seen: a lens of 100 mm at half size, its pupil 300 mm off, a frame of 72 × 48 mm.
   */
  const counted = (
    n: number,
    wallMm: number,
    azimuthDeg: number,
    elevationDeg: number,
    viewDeg = 0,
    halfMm = Infinity
  ): number => {
    const [sin, cos] = [Math.sin(viewDeg * rad), Math.cos(viewDeg * rad)]
    const seen = (across: number, up: number, away: number): Point => [
      across,
      up * cos - away * sin,
      -up * sin - away * cos
    ]
    const pupil = seen(0, 0, -300)
    const head: Point = [
      300 * Math.cos(elevationDeg * rad) * Math.sin(azimuthDeg * rad),
      300 * Math.sin(elevationDeg * rad),
      300 * Math.cos(elevationDeg * rad) * Math.cos(azimuthDeg * rad)
    ]
    const grow = (300 + wallMm) / 300
    const field = 24 / n
    const sees = [...Array(6 * n * n).keys()]
      .map((i): Point => {
        const across = ((i % (3 * n)) + 0.5) * field - 36
        const up = (Math.floor(i / (3 * n)) + 0.5) * field - 24
        return seen(across * grow, up * grow, wallMm)
      })
      .filter((spot) => Math.abs(spot[0]) <= halfMm && !meets(pupil, spot))
    return sees.filter((spot) => meets(head, spot)).length / sees.length
  }
  const share = (wallMm: number, azimuthDeg: number, elevationDeg: number, viewDeg = 0): number =>
    find(
      checkSet(
        wall((p) => {
          p.background.distanceMm = wallMm
          p.view = { elevationDeg: viewDeg }
          p.lights[0]!.at = { distanceMm: 300, azimuthDeg, elevationDeg }
        })
      ),
      'shadow'
    )[0]?.figures.share ?? 0
  test.each([
    [30, 35, 5, 0],
    [30, -35, 5, 0],
    [20, 50, -10, 0],
    [40, 25, 20, 0],
    [25, -45, 0, 0],
    [30, 10, 30, 0],
    [30, 35, 20, 15],
    [30, -30, 40, 25],
    [25, 35, -10, -20]
  ])('wall %d mm behind, light at %d°, %d° up, seen from %d°: by plain geometry', (...set) => {
    expect(share(...set)).toBeCloseTo(counted(6, ...set), 9)
    expect(share(...set)).toBeGreaterThan(0.04)
    // Some two hundred spots are enough: of sixty thousand the share is all but the same.
    expect(Math.abs(share(...set) - counted(100, ...set))).toBeLessThan(0.02)
  })
  test('a paper smaller than the frame: what it has of the shadow, of what shows of it', () => {
    const paper = (widthMm: number) =>
      find(
        checkSet(
          wall((p) => {
            p.background = { ...p.background, widthMm, heightMm: 2000 }
          })
        ),
        'shadow'
      )[0]?.figures.share
    // At the wall the frame is 79 mm wide.
    expect(paper(80)).toBe(share(30, 35, 5))
    for (const mm of [60, 40]) {
      expect(paper(mm)).toBeCloseTo(counted(6, 30, 35, 5, 0, mm / 2), 9)
      expect(Math.abs(paper(mm)! - paper(80)!)).toBeGreaterThan(0.005)
    }
  })
  test('as it slides out of the frame it is told down to a twenty-fifth', () => {
    const walls = Array.from({ length: 16 }, (_, i) => 30 + 2 * i)
    const want = walls.map((wallMm) => counted(6, wallMm, 50, 5))
    expect(want.some((each) => each > 0 && each < 0.04)).toBe(true)
    expect(want.some((each) => each > 0.04 && each < 0.08)).toBe(true)
    for (const [i, wallMm] of walls.entries())
      expect(share(wallMm, 50, 5)).toBeCloseTo(want[i]! < 0.04 ? 0 : want[i]!, 9)
  })
})

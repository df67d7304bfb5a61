/** Whose shadow shows on the background, how much of it, and what takes it from sight. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { testLight } from '../testing'
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
  test('the background goes back by steps, to the first that takes it from sight', () => {
    const plan = wall()
    const remedy = shadow(plan)!.remedies.find((each) => each.kind === 'background-back')!
    const steps = [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => Math.ceil(3 * 1.25 ** n) * 10)
    const at = steps.indexOf(remedy.figures.distanceMm!)
    expect(at).toBeGreaterThan(0)
    const back = (distanceMm: number) => ({
      ...plan,
      background: { ...plan.background, distanceMm }
    })
    for (const step of steps.slice(0, at)) expect(shadow(back(step))).toBeDefined()
    expect(shadow(back(steps[at]!))).toBeUndefined()
    expect(remedy.after!.background.distanceMm).toBe(steps[at])
  })
  test('lifting is tried in tens of degrees, the first that does it', () => {
    const remedy = shadow(wall())!.remedies.find((each) => each.kind === 'elevation')!
    const { by, elevationDeg, azimuthDeg, distanceMm } = remedy.figures
    expect(by! % 10).toBe(0)
    expect(elevationDeg).toBe(5 + by!)
    expect([azimuthDeg, distanceMm]).toEqual([35, 300])
    const lower = withLight(wall(), 0, {
      at: { distanceMm: 300, azimuthDeg: 35, elevationDeg: 5 + by! - 10 }
    })
    expect(shadow(lower)).toBeDefined()
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
   * cannot be seen: a level lens of 100 mm at half size, its pupil 300 mm off, a frame of 72 × 48 mm.
   */
  const counted = (n: number, wallMm: number, azimuthDeg: number, elevationDeg: number): number => {
    const pupil: Point = [0, 0, 300]
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
        return [across * grow, up * grow, -wallMm]
      })
      .filter((spot) => !meets(pupil, spot))
    return sees.filter((spot) => meets(head, spot)).length / sees.length
  }
  const share = (wallMm: number, azimuthDeg: number, elevationDeg: number): number =>
    find(
      checkSet(
        wall((p) => {
          p.background.distanceMm = wallMm
          p.lights[0]!.at = { distanceMm: 300, azimuthDeg, elevationDeg }
        })
      ),
      'shadow'
    )[0]?.figures.share ?? 0
  test.each([
    [30, 35, 5],
    [30, -35, 5],
    [20, 50, -10],
    [40, 25, 20],
    [25, -45, 0],
    [30, 10, 30]
  ])('wall %d mm behind, light at %d°, %d° up: by plain geometry', (wallMm, azimuth, elevation) => {
    const at = share(wallMm, azimuth, elevation)
    expect(at).toBeCloseTo(counted(8, wallMm, azimuth, elevation), 9)
    // Some four hundred spots are enough: of sixty thousand the share is all but the same.
    expect(Math.abs(at - counted(100, wallMm, azimuth, elevation))).toBeLessThan(0.01)
  })
  test('as it slides out of the frame it is told down to a twenty-fifth', () => {
    const walls = Array.from({ length: 16 }, (_, i) => 30 + 2 * i)
    const want = walls.map((wallMm) => counted(8, wallMm, 50, 5))
    expect(want.some((each) => each > 0 && each < 0.04)).toBe(true)
    expect(want.some((each) => each > 0.04 && each < 0.08)).toBe(true)
    for (const [i, wallMm] of walls.entries())
      expect(share(wallMm, 50, 5)).toBeCloseTo(want[i]! < 0.04 ? 0 : want[i]!, 9)
  })
})

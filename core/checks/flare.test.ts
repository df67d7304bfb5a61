// checks: veil (over angles)
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { testLens, testLight, testPlan, testStrobe } from '../testing'
import type { Plan } from '../plan/plan'
import { checkSet } from './checks'

/** A small rounded thing on black, the lens front 160 mm away, one light at a level on the subject. */
function set(change: (plan: Plan) => void): Plan {
  return testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 12, heightMm: 10, depthMm: 10 }
    p.lens = testLens({ sensorToFrontMm: 160 })
    p.focus.magnification = 0.5
    change(p)
  })
}
/** The plan with the light's power so that its strongest place on the subject lies at a level. */
function lit(plan: Plan, level: number): Plan {
  const { ledger } = evaluate(plan)
  const most = Math.max(
    ...['subject', 'top', 'front', 'shadow'].map(
      (place) => ledger.rows[1]!.cells[place]?.level ?? -Infinity
    )
  )
  const [light] = plan.lights
  return { ...plan, lights: [{ ...light!, powerStops: light!.powerStops + level - most }] }
}
const veils = (plan: Plan) => checkSet(plan).filter((check) => check.kind === 'into-lens')

/**
 * Elevation of a light 400 mm behind the subject that the lens, 290 mm before it, sees so far above
 * its axis: the triangle of lens, subject and light.
 */
const elevationFor = (deg: number): number =>
  deg + (Math.asin((290 / 400) * Math.sin((deg * Math.PI) / 180)) * 180) / Math.PI

/** A bare head behind the subject, so far above the lens axis as the lens sees it. */
const rim = (aboveDeg: number): Plan =>
  set((p) => {
    p.lights = [
      testLight({
        strobe: testStrobe({ beamDeg: 70, face: { kind: 'rectangle', widthMm: 60, heightMm: 38 } }),
        at: { distanceMm: 400, azimuthDeg: 180, elevationDeg: elevationFor(aboveDeg) }
      })
    ]
  })
/** A large soft box beside the subject, on the lens's side of it, about 59° off the lens axis. */
const box = set((p) => {
  p.lights = [
    testLight({
      strobe: testStrobe({
        beamDeg: 120,
        face: { kind: 'rectangle', widthMm: 400, heightMm: 400 }
      }),
      at: { distanceMm: 300, azimuthDeg: 64, elevationDeg: 0 }
    })
  ]
})

describe('light into the lens, by the veil it lays over the picture', () => {
  test.each([5, 10, 20, 30, 45])('a bare rim %d° above the axis is named', (deg) => {
    const [check] = veils(lit(rim(deg), 1))
    expect(check).toMatchObject({ light: 'A' })
    expect(check!.figures.offLensDeg).toBeCloseTo(deg, 0)
  })
  test('the veil falls with the angle', () => {
    const seen = [5, 10, 20, 30, 45].map((deg) => veils(lit(rim(deg), 1))[0]!.figures.veil!)
    expect([...seen].sort((a, b) => b - a)).toEqual(seen)
    expect(seen[0]! - seen.at(-1)!).toBeGreaterThan(3)
  })
  test('near the axis it washes the picture out, far off it only lifts the black', () => {
    expect(veils(lit(rim(5), 1))[0]).toMatchObject({ state: 'miss' })
    expect(veils(lit(rim(45), 1))[0]).toMatchObject({ state: 'near' })
  })
  test('a large front box 59° off the axis lights the lens front, but is not named', () => {
    const plan = lit(box, 0)
    expect(evaluate(plan).ledger.rows[1]!.cells.lens!.level).toBeGreaterThan(-4)
    expect(veils(plan)).toEqual([])
  })
  test('a hood that ends before the light takes the veil away', () => {
    const hooded = (hoodDeg: number) => {
      const plan = lit(rim(30), 1)
      return veils({ ...plan, lens: { ...plan.lens, hoodDeg } })
    }
    expect(hooded(20)).toEqual([])
    expect(hooded(60)).toHaveLength(1)
  })
  test('where the surroundings stay bright a faint veil is nobody’s trouble', () => {
    const plan = lit(rim(45), 1)
    expect(veils({ ...plan, goals: { ...plan.goals, backgroundStops: -1 } })).toEqual([])
  })
})

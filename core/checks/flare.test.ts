// checks: veil (over angles)
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { sceneOf } from '../set/scene'
import { distance } from '../set/vec'
import { testCard, testLight, testStrobe } from '../testing'
import type { Plan } from '../plan/plan'
import { checkSet } from './checks'
import { lensSet, lit, rim } from './testing'

const veils = (plan: Plan) => checkSet(plan).filter((check) => check.kind === 'into-lens')

/** A large soft box beside the subject, on the lens's side of it, about 59° off the lens axis. */
const box = lensSet((p) => {
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
  test('its veil is what reaches the front, spread by nine over the angle squared, against mid-grey', () => {
    const [check] = veils(lit(rim(20), 1))
    const { level, veil, offLensDeg } = check!.figures
    expect(veil).toBeCloseTo(level! + Math.log2(9 / offLensDeg! ** 2 / 0.18), 6)
    expect(level).toBe(evaluate(lit(rim(20), 1)).ledger.rows[1]!.cells.lens!.level)
  })
  test.each([
    [-3.99, ['miss']],
    [-4.01, ['near']],
    [-6.99, ['near']],
    [-7.01, []]
  ])('a veil at %d: %s', (level, states) => {
    const base = lit(rim(20), 1)
    const plan = { ...base, goals: { ...base.goals, backgroundStops: -9 } }
    const veil = veils(plan)[0]!.figures.veil!
    const at = withLight(plan, 0, { powerStops: plan.lights[0]!.powerStops + level - veil })
    expect(veils(at).map((each) => each.state)).toEqual(states)
  })
  test('named from the wanted background on, where that is brighter than seven under', () => {
    const base = lit(rim(20), 1)
    const veil = veils(base)[0]!.figures.veil!
    const named = (under: number, backgroundStops: number) =>
      veils({
        ...withLight(base, 0, { powerStops: base.lights[0]!.powerStops - veil - under }),
        goals: { ...base.goals, backgroundStops }
      }).length
    expect([named(5.9, -6), named(6.1, -6)]).toEqual([1, 0])
    expect([named(3.9, -1), named(4.1, -1)]).toEqual([1, 0])
  })
  test('one that is off, or that the lens front does not see, veils nothing', () => {
    const base = lit(rim(20), 1)
    expect(veils(withLight(base, 0, { on: false }))).toEqual([])
    const away = withLight(base, 0, { aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 } })
    expect(veils(away)).toEqual([])
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
  test('a hood’s edge across the face lets through the share that looks past it', () => {
    const plan = lit(rim(10), 1)
    const [open] = veils(plan)
    const { heads, pose } = sceneOf(plan)
    // The longer side of the face, 60 mm, as the lens front sees it.
    const faceDeg = (2 * Math.atan(30 / distance(pose.front, heads[0]!.at)) * 180) / Math.PI
    const { offLensDeg, veil } = open!.figures
    const hooded = (share: number) =>
      veils({
        ...plan,
        lens: { ...plan.lens, hoodDeg: offLensDeg! + (share - 0.5) * faceDeg }
      })[0]!.figures.veil!
    for (const share of [0.25, 0.5, 0.75])
      expect(hooded(share) - veil!).toBeCloseTo(Math.log2(share), 6)
  })
  test('what only a card throws on the lens front is not the light’s own shine into it', () => {
    const plan = withLight(lit(rim(20), 1), 0, {
      aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 },
      powerStops: 0
    })
    const carded: Plan = {
      ...plan,
      lights: [testLight({ id: 'B', role: 'other', powerStops: -7 }), ...plan.lights],
      cards: [
        testCard({
          kind: 'card',
          widthMm: 2000,
          heightMm: 2000,
          reflectance: 0.9,
          at: { distanceMm: 800, azimuthDeg: 180, elevationDeg: 0 }
        })
      ]
    }
    const { level } = cellAt(evaluate(carded).ledger, 'A', 'lens')!
    expect(level).toBeGreaterThan(veils(lit(rim(20), 1))[0]!.figures.level! - 3)
    expect(veils(carded)).toEqual([])
  })
  test('where the surroundings stay bright a faint veil is nobody’s trouble', () => {
    const plan = lit(rim(45), 1)
    expect(veils({ ...plan, goals: { ...plan.goals, backgroundStops: -1 } })).toEqual([])
  })
})

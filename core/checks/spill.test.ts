/** Which light spills over the goal, what would take it away, and what that comes to. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { typicalWater } from '../medium/water'
import type { Light, Plan } from '../plan/plan'
import { testLight, testModifier, testStrobe } from '../testing'
import { checkSet } from './checks'
import { brightest, find, set, snoot, wall } from './testing'

test('spill: the light that does it is named, the background moved back meets the goal', () => {
  const plan = set((p) => {
    p.background = {
      ...p.background,
      distanceMm: 120,
      reflectance: 0.5,
      widthMm: 2000,
      heightMm: 2000
    }
    p.lights = [
      testLight({ powerStops: -3, at: { distanceMm: 260, azimuthDeg: 55, elevationDeg: 10 } }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -7,
        strobe: testStrobe({ guideNumberM: 2 }),
        at: { distanceMm: 400, azimuthDeg: -60, elevationDeg: 0 }
      })
    ]
    p.goals = { ...p.goals, backgroundStops: -5 }
  })
  const spills = find(checkSet(plan, [snoot]), 'spill')
  expect(spills.map((check) => check.light)).toEqual(['A'])
  const back = spills[0]!.remedies.find((remedy) => remedy.kind === 'background-back')!
  const after = evaluate(back.after!).ledger
  expect(
    Math.max(after.flash.background!, after.flash.backgroundLeft!, after.flash.backgroundRight!)
  ).toBeLessThanOrEqual(-5 + 0.1)
  expect(
    spills[0]!.remedies.some((remedy) => remedy.kind === 'modifier' && remedy.effectStops! < -2)
  ).toBe(true)
})

describe('spill', () => {
  /** A light whose spill lies so many stops over the goal. */
  const over = (stops: number, change: (p: Plan) => void = () => undefined): Plan => {
    const plan = set((p) => {
      p.background = {
        ...p.background,
        distanceMm: 150,
        reflectance: 0.5,
        widthMm: 3000,
        heightMm: 3000
      }
      p.lights = [
        testLight({ powerStops: -3, at: { distanceMm: 260, azimuthDeg: 55, elevationDeg: 10 } })
      ]
      change(p)
    })
    return { ...plan, goals: { ...plan.goals, backgroundStops: brightest(plan) - stops } }
  }
  test.each([
    [-0.01, []],
    [0.01, ['near']],
    [0.49, ['near']],
    [0.51, ['miss']]
  ])('%d stops over', (stops, states) => {
    const found = find(checkSet(over(stops)), 'spill')
    expect(found.map((each) => each.state)).toEqual(states)
    if (!found[0]) return
    expect(found[0].figures.over).toBeCloseTo(stops, 9)
    expect(found[0].figures.total).toBeCloseTo(brightest(over(stops)), 9)
    const place = found[0].place!
    expect(found[0].figures.level).toBe(cellAt(ledgerOf(over(stops)), 'A', place)!.level)
  })
  test('of two lights one that gives three stops less than all together is not to blame', () => {
    const two = (powerStops: number) =>
      find(
        checkSet(
          over(1, (p) => {
            p.lights.push(
              testLight({
                id: 'B',
                role: 'other',
                powerStops,
                at: { distanceMm: 260, azimuthDeg: 55, elevationDeg: 10 }
              })
            )
          })
        ),
        'spill'
      ).map((each) => each.light)
    // The same light at the same spot: 2.8 stops under it lies 2.97 under the sum, 2.9 over 3.
    expect(two(-5.8)).toEqual(['A', 'B'])
    expect(two(-5.9)).toEqual(['A'])
  })
  test('nor one that is off', () => {
    const plan = over(1, (p) => {
      p.lights.push(testLight({ id: 'B', role: 'other', on: false, powerStops: 0 }))
    })
    expect(find(checkSet(plan), 'spill').map((each) => each.light)).toEqual(['A'])
  })
  const tube = (id: string, throatMm: number, lossStops: number) =>
    testModifier({
      id,
      name: id,
      lossStops,
      beam: { kind: 'snoot', throatMm, lengthMm: 120, innerReflectance: 0 }
    })
  const offered = (bag: Parameters<typeof checkSet>[1], worn: Light['modifiers'] = []) =>
    find(
      checkSet(
        over(2, (p) => {
          p.lights[0]!.modifiers = worn
          // It fills a tube.
          p.lights[0]!.strobe = testStrobe({ face: { kind: 'disc', diameterMm: 60 } })
        }),
        bag
      ),
      'spill'
    )[0]!.remedies.find((each) => each.kind === 'modifier')
  test('a tube that takes less of the subject than of the spill; the loss of it says how much less', () => {
    const remedy = offered([tube('narrow', 20, 0.4)])!
    expect(remedy).toMatchObject({ name: 'narrow' })
    expect(remedy.figures.deg).toBeCloseTo((2 * Math.atan(20 / 120) * 180) / Math.PI, 9)
    // Its loss, and the length of the tube that its light comes from behind.
    expect(remedy.figures.subject).toBeCloseTo(-0.4 - 2 * Math.log2((260 + 120) / 260), 1)
    expect(offered([tube('lossy', 20, 3.5)])).toBeUndefined()
    expect(offered([testModifier({ id: 'sheet' })])).toBeUndefined()
    // It must spare the subject a third of a stop more than the background.
    expect(offered([tube('enough', 46.5, 0.4)])).toBeDefined()
    expect(offered([tube('hardly', 100, 0.4)])).toBeUndefined()
    expect(offered([tube('wide', 2000, 0.4)])).toBeUndefined()
  })
  test('of two that leave nothing of the spill the one that takes less of the subject', () => {
    const [slim, lossy] = [tube('slim', 20, 0.4), tube('lossy', 18, 1.4)]
    expect(offered([slim, lossy])!.name).toBe('slim')
    expect(offered([lossy, slim])!.name).toBe('slim')
  })
  test('of two the one that leaves less of the spill, though the other takes less of the subject', () => {
    const [slim, wide] = [tube('slim', 40, 0.4), tube('wide', 44, 0)]
    expect(offered([wide])!.figures.subject).toBeGreaterThan(
      offered([slim])!.figures.subject! + 0.3
    )
    expect(offered([wide])!.effectStops).toBeGreaterThan(-5)
    expect(offered([slim])!.effectStops).toBeGreaterThan(-10)
    expect(offered([slim, wide])!.name).toBe('slim')
    expect(offered([wide, slim])!.name).toBe('slim')
  })
  test('what a tube takes from the subject as well does not count as taming', () => {
    const [open, lossy] = [tube('open', 40, 0.4), tube('lossy', 41, 1.5)]
    expect(offered([lossy])!.effectStops).toBeLessThan(offered([open])!.effectStops! - 0.3)
    expect(offered([open, lossy])!.name).toBe('open')
    expect(offered([lossy, open])!.name).toBe('open')
  })
  test('not one that is on already, nor a fifth', () => {
    const on = (id: string) => testModifier({ id, lossStops: 0 })
    expect(offered([tube('a', 60, 0.4)], [tube('a', 60, 0.4)])).toBeUndefined()
    expect(offered([tube('a', 20, 0.4)], ['b', 'c', 'd'].map(on))).toBeDefined()
    expect(offered([tube('a', 20, 0.4)], ['b', 'c', 'd', 'e'].map(on))).toBeUndefined()
  })
  test('the background goes back just far enough, and not where 20 m would not do', () => {
    const plan = over(2)
    const back = find(checkSet(plan), 'spill')[0]!.remedies.find(
      (each) => each.kind === 'background-back'
    )!
    const { distanceMm } = back.after!.background
    expect(back.figures.distanceMm).toBe(distanceMm)
    expect(distanceMm % 10).toBe(0)
    expect(brightest(back.after!)).toBeLessThanOrEqual(plan.goals.backgroundStops)
    const nearer = { ...plan, background: { ...plan.background, distanceMm: distanceMm - 10 } }
    expect(brightest(nearer)).toBeGreaterThan(plan.goals.backgroundStops)
    expect(back.effectStops).toBeCloseTo(brightest(back.after!) - brightest(plan), 9)
    const kinds = (of: Plan) => find(checkSet(of), 'spill')[0]!.remedies.map((each) => each.kind)
    expect(kinds(over(16))).not.toContain('background-back')
    const far = over(0.1, (p) => {
      p.background = { ...p.background, distanceMm: 25000, widthMm: 60000, heightMm: 60000 }
    })
    expect(kinds(far)).not.toContain('background-back')
  })
})

describe('under water', () => {
  const wet = (scatterPerM: number, change: (p: Plan) => void = () => undefined): Plan =>
    wall((p) => {
      p.medium = { ...typicalWater('sea', 'silty'), scatterPerM }
      p.goals = { ...p.goals, backgroundStops: -3 }
      change(p)
    })
  const spills = (plan: Plan) => find(checkSet(plan), 'spill')
  test('what a light puts on the wall is told without the veil before it', () => {
    const [clear, silty] = [wet(0), wet(3)].map((plan) => spills(plan)[0]!)
    expect(silty!.figures.level).toBeCloseTo(clear!.figures.level!, 9)
    expect(silty!.figures.over).toBeCloseTo(clear!.figures.over!, 9)
  })
  test('lit water over a black that no light reaches is no spill', () => {
    const black = wet(12, (p) => {
      p.background = { ...p.background, distanceMm: 3000, reflectance: 0.005 }
      p.goals = { ...p.goals, backgroundStops: -6 }
    })
    expect(spills(black)).toEqual([])
    expect(find(checkSet(black), 'backscatter').length).toBe(1)
  })
})

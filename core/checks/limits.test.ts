/** Where checks begin and end to speak, what they blame, and what their remedies come to. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { openPlan } from '../plan/open'
import { BACKGROUND_PLACES, type Light, type Plan } from '../plan/plan'
import { sceneOf } from '../set/scene'
import { testLight, testModifier, testStrobe } from '../testing'
import { effectAt } from './check'
import { checkSet } from './checks'
import { visibleShares } from '../set/inFrame'
import { find, set, snoot } from './testing'

const brightest = (plan: Plan): number => {
  const { flash } = ledgerOf(plan)
  return Math.max(...BACKGROUND_PLACES.map((place) => flash[place]!))
}

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
    testModifier({ id, name: id, lossStops, beam: { kind: 'snoot', throatMm, lengthMm: 120 } })
  const offered = (bag: Parameters<typeof checkSet>[1], worn: Light['modifiers'] = []) =>
    find(
      checkSet(
        over(2, (p) => {
          p.lights[0]!.modifiers = worn
        }),
        bag
      ),
      'spill'
    )[0]!.remedies.find((each) => each.kind === 'modifier')
  test('a tube that takes less of the subject than of the spill; the loss of it says how much less', () => {
    const remedy = offered([tube('narrow', 20, 0.4)])!
    expect(remedy).toMatchObject({ name: 'narrow' })
    expect(remedy.figures.deg).toBeCloseTo((2 * Math.atan(20 / 120) * 180) / Math.PI, 9)
    expect(remedy.figures.subject).toBeCloseTo(-0.4, 1)
    expect(offered([tube('lossy', 20, 3.5)])).toBeUndefined()
    expect(offered([testModifier({ id: 'sheet' })])).toBeUndefined()
    expect(offered([tube('wide', 2000, 0.4)])).toBeUndefined()
  })
  test('of two that leave nothing of the spill the one that takes less of the subject', () => {
    const [slim, lossy] = [tube('slim', 20, 0.4), tube('lossy', 18, 1.4)]
    expect(offered([slim, lossy])!.name).toBe('slim')
    expect(offered([lossy, slim])!.name).toBe('slim')
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
    const nearer = { ...plan, background: { ...plan.background, distanceMm: distanceMm * 0.97 } }
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

describe('groups', () => {
  const grouped = (apart: number, change: (p: Plan) => void = () => undefined): Plan => {
    const plan = set((p) => {
      p.goals = {
        ...p.goals,
        places: [{ place: 'shadow', kind: 'about', stops: -1, toleranceStops: 0.3 }]
      }
      p.lights = [
        testLight({ group: 'A', at: { distanceMm: 250, azimuthDeg: 70, elevationDeg: 0 } }),
        testLight({
          id: 'B',
          role: 'fill',
          group: 'A',
          at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
        })
      ]
      change(p)
    })
    const { suggestions } = evaluate(plan)
    // What each needs does not hang on its own power, only a little on the other's.
    return {
      ...plan,
      lights: plan.lights.map((light, i) =>
        i < 2
          ? {
              ...light,
              powerStops: suggestions[light.id]!.wantedStops! - (i === 0 ? apart : 0)
            }
          : light
      )
    }
  }
  const found = (plan: Plan) => find(checkSet(plan), 'group')
  test('lights that need all but the same move belong together, others do not', () => {
    expect(found(grouped(0.1))).toEqual([])
    const [check] = found(grouped(1.5))
    expect(check).toMatchObject({ state: 'near', light: 'A', place: null })
    const { apart, most, least } = check!.figures
    expect(apart).toBeCloseTo(most! - least!, 9)
    expect(apart!).toBeGreaterThan(1)
    expect(check!.remedies[0]).toMatchObject({ kind: 'split', name: 'B B' })
    const after = check!.remedies[0]!.after!
    expect(after.lights.map((light) => light.group)).toEqual(['A', 'B'])
    expect(found(grouped(-1.5))[0]).toMatchObject({ light: 'B' })
    expect(found(grouped(-1.5))[0]!.remedies[0]!.after!.lights[0]!.group).toBe('B')
  })
  test('one that is off, or on a group of its own, moves with nobody', () => {
    const plan = grouped(1.5)
    expect(found(withLight(plan, 1, { on: false }))).toEqual([])
    expect(found(withLight(plan, 1, { group: 'C' }))).toEqual([])
    expect(found(withLight(plan, 1, { group: null }))).toEqual([])
  })
  test('every letter taken: nothing to split to', () => {
    const full = grouped(1.5, (p) => {
      for (const [i, id] of (['C', 'D', 'E', 'F', 'G'] as const).entries())
        p.lights.push(
          testLight({
            id,
            role: 'other',
            powerStops: -7,
            group: 'BCDEF'[i]!,
            strobe: testStrobe({ guideNumberM: 1 }),
            at: { distanceMm: 3000, azimuthDeg: 70, elevationDeg: 0 }
          })
        )
    })
    expect(found(full)[0]!.remedies).toEqual([])
  })
})

describe('reach', () => {
  test.each([
    ['too-dim', 3, 900, 1],
    ['too-bright', 60, 60, -1]
  ] as const)('%s: by how much, and the first remedy by name', (kind, guideNumberM, mm, sign) => {
    const plan = set((p) => {
      p.lights = [
        testLight({
          strobe: testStrobe({ guideNumberM }),
          at: { distanceMm: mm, azimuthDeg: 40, elevationDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), kind)
    expect(check).toMatchObject({ state: 'miss', light: 'A', place: 'subject' })
    expect(check!.figures.miss).toBe(evaluate(plan).suggestions.A!.missStops)
    const [remedy] = check!.remedies
    expect(remedy!.effectStops! * sign).toBeGreaterThan(1)
    expect(remedy!.kind).toBe('distance')
    expect(remedy!.figures.to).toBe(remedy!.after!.lights[0]!.at.distanceMm)
  })
})

describe('what of a head shows', () => {
  const behind = (distanceMm: number, change: (p: Plan) => void = () => undefined): Plan =>
    set((p) => {
      p.focus.magnification = 0.2
      p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
          at: { distanceMm, azimuthDeg: 180, elevationDeg: 0 }
        })
      ]
      change(p)
    })
  const shares = (plan: Plan) => {
    const scene = sceneOf(plan)
    return visibleShares(plan, scene, scene.heads[0]!)
  }
  test('all of it hidden behind a large subject, all of it seen beside it, none outside the frame', () => {
    expect(shares(behind(90))).toEqual({ inside: 1, seen: 0, hidden: 1 })
    const beside = behind(90, (p) => {
      p.lights[0]!.at = { distanceMm: 100, azimuthDeg: 130, elevationDeg: 0 }
      p.focus.magnification = 0.08
    })
    expect(shares(beside)).toEqual({ inside: 1, seen: 1, hidden: 0 })
    const outside = behind(90, (p) => {
      p.lights[0]!.at = { distanceMm: 400, azimuthDeg: 90, elevationDeg: 0 }
    })
    expect(shares(outside)).toEqual({ inside: 0, seen: 0, hidden: 0 })
  })
  test('a head is its face and a body 30 mm deep behind it', () => {
    // Level with the subject, looking to the right: the body reaches to the left, into the frame.
    const aside = (outsideMm: number) =>
      shares(
        behind(90, (p) => {
          const halfMm = 36 / 2 / 0.2
          p.lights[0]!.at = {
            distanceMm: halfMm + outsideMm,
            azimuthDeg: 90,
            elevationDeg: 0
          }
          p.lights[0]!.aim = { kind: 'free', azimuthDeg: 90, elevationDeg: 0 }
        })
      ).inside
    expect(aside(26)).toBeGreaterThan(0)
    expect(aside(34)).toBe(0)
  })
  test('above the frame as beside it', () => {
    const at = (azimuthDeg: number, elevationDeg: number) =>
      shares(
        behind(90, (p) => {
          p.lights[0]!.at = { distanceMm: 600, azimuthDeg, elevationDeg }
        })
      ).inside
    expect(at(180, 40)).toBe(0)
    expect(at(180, -40)).toBe(0)
    expect(at(140, 0)).toBe(0)
    expect(at(-140, 0)).toBe(0)
    expect(at(178, 1)).toBe(1)
  })
  test('behind a flag it is neither seen nor the subject’s to hide', () => {
    const flagged = behind(300, (p) => {
      p.subject = { ...p.subject, widthMm: 5, heightMm: 5, depthMm: 5 }
      p.cards = [
        {
          id: 'K1',
          kind: 'flag',
          on: true,
          widthMm: 200,
          heightMm: 200,
          reflectance: 0.03,
          at: { distanceMm: 150, azimuthDeg: 180, elevationDeg: 0 },
          aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
        }
      ]
    })
    const { inside, seen, hidden } = shares(flagged)
    expect(inside).toBe(1)
    expect(seen).toBe(0)
    expect(hidden).toBeLessThan(0.5)
  })
  test('one on the lens or switched off is not looked for', () => {
    const seen = behind(300, (p) => {
      p.subject = { ...p.subject, widthMm: 5, heightMm: 5, depthMm: 5 }
    })
    expect(find(checkSet(seen), 'in-view')).toHaveLength(1)
    expect(find(checkSet(withLight(seen, 0, { on: false })), 'in-view')).toEqual([])
    expect(find(checkSet(withLight(seen, 0, { mount: 'lens' })), 'in-view')).toEqual([])
  })
  test('its remedies are the smallest moves of their kind, the two that change the subject least', () => {
    const seen = behind(300, (p) => {
      p.subject = { ...p.subject, widthMm: 5, heightMm: 5, depthMm: 5 }
      p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 172, elevationDeg: 4 }
    })
    const [check] = find(checkSet(seen), 'in-view')
    expect(check!.remedies.length).toBe(2)
    for (const { kind, figures, after } of check!.remedies) {
      expect(after!.lights[0]!.at).toEqual({
        distanceMm: figures.distanceMm,
        azimuthDeg: figures.azimuthDeg,
        elevationDeg: figures.elevationDeg
      })
      expect(shares(after!).seen).toBe(0)
      const was = seen.lights[0]!.at
      if (kind === 'azimuth') {
        const sign = Math.sign(((figures.azimuthDeg! - was.azimuthDeg + 540) % 360) - 180)
        const nearer = { ...was, azimuthDeg: was.azimuthDeg + sign * (figures.by! - 2) }
        expect(shares(withLight(seen, 0, { at: nearer })).seen).toBeGreaterThan(0)
        expect(Math.abs(((figures.azimuthDeg! - was.azimuthDeg + 540) % 360) - 180)).toBe(
          figures.by
        )
      }
      if (kind === 'elevation') {
        expect(figures.elevationDeg! - was.elevationDeg).toBe(figures.by)
        const nearer = { ...was, elevationDeg: was.elevationDeg + figures.by! - 2 }
        expect(shares(withLight(seen, 0, { at: nearer })).seen).toBeGreaterThan(0)
      }
    }
    // Both ways round are tried: with the elevation locked those two are what is offered.
    const level = find(
      checkSet({ ...seen, locks: ['lights.A.at.elevationDeg', 'lights.A.at.distanceMm'] }),
      'in-view'
    )[0]!.remedies.map((each) =>
      Math.sign(((each.figures.azimuthDeg! - seen.lights[0]!.at.azimuthDeg + 540) % 360) - 180)
    )
    expect(level.sort()).toEqual([-1, 1])
    for (const each of find(
      checkSet({ ...seen, locks: ['lights.A.at.elevationDeg'] }),
      'in-view'
    )[0]!.remedies)
      expect(openPlan(each.after)).toMatchObject({ ok: true })
    const locks = ['lights.A.at.azimuthDeg', 'lights.A.at.elevationDeg']
    const [away] = find(checkSet({ ...seen, locks }), 'in-view')[0]!.remedies
    expect(away!.kind).toBe('away')
    const { distanceMm } = away!.after!.lights[0]!.at
    expect(away!.figures.by).toBeCloseTo(distanceMm - 300, 9)
    expect((distanceMm / 300 - 1) * 10).toBeCloseTo(Math.round((distanceMm / 300 - 1) * 10), 9)
    const tenthLess = { ...seen.lights[0]!.at, distanceMm: distanceMm - 30 }
    expect(shares(withLight(seen, 0, { at: tenthLess })).seen).toBeGreaterThan(0)
    const [first, second] = check!.remedies.map((each) => Math.abs(each.effectStops ?? 9))
    expect(first!).toBeLessThanOrEqual(second!)
  })
})

describe('a shadow', () => {
  const wall = (change: (p: Plan) => void = () => undefined): Plan =>
    set((p) => {
      p.background = {
        ...p.background,
        distanceMm: 30,
        reflectance: 0.8,
        widthMm: 2000,
        heightMm: 2000
      }
      p.goals = { ...p.goals, backgroundStops: 3 }
      p.lights = [testLight({ at: { distanceMm: 300, azimuthDeg: 35, elevationDeg: 5 } })]
      change(p)
    })
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

test('the worst come first', () => {
  const plan = set((p) => {
    p.subject = { ...p.subject, finish: 'gloss' }
    p.background = { ...p.background, distanceMm: 60, reflectance: 0.7 }
    p.lights = [
      testLight({ powerStops: -2, at: { distanceMm: 300, azimuthDeg: 174, elevationDeg: 3 } }),
      testLight({
        id: 'B',
        role: 'other',
        at: { distanceMm: 260, azimuthDeg: 55, elevationDeg: 0 }
      })
    ]
  })
  const order = { miss: 0, near: 1, info: 2 }
  const states = checkSet(plan, [snoot]).map((each) => order[each.state])
  expect(new Set(states).size).toBeGreaterThan(1)
  expect(states).toEqual([...states].sort())
})

test('an effect is the difference of two levels; going dark is told apart from never lit', () => {
  const plan = set(() => undefined)
  const [light] = plan.lights
  const brighter = withLight(plan, 0, { powerStops: light!.powerStops + 1 })
  expect(effectAt(plan, brighter, light!, 'subject')).toBeCloseTo(1, 9)
  const off = withLight(plan, 0, { on: false })
  expect(effectAt(plan, off, light!, 'subject')).toBe(-Infinity)
  expect(effectAt(off, plan, light!, 'subject')).toBeNull()
  expect(effectAt(plan, plan, light!, 'P7')).toBeNull()
})

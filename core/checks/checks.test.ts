import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { ratiosOf, sumAt } from '../ledger/ratios'
import type { Plan } from '../plan/plan'
import { sceneOf, transportOf } from '../set/transport'
import { dot, scale, sub, unit } from '../set/vec'
import { testLight, testStrobe } from '../testing'
import {
  addCard,
  addLight,
  addPlace,
  copyLight,
  removeCard,
  removeLight,
  removePlace
} from '../plan/edit'
import { planSchema } from '../plan/plan'
import { checkSet } from './checks'
import { find, set, snoot } from './testing'

describe('in the frame', () => {
  test('a head in sight behind the subject is named; each cure takes it out of the frame and changes what it says', () => {
    const plan = set((p) => {
      p.lights = [
        testLight({
          at: { distanceMm: 300, turnDeg: 174, heightDeg: 3 },
          aim: { kind: 'free', turnDeg: 180, heightDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), 'in-frame')
    expect(check).toMatchObject({ state: 'miss', light: 'A' })
    expect(check!.cures.length).toBeGreaterThan(0)
    for (const cure of check!.cures) {
      expect(find(checkSet(cure.after!), 'in-frame')).toEqual([])
      const was = cellAt(evaluate(plan).ledger, 'A', 'subject')!.level
      const is = cellAt(evaluate(cure.after!).ledger, 'A', 'subject')!.level
      if (cure.effectStops !== null && Number.isFinite(cure.effectStops))
        expect(is - was).toBeCloseTo(cure.effectStops, 6)
    }
  })
  test('a small head straight behind a larger subject is hidden, one beside the lens is not in it at all', () => {
    const hidden = set((p) => {
      p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
          at: { distanceMm: 60, turnDeg: 180, heightDeg: 0 }
        })
      ]
    })
    expect(find(checkSet(hidden), 'hidden')).toHaveLength(1)
    expect(find(checkSet(hidden), 'in-frame')).toEqual([])
    expect(find(checkSet(set(() => undefined)), 'in-frame')).toEqual([])
  })
  test('how far a hidden head may move: so far it stays hidden, a degree more and it shows', () => {
    const plan = set((p) => {
      p.focus.magnification = 0.2
      p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
          at: { distanceMm: 90, turnDeg: 180, heightDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), 'hidden')
    const moved = (turnDeg: number, heightDeg: number) =>
      find(
        checkSet({
          ...plan,
          lights: [{ ...plan.lights[0]!, at: { distanceMm: 90, turnDeg, heightDeg } }]
        }),
        'in-frame'
      ).length
    const { turnRoom, up, down } = check!.figures as { turnRoom: number; up: number; down: number }
    expect(turnRoom).toBeGreaterThan(0)
    expect(up).toBe(down)
    expect([
      moved(turnRoom - 180, 0),
      moved(180 - turnRoom, 0),
      moved(180, up),
      moved(180, -down)
    ]).toEqual([0, 0, 0, 0])
    expect(moved(turnRoom + 1 - 180, 0) + moved(180 - turnRoom - 1, 0)).toBeGreaterThan(0)
    expect(moved(180, up + 1)).toBe(1)
  })
})

describe('into the lens', () => {
  const back = (p: Plan) => {
    p.lights = [
      testLight({
        powerStops: -1,
        strobe: testStrobe({ beamDeg: 100 }),
        at: { distanceMm: 250, turnDeg: 140, heightDeg: 20 }
      })
    ]
  }
  test('a wide head from behind sprays it; the angle is that between the lens axis and the line to the light', () => {
    const plan = set(back)
    const [check] = find(checkSet(plan, [snoot]), 'into-lens')
    const { pose, heads } = sceneOf(plan)
    const line = unit(sub(heads[0]!.at, pose.front))
    const axis = scale(pose.toCamera, -1)
    expect(check!.figures.offLensDeg).toBeCloseTo((Math.acos(dot(line, axis)) * 180) / Math.PI, 6)
    const cure = check!.cures.find((each) => each.kind === 'modifier')!
    expect(cure.effectStops).toBeLessThan(-5)
    expect(find(checkSet(cure.after!, [snoot]), 'into-lens')).toEqual([])
  })
  test('a flag shades the lens and leaves the subject alone', () => {
    const [check] = find(checkSet(set(back)), 'into-lens')
    const flag = check!.cures.find((each) => each.kind === 'flag')!
    const ledger = evaluate(flag.after!).ledger
    expect(
      cellAt(ledger, 'A', 'subject')!.level -
        cellAt(evaluate(set(back)).ledger, 'A', 'subject')!.level
    ).toBeGreaterThan(-0.2)
    expect(flag.effectStops!).toBeLessThan(-1)
    expect(check!.cures.some((each) => each.kind === 'narrow')).toBe(true)
  })
  test('behind a clear vessel and hidden by it, its light is the picture; a little aside it sprays', () => {
    const vessel = (turnDeg: number) =>
      set((p) => {
        p.subject = {
          ...p.subject,
          shape: 'vessel',
          finish: 'clear',
          widthMm: 60,
          heightMm: 80,
          depthMm: 60
        }
        p.focus.magnification = 0.2
        p.lights = [
          testLight({
            powerStops: -1,
            strobe: testStrobe({ face: { kind: 'disc', diameterMm: 16 } }),
            at: { distanceMm: 120, turnDeg, heightDeg: 0 }
          })
        ]
      })
    expect(find(checkSet(vessel(180)), 'hidden')).toHaveLength(1)
    expect(find(checkSet(vessel(180)), 'into-lens')).toEqual([])
    expect(find(checkSet(vessel(160)), 'into-lens')).toHaveLength(1)
  })
  test('a head from the camera’s side does not', () =>
    expect(find(checkSet(set(() => undefined)), 'into-lens')).toEqual([]))
})

test('spill: the light that does it is named, the ground moved back meets the goal', () => {
  const plan = set((p) => {
    p.ground = { ...p.ground, distanceMm: 120, reflectance: 0.5, widthMm: 2000, heightMm: 2000 }
    p.lights = [
      testLight({ powerStops: -3, at: { distanceMm: 260, turnDeg: 55, heightDeg: 10 } }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -7,
        strobe: testStrobe({ guideNumberM: 2 }),
        at: { distanceMm: 400, turnDeg: -60, heightDeg: 0 }
      })
    ]
    p.goals = { ...p.goals, groundStops: -5 }
  })
  const spills = find(checkSet(plan, [snoot]), 'spill')
  expect(spills.map((check) => check.light)).toEqual(['A'])
  const back = spills[0]!.cures.find((cure) => cure.kind === 'ground-back')!
  const after = evaluate(back.after!).ledger
  expect(
    Math.max(after.flash.ground!, after.flash.groundLeft!, after.flash.groundRight!)
  ).toBeLessThanOrEqual(-5 + 0.1)
  expect(spills[0]!.cures.some((cure) => cure.kind === 'modifier' && cure.effectStops! < -2)).toBe(
    true
  )
})

test('shadow on the ground: thrown by a low light close before a wall, gone when it is raised', () => {
  const plan = set((p) => {
    p.ground = { ...p.ground, distanceMm: 30, reflectance: 0.8, widthMm: 2000, heightMm: 2000 }
    p.goals = { ...p.goals, groundStops: 3 }
    p.lights = [testLight({ at: { distanceMm: 300, turnDeg: 35, heightDeg: 5 } })]
  })
  const [check] = find(checkSet(plan), 'shadow')
  expect(check!.figures.share).toBeGreaterThan(0.04)
  expect(check!.figures.depth).toBeLessThan(-1)
  expect(check!.cures.map((cure) => cure.kind)).toEqual(['raise', 'ground-back'])
  const was = evaluate(plan).ledger
  for (const cure of check!.cures) {
    expect(find(checkSet(cure.after!), 'shadow')).toEqual([])
    // It gains what the shadow was deep, and says what that does to subject and ground.
    expect(cure.effectStops).toBeCloseTo(-check!.figures.depth!, 9)
    const is = evaluate(cure.after!).ledger
    expect(cure.figures.subject).toBeCloseTo(
      cellAt(is, 'A', 'subject')!.level - cellAt(was, 'A', 'subject')!.level,
      9
    )
    const brightest = (totals: typeof was.totals) =>
      Math.max(totals.ground!, totals.groundLeft!, totals.groundRight!)
    expect(cure.figures.ground).toBeCloseTo(brightest(is.totals) - brightest(was.totals), 9)
  }
  expect(
    find(
      checkSet({ ...plan, ground: { ...plan.ground, reflectance: 0.005, distanceMm: 2000 } }),
      'shadow'
    )
  ).toEqual([])
})

test('no cure moves what is locked; the check itself stays', () => {
  const behind = set((p) => {
    p.lights = [
      testLight({
        at: { distanceMm: 300, turnDeg: 174, heightDeg: 3 },
        aim: { kind: 'free', turnDeg: 180, heightDeg: 0 }
      })
    ]
  })
  const kinds = (locks: string[]) =>
    find(checkSet({ ...behind, locks }), 'in-frame').map((check) =>
      check.cures.map((cure) => cure.kind)
    )
  const free = kinds([])[0]!
  expect(free.length).toBeGreaterThan(0)
  expect(kinds(['lights.0.at.turnDeg'])[0]).toEqual(free.filter((kind) => kind !== 'turn'))
  expect(kinds(['lights.0.at.turnDeg', 'lights.0.at.heightDeg', 'lights.0.at.distanceMm'])).toEqual(
    [[]]
  )
  expect(kinds(['settings.isoStops'])[0]).toEqual(free)
  const wall = set((p) => {
    p.ground = { ...p.ground, distanceMm: 30, reflectance: 0.8, widthMm: 2000, heightMm: 2000 }
    p.goals = { ...p.goals, groundStops: 3 }
    p.lights = [testLight({ at: { distanceMm: 300, turnDeg: 35, heightDeg: 5 } })]
    p.locks = ['ground.distanceMm']
  })
  expect(find(checkSet(wall), 'shadow')[0]!.cures.map((cure) => cure.kind)).toEqual(['raise'])
})

test('reach and groups', () => {
  const dim = set((p) => {
    p.lights = [
      testLight({
        strobe: testStrobe({ guideNumberM: 3 }),
        at: { distanceMm: 900, turnDeg: 40, heightDeg: 0 }
      })
    ]
  })
  const [check] = find(checkSet(dim), 'too-dim')
  expect(check!.figures.miss).toBeLessThan(-1)
  expect(check!.cures[0]!.effectStops).toBeCloseTo(-check!.figures.miss!, 0)
  const grouped = set((p) => {
    p.goals = {
      ...p.goals,
      places: [{ place: 'shadow', kind: 'about', stops: -1, toleranceStops: 0.3 }]
    }
    p.lights = [
      testLight({ group: 'A', powerStops: -7, at: { distanceMm: 250, turnDeg: 70, heightDeg: 0 } }),
      testLight({
        id: 'B',
        role: 'fill',
        group: 'A',
        powerStops: -1,
        at: { distanceMm: 250, turnDeg: -60, heightDeg: 0 }
      })
    ]
  })
  const [group] = find(checkSet(grouped), 'group')
  expect(group!.figures.apart).toBeGreaterThan(1)
  expect(find(checkSet(group!.cures[0]!.after!), 'group')).toEqual([])
})

test('ratios: key 2 stops over fill reads as 4 : 1, and sums of chosen sources add up', () => {
  const plan = set((p) => {
    p.lights = [
      testLight({ at: { distanceMm: 250, turnDeg: 60, heightDeg: 0 } }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -5,
        at: { distanceMm: 250, turnDeg: -60, heightDeg: 0 }
      })
    ]
  })
  const { ledger } = evaluate(plan)
  // The two stand mirrored about the lens axis, so the fill at the shadow side is the key at the lit side, two stops less.
  expect(ratiosOf(plan, ledger).keyFill).toBeCloseTo(2, 1)
  const all = ledger.rows.map((row) => row.source)
  for (const place of ledger.places)
    expect(sumAt(ledger, place, all)).toBeCloseTo(ledger.totals[place]!, 9)
  expect(sumAt(ledger, 'subject', ['A'])).toBeCloseTo(cellAt(ledger, 'A', 'subject')!.level, 9)
})

test('property: adding, copying and taking out keep the plan valid, and locks with their lights', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.constantFrom('light', 'card', 'flag', 'place', 'copy', 'drop', 'dropCard', 'dropPlace'),
        { maxLength: 20 }
      ),
      (steps) => {
        let plan: Plan = {
          ...set(() => undefined),
          locks: ['lights.0.at.distanceMm', 'settings.isoStops']
        }
        for (const step of steps) {
          if (step === 'light') plan = addLight(plan, testStrobe())
          else if (step === 'card' || step === 'flag') plan = addCard(plan, step)
          else if (step === 'place') plan = addPlace(plan, 1, 2, 3)
          else if (step === 'copy') plan = copyLight(plan, plan.lights[0]!.id)
          else if (step === 'drop') plan = removeLight(plan, plan.lights.at(-1)!.id)
          else if (step === 'dropCard' && plan.cards.length)
            plan = removeCard(plan, plan.cards[0]!.id)
          else if (step === 'dropPlace' && plan.places.length)
            plan = removePlace(plan, plan.places[0]!.id)
          expect(planSchema.safeParse(plan).success).toBe(true)
          expect(plan.lights.length).toBeGreaterThan(0)
        }
        expect(plan.locks).toContain('settings.isoStops')
        transportOf(plan)
      }
    ),
    { numRuns: 60 }
  )
  const two = addLight(
    { ...set(() => undefined), locks: ['lights.1.powerStops', 'lights.0.powerStops'] },
    testStrobe()
  )
  expect(removeLight(two, 'A').locks).toEqual(['lights.0.powerStops'])
})

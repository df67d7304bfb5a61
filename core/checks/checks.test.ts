import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { ratiosOf, sumAt } from '../ledger/ratios'
import type { Plan } from '../plan/plan'
import { sceneOf } from '../set/scene'
import { transportOf } from '../set/remembered'
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
  test('a head in sight behind the subject is named; each remedy takes it out of the frame and changes what it says', () => {
    const plan = set((p) => {
      p.lights = [
        testLight({
          at: { distanceMm: 300, azimuthDeg: 174, elevationDeg: 3 },
          aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), 'in-view')
    expect(check).toMatchObject({ state: 'miss', light: 'A' })
    expect(check!.remedies.length).toBeGreaterThan(0)
    for (const remedy of check!.remedies) {
      expect(find(checkSet(remedy.after!), 'in-view')).toEqual([])
      const was = cellAt(evaluate(plan).ledger, 'A', 'subject')!.level
      const is = cellAt(evaluate(remedy.after!).ledger, 'A', 'subject')!.level
      if (remedy.effectStops !== null && Number.isFinite(remedy.effectStops))
        expect(is - was).toBeCloseTo(remedy.effectStops, 6)
    }
  })
  test('a small head straight behind a larger subject is hidden, one beside the lens is not in it at all', () => {
    const hidden = set((p) => {
      p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
          at: { distanceMm: 60, azimuthDeg: 180, elevationDeg: 0 }
        })
      ]
    })
    expect(find(checkSet(hidden), 'hidden')).toHaveLength(1)
    expect(find(checkSet(hidden), 'in-view')).toEqual([])
    expect(find(checkSet(set(() => undefined)), 'in-view')).toEqual([])
  })
  test('how far a hidden head may move: so far it stays hidden, a degree more and it shows', () => {
    const plan = set((p) => {
      p.focus.magnification = 0.2
      p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
          at: { distanceMm: 90, azimuthDeg: 180, elevationDeg: 0 }
        })
      ]
    })
    const [check] = find(checkSet(plan), 'hidden')
    const moved = (azimuthDeg: number, elevationDeg: number) =>
      find(
        checkSet({
          ...plan,
          lights: [{ ...plan.lights[0]!, at: { distanceMm: 90, azimuthDeg, elevationDeg } }]
        }),
        'in-view'
      ).length
    const { azimuthRoom, up, down } = check!.figures as {
      azimuthRoom: number
      up: number
      down: number
    }
    expect(azimuthRoom).toBeGreaterThan(0)
    expect(up).toBe(down)
    expect([
      moved(azimuthRoom - 180, 0),
      moved(180 - azimuthRoom, 0),
      moved(180, up),
      moved(180, -down)
    ]).toEqual([0, 0, 0, 0])
    expect(moved(azimuthRoom + 1 - 180, 0) + moved(180 - azimuthRoom - 1, 0)).toBeGreaterThan(0)
    expect(moved(180, up + 1)).toBe(1)
  })
})

describe('into the lens', () => {
  const back = (p: Plan) => {
    p.lights = [
      testLight({
        powerStops: -1,
        strobe: testStrobe({ beamDeg: 100 }),
        at: { distanceMm: 250, azimuthDeg: 140, elevationDeg: 20 }
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
    const remedy = check!.remedies.find((each) => each.kind === 'modifier')!
    expect(remedy.effectStops).toBeLessThan(-5)
    expect(find(checkSet(remedy.after!, [snoot]), 'into-lens')).toEqual([])
  })
  test('a flag shades the lens and leaves the subject alone', () => {
    const [check] = find(checkSet(set(back)), 'into-lens')
    const flag = check!.remedies.find((each) => each.kind === 'flag')!
    const ledger = evaluate(flag.after!).ledger
    expect(
      cellAt(ledger, 'A', 'subject')!.level -
        cellAt(evaluate(set(back)).ledger, 'A', 'subject')!.level
    ).toBeGreaterThan(-0.2)
    expect(flag.effectStops!).toBeLessThan(-1)
    expect(check!.remedies.some((each) => each.kind === 'narrow')).toBe(true)
  })
  test('behind a clear vessel and hidden by it, its light is the picture; a little aside it sprays', () => {
    const vessel = (azimuthDeg: number) =>
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
            at: { distanceMm: 120, azimuthDeg, elevationDeg: 0 }
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

test('shadow on the background: thrown by a low light close before a wall, gone when it is raised', () => {
  const plan = set((p) => {
    p.background = {
      ...p.background,
      distanceMm: 30,
      reflectance: 0.8,
      widthMm: 2000,
      heightMm: 2000
    }
    p.goals = { ...p.goals, backgroundStops: 3 }
    p.lights = [testLight({ at: { distanceMm: 300, azimuthDeg: 35, elevationDeg: 5 } })]
  })
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

test('no remedy moves what is locked; the check itself stays', () => {
  const behind = set((p) => {
    p.lights = [
      testLight({
        at: { distanceMm: 300, azimuthDeg: 174, elevationDeg: 3 },
        aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 }
      })
    ]
  })
  const kinds = (locks: string[]) =>
    find(checkSet({ ...behind, locks }), 'in-view').map((check) =>
      check.remedies.map((remedy) => remedy.kind)
    )
  const free = kinds([])[0]!
  expect(free.length).toBeGreaterThan(0)
  const kept = kinds(['lights.A.at.azimuthDeg'])[0]!
  expect(kept.length).toBeGreaterThan(0)
  expect(kept).not.toContain('azimuth')
  // What comes third when all may move is offered when the first two may not.
  expect(kinds(['lights.A.at.azimuthDeg', 'lights.A.at.elevationDeg'])).toEqual([['away']])
  expect(
    kinds(['lights.A.at.azimuthDeg', 'lights.A.at.elevationDeg', 'lights.A.at.distanceMm'])
  ).toEqual([[]])
  expect(kinds(['settings.isoStops'])[0]).toEqual(free)
  const wall = set((p) => {
    p.background = {
      ...p.background,
      distanceMm: 30,
      reflectance: 0.8,
      widthMm: 2000,
      heightMm: 2000
    }
    p.goals = { ...p.goals, backgroundStops: 3 }
    p.lights = [testLight({ at: { distanceMm: 300, azimuthDeg: 35, elevationDeg: 5 } })]
    p.locks = ['background.distanceMm']
  })
  expect(find(checkSet(wall), 'shadow')[0]!.remedies.map((remedy) => remedy.kind)).toEqual([
    'elevation'
  ])
})

test('reach and groups', () => {
  const dim = set((p) => {
    p.lights = [
      testLight({
        strobe: testStrobe({ guideNumberM: 3 }),
        at: { distanceMm: 900, azimuthDeg: 40, elevationDeg: 0 }
      })
    ]
  })
  const [check] = find(checkSet(dim), 'too-dim')
  expect(check!.figures.miss).toBeLessThan(-1)
  expect(check!.remedies[0]!.effectStops).toBeCloseTo(-check!.figures.miss!, 0)
  const grouped = set((p) => {
    p.goals = {
      ...p.goals,
      places: [{ place: 'shadow', kind: 'about', stops: -1, toleranceStops: 0.3 }]
    }
    p.lights = [
      testLight({
        group: 'A',
        powerStops: -7,
        at: { distanceMm: 250, azimuthDeg: 70, elevationDeg: 0 }
      }),
      testLight({
        id: 'B',
        role: 'fill',
        group: 'A',
        powerStops: -1,
        at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
      })
    ]
  })
  const [group] = find(checkSet(grouped), 'group')
  expect(group!.figures.apart).toBeGreaterThan(1)
  expect(find(checkSet(group!.remedies[0]!.after!), 'group')).toEqual([])
})

test('ratios: key 2 stops over fill reads as 4 : 1, and sums of chosen sources add up', () => {
  const plan = set((p) => {
    p.lights = [
      testLight({ at: { distanceMm: 250, azimuthDeg: 60, elevationDeg: 0 } }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -5,
        at: { distanceMm: 250, azimuthDeg: -60, elevationDeg: 0 }
      })
    ]
  })
  const { ledger } = evaluate(plan)
  // The two stand mirrored about the lens axis, so the fill at the shadow side is the key at the
  // lit side, two stops less.
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
          locks: ['lights.A.at.distanceMm', 'settings.isoStops']
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
    { ...set(() => undefined), locks: ['lights.B.powerStops', 'lights.A.powerStops'] },
    testStrobe()
  )
  expect(removeLight(two, 'A').locks).toEqual(['lights.B.powerStops'])
})

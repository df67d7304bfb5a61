// checks: veil (over angles)
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { sceneOf } from '../set/scene'
import { add, direction, distance, dot, pointOf, positionOf, scale, sub, unit } from '../set/vec'
import { testLens, testLight, testModifier, testPlan, testStrobe } from '../testing'
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
  describe('what keeps it out', () => {
    const tube = (id: string, beamDeg: number, lossStops = 0.5) =>
      testModifier({ id, name: id, lossStops, beam: { kind: 'cut', beamDeg } })
    const plan = lit(rim(30), 1)
    const check = (bag: Parameters<typeof checkSet>[1], of: Plan = plan) =>
      checkSet(of, bag).find((each) => each.kind === 'into-lens')!
    const narrowDeg = check([]).figures.narrowDeg!
    /** From aside, where a flag can stand without shading the subject. */
    const aside = set((p) => {
      p.lights = [
        testLight({
          powerStops: -1,
          strobe: testStrobe({
            beamDeg: 100,
            face: { kind: 'rectangle', widthMm: 20, heightMm: 14 }
          }),
          at: { distanceMm: 300, azimuthDeg: 125, elevationDeg: 10 }
        })
      ]
    })
    test('how narrow a beam must be: past the near edge of the lens front, the head’s own half face aside', () => {
      const { offBeamDeg } = check([]).figures
      const scene = sceneOf(plan)
      const far = distance(scene.pose.front, scene.heads[0]!.at)
      const edge = (Math.atan((35 + 60 / 2) / far) * 180) / Math.PI
      expect(narrowDeg).toBeCloseTo(2 * (offBeamDeg! - edge), 6)
      expect(narrowDeg).toBeGreaterThan(10)
      const narrow = check([]).remedies.find((each) => each.kind === 'narrow')!
      expect(narrow.figures.deg).toBe(narrowDeg)
    })
    test('of what is at hand the widest that is narrow enough, with what it does to lens and subject', () => {
      const bag = [tube('slim', 8), tube('fits', narrowDeg - 1), tube('wide', narrowDeg + 1)]
      const { remedies } = check(bag)
      expect(remedies.map((each) => each.kind)).not.toContain('narrow')
      const remedy = remedies.find((each) => each.kind === 'modifier')!
      expect(remedy).toMatchObject({ name: 'fits', figures: { deg: narrowDeg - 1, loss: 0.5 } })
      const cell = (of: Plan, place: string) => evaluate(of).ledger.rows[1]!.cells[place]!.level
      const by = (place: string) => cell(remedy.after!, place) - cell(plan, place)
      expect(remedy.effectStops).toBe(by('lens'))
      const atSubject = by('subject')
      expect(remedy.figures.subject).toBeCloseTo(Number.isFinite(atSubject) ? atSubject : 0, 9)
    })
    test('nothing but sheets at hand, or four layers worn: only how narrow it must be', () => {
      const kinds = (bag: Parameters<typeof checkSet>[1], of?: Plan) =>
        check(bag, of).remedies.map((each) => each.kind)
      expect(kinds([testModifier()])).toContain('narrow')
      const worn = withLight(plan, 0, {
        modifiers: ['a', 'b', 'c', 'd'].map((id) => testModifier({ id, lossStops: 0 }))
      })
      expect(kinds([tube('fits', narrowDeg - 1)], worn)).toContain('narrow')
    })
    test('a flag shades the lens front, stands a little before the light, square to the line between them', () => {
      const flag = check([], aside).remedies.find((each) => each.kind === 'flag')!
      const card = flag.after!.cards.at(-1)!
      const scene = sceneOf(aside)
      const head = scene.heads[0]!.at
      const { front } = scene.pose
      const spot = pointOf(card.at)
      expect(card).toMatchObject({ id: 'K1', kind: 'flag', on: true, widthMm: flag.figures.sizeMm })
      expect(card.heightMm).toBe(card.widthMm)
      // On its way from the head to the lens, and its middle not far off that line.
      const way = unit(sub(front, head))
      const along = dot(sub(spot, head), way)
      expect(flag.figures.fromLightMm).toBe(40)
      // Pushed square to the beam by an eighth of its size, away from it.
      const push = sub(spot, add(head, scale(way, 40)))
      expect(Math.hypot(...push)).toBeCloseTo(0.12 * card.widthMm, 6)
      expect(dot(push, scene.heads[0]!.axis)).toBeCloseTo(0, 6)
      expect(dot(push, way)).toBeGreaterThan(0)
      expect(along).toBeGreaterThan(40)
      if (card.aim.kind !== 'free') throw new Error('a flag faces where it is turned')
      const faces = direction(card.aim.azimuthDeg, card.aim.elevationDeg)
      expect(Math.abs(dot(faces, way))).toBeCloseTo(1, 9)
      // As large as face and lens front look from there, and a sixth more.
      const far = distance(front, head)
      expect(card.widthMm).toBe(Math.ceil((20 * (1 - 40 / far) + 70 * (40 / far)) * 1.15))
      expect(flag.effectStops!).toBeLessThan(-3)
    })
    test('where the light gives the subject nothing, nothing is taken from it', () => {
      const { axis, at } = sceneOf(plan).heads[0]!
      const shaded: Plan = {
        ...plan,
        cards: [
          {
            id: 'K1',
            kind: 'flag',
            on: true,
            widthMm: 60,
            heightMm: 60,
            reflectance: 0.03,
            // Before the whole subject, beside the line from the head to the lens.
            at: positionOf(add(at, scale(axis, 340))),
            aim: { kind: 'place', place: 'focus' }
          }
        ]
      }
      const { cells } = evaluate(shaded).ledger.rows[1]!
      expect(cells.subject!.level).toBe(-Infinity)
      const { remedies } = check([tube('fits', narrowDeg - 1)], shaded)
      expect(remedies.map((each) => [each.kind, each.figures.subject])).toEqual([
        ['modifier', 0],
        ['flag', 0]
      ])
    })
    test('it stands half way to a lens front near by, and is never smaller than can be cut', () => {
      const flagOf = (change: (p: Plan) => void) => {
        const found = check(
          [],
          set((p) => {
            p.lights = [{ ...aside.lights[0]! }]
            change(p)
          })
        )
        return found?.remedies.find((each) => each.kind === 'flag')
      }
      const usual = flagOf(() => undefined)!
      expect(usual.after!.cards[0]).toMatchObject({ reflectance: 0.03, on: true })
      const tiny = flagOf((p) => {
        p.lights[0]!.powerStops = 0
        p.lights[0]!.strobe = testStrobe({ guideNumberM: 200, beamDeg: 150 })
        p.lights[0]!.at = { distanceMm: 2500, azimuthDeg: 140, elevationDeg: 10 }
      })
      expect(tiny!.figures.sizeMm).toBeLessThan(5)
      expect(tiny!.after!.cards[0]).toMatchObject({ widthMm: 5, heightMm: 5 })
      // 50 mm beside the lens front and 40 before it, turned to it.
      const { front } = sceneOf(aside).pose
      const near = flagOf((p) => {
        const { azimuthDeg, elevationDeg } = positionOf([-50, 0, 40])
        p.lights[0]!.at = positionOf(add(front, [50, 0, -40]))
        p.lights[0]!.aim = { kind: 'free', azimuthDeg: azimuthDeg + 10, elevationDeg }
      })
      expect(near!.figures.fromLightMm).toBeCloseTo(Math.hypot(50, 40) / 2, 6)
    })
    test('a beam of three degrees or less nobody makes: it is not asked for', () => {
      const asked = [...Array(60).keys()]
        .map((i) => lit(rim(2 + i * 0.35), 2))
        .flatMap((of) => checkSet(of).filter((each) => each.kind === 'into-lens'))
        .map(({ figures, remedies }) => ({
          deg: figures.narrowDeg!,
          narrow: remedies.some((each) => each.kind === 'narrow')
        }))
      expect(asked.some(({ deg }) => deg > 0 && deg < 3)).toBe(true)
      expect(asked.some(({ deg }) => deg > 3 && deg < 6)).toBe(true)
      for (const { deg, narrow } of asked) expect(narrow).toBe(deg > 3)
    })
    test('no flag that takes more than a fifth of a stop from the subject', () => {
      const seen = Array.from({ length: 25 }, (_, i) => 37 + i / 10).map((deg) => {
        const of = lit(rim(deg), 1)
        const { pose, heads } = sceneOf(of)
        const { at, axis } = heads[0]!
        // 1.2 times the face of 60 mm before it, pushed off the beam by 0.12 of its size.
        const way = unit(sub(pose.front, at))
        const off = unit(sub(way, scale(axis, dot(way, axis))))
        const card = {
          id: 'K1',
          kind: 'flag' as const,
          on: true,
          widthMm: 71,
          heightMm: 71,
          reflectance: 0.03,
          at: positionOf(add(at, add(scale(way, 72), scale(off, 0.12 * 71)))),
          aim: { kind: 'free' as const, ...positionOf(way) }
        }
        const level = (plan: Plan) => cellAt(evaluate(plan).ledger, 'A', 'subject')!.level
        return {
          takes: level(of) - level({ ...of, cards: [card] }),
          offered: check([], of).remedies.some((each) => each.kind === 'flag')
        }
      })
      expect(seen.some(({ takes }) => takes < 0.2)).toBe(true)
      expect(seen.some(({ takes }) => takes > 0.2 && takes < 0.4)).toBe(true)
      for (const { takes, offered } of seen) expect(offered).toBe(takes <= 0.2)
    })
    test('a ninth card has no letter: no flag then', () => {
      const cards = Array.from({ length: 8 }, (_, i) => ({
        id: `K${i + 1}`,
        kind: 'flag' as const,
        on: false,
        widthMm: 20,
        heightMm: 20,
        reflectance: 0.03,
        at: { distanceMm: 900, azimuthDeg: 120, elevationDeg: 0 },
        aim: { kind: 'place' as const, place: 'focus' }
      }))
      const kinds = (n: number) =>
        check([], { ...aside, cards: cards.slice(0, n) }).remedies.map((each) => each.kind)
      expect(kinds(7)).toContain('flag')
      expect(kinds(8)).not.toContain('flag')
    })
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
        {
          id: 'K1',
          kind: 'card',
          on: true,
          widthMm: 2000,
          heightMm: 2000,
          reflectance: 0.9,
          at: { distanceMm: 800, azimuthDeg: 180, elevationDeg: 0 },
          aim: { kind: 'place', place: 'focus' }
        }
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

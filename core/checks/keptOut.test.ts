/** What keeps a light's shine out of the lens: a narrower beam, a flag. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { sceneOf } from '../set/scene'
import { add, direction, distance, dot, pointOf, positionOf, scale, sub, unit } from '../set/vec'
import { testCard, testLight, testModifier, testStrobe } from '../testing'
import { checkSet } from './checks'
import { lensSet, lit, rim } from './testing'

describe('what keeps it out', () => {
  const tube = (id: string, beamDeg: number, lossStops = 0.5) =>
    testModifier({ id, name: id, lossStops, beam: { kind: 'cut', beamDeg } })
  const plan = lit(rim(30), 1)
  const check = (bag: Parameters<typeof checkSet>[1], of: Plan = plan) =>
    checkSet(of, bag).find((each) => each.kind === 'into-lens')!
  const narrowDeg = check([]).figures.narrowDeg!
  /** From aside, where a flag can stand without shading the subject. */
  const aside = lensSet((p) => {
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
  test('a wider lens front asks for a larger flag', () => {
    const wide = { ...aside, lens: { ...aside.lens, frontDiameterMm: 120 } }
    const flag = check([], wide).remedies.find((each) => each.kind === 'flag')!
    const scene = sceneOf(wide)
    const far = distance(scene.pose.front, scene.heads[0]!.at)
    expect(flag.figures.sizeMm).toBe(Math.ceil((20 * (1 - 40 / far) + 120 * (40 / far)) * 1.15))
  })
  test('where the light gives the subject nothing, nothing is taken from it', () => {
    const { axis, at } = sceneOf(plan).heads[0]!
    const shaded: Plan = {
      ...plan,
      cards: [
        testCard({
          widthMm: 60,
          heightMm: 60, // Before the whole subject, beside the line from the head to the lens.
          at: positionOf(add(at, scale(axis, 340)))
        })
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
        lensSet((p) => {
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
    const seen = Array.from({ length: 30 }, (_, i) => 37 + i / 5).map((deg) => {
      const of = lit(rim(deg), 1)
      const { pose, heads } = sceneOf(of)
      const { at, axis } = heads[0]!
      // 1.2 times the face of 60 mm before it, pushed off the beam by 0.12 of its size.
      const way = unit(sub(pose.front, at))
      const off = unit(sub(way, scale(axis, dot(way, axis))))
      const card = testCard({
        widthMm: 71,
        heightMm: 71,
        at: positionOf(add(at, add(scale(way, 72), scale(off, 0.12 * 71)))),
        aim: { kind: 'free', ...positionOf(way) }
      })
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
    const cards = Array.from({ length: 8 }, (_, i) =>
      testCard({
        id: `K${i + 1}`,
        on: false,
        widthMm: 20,
        heightMm: 20,
        at: { distanceMm: 900, azimuthDeg: 120, elevationDeg: 0 }
      })
    )
    const kinds = (n: number) =>
      check([], { ...aside, cards: cards.slice(0, n) }).remedies.map((each) => each.kind)
    expect(kinds(7)).toContain('flag')
    expect(kinds(8)).not.toContain('flag')
  })
})

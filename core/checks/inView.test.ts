/** Which heads stand in the picture, which are hidden, and what takes them out of it. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { openPlan } from '../plan/open'
import type { Plan } from '../plan/plan'
import { visibleShares } from '../set/inFrame'
import { sceneOf } from '../set/scene'
import { testCard, testLight, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set } from './testing'

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
    // Off the middle: the shorter of the two ways round, whichever side it lies on; up and down.
    const off = (azimuthDeg: number, elevationDeg: number) =>
      find(
        checkSet(withLight(plan, 0, { at: { distanceMm: 90, azimuthDeg, elevationDeg } })),
        'hidden'
      )[0]!.figures
    for (const side of [178, -178]) expect(off(side, 0).azimuthRoom).toBe(azimuthRoom - 2)
    expect(off(180, 3)).toMatchObject({ up: up - 3, down: down + 3 })
    // At the edge there is none left; behind a large thing it is looked for up to thirty degrees.
    expect(off(180 - azimuthRoom, 0).azimuthRoom).toBe(0)
    expect(off(180, up).up).toBe(0)
    const large = { ...plan, subject: { ...plan.subject, widthMm: 300, heightMm: 300 } }
    expect(find(checkSet(large), 'hidden')[0]!.figures).toMatchObject({
      azimuthRoom: 30,
      up: 30,
      down: 30
    })
    // Seen from far below or above, no farther than straight up or down; a ball hides it alike.
    const tilted = (elevationDeg: number) => {
      const ball = { ...plan, subject: { ...plan.subject, depthMm: 60 } }
      const of = withLight(ball, 0, { at: { distanceMm: 90, azimuthDeg: 180, elevationDeg } })
      const seen = { ...of, view: { elevationDeg: -elevationDeg } }
      const { figures } = find(checkSet(seen), 'hidden')[0]!
      return [figures.up, figures.down]
    }
    const [room] = tilted(0)
    expect(room).toBeGreaterThan(5)
    expect(room).toBeLessThan(28)
    expect(tilted(87.5)).toEqual([2, room])
    expect(tilted(-87.5)).toEqual([room, 2])
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
      p.cards = [testCard({ aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 } })]
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
  describe('its remedies', () => {
    type At = Plan['lights'][number]['at']
    const seen = (at: At, change: (p: Plan) => void = () => undefined): Plan =>
      behind(300, (p) => {
        p.subject = { ...p.subject, widthMm: 5, heightMm: 5, depthMm: 5 }
        p.lights[0]!.at = at
        change(p)
      })
    const MOVES: Record<string, (at: At, by: number) => At> = {
      east: (at, by) => ({ ...at, azimuthDeg: ((at.azimuthDeg + by + 540) % 360) - 180 }),
      west: (at, by) => ({ ...at, azimuthDeg: ((at.azimuthDeg - by + 540) % 360) - 180 }),
      up: (at, by) => ({ ...at, elevationDeg: at.elevationDeg + by }),
      away: (at, by) => ({ ...at, distanceMm: (at.distanceMm * (20 + by)) / 20 })
    }
    /** Where a move by even degrees, or tenths of the way, first takes the head out of sight. */
    const first = (plan: Plan, move: string): { readonly at: At; readonly effect: number } => {
      for (let by = 2; ; by += 2) {
        const at = MOVES[move]!(plan.lights[0]!.at, by)
        const after = withLight(plan, 0, { at })
        const level = (of: Plan) => cellAt(evaluate(of).ledger, 'A', 'subject')!.level
        if (shares(after).seen === 0) return { at, effect: level(after) - level(plan) }
      }
    }
    const LOCKS = { azimuth: 'azimuthDeg', elevation: 'elevationDeg', distance: 'distanceMm' }
    const offered = (plan: Plan, ...locked: (keyof typeof LOCKS)[]) =>
      find(
        checkSet({ ...plan, locks: locked.map((each) => `lights.A.at.${LOCKS[each]}`) }),
        'in-view'
      )[0]!.remedies
    const spots = (plan: Plan, ...locked: (keyof typeof LOCKS)[]): At[] =>
      offered(plan, ...locked).map(({ figures, after }) => {
        const { at } = after!.lights[0]!
        expect(figures).toMatchObject({ ...at })
        expect(openPlan(after)).toMatchObject({ ok: true })
        return at
      })
    const near = (at: At) => ({
      distanceMm: expect.closeTo(at.distanceMm, 6),
      azimuthDeg: expect.closeTo(at.azimuthDeg, 6),
      elevationDeg: expect.closeTo(at.elevationDeg, 6)
    })
    test.each([
      [172, 4],
      [155, 2],
      [-158, -6]
    ])(
      'from %d°, %d° up: the smallest moves of their kind, those that change the subject least first',
      (azimuthDeg, elevationDeg) => {
        const plan = seen({ distanceMm: 300, azimuthDeg, elevationDeg })
        const by = (...moves: string[]) =>
          moves
            .map((move) => first(plan, move))
            .sort((a, b) => Math.abs(a.effect) - Math.abs(b.effect))
            .slice(0, 2)
            .map(({ at }) => near(at))
        expect(spots(plan, 'azimuth', 'distance')).toEqual(by('up'))
        expect(spots(plan, 'azimuth', 'elevation')).toEqual(by('away'))
        expect(spots(plan, 'elevation', 'distance')).toEqual(by('east', 'west'))
        expect(spots(plan, 'elevation')).toEqual(by('east', 'west', 'away'))
        expect(spots(plan)).toEqual(by('east', 'west', 'up', 'away'))
      }
    )
    test('say by how much: degrees round and up, millimetres away', () => {
      const plan = seen({ distanceMm: 300, azimuthDeg: 155, elevationDeg: 2 })
      const [up] = offered(plan, 'azimuth', 'distance')
      expect(up).toMatchObject({ kind: 'elevation' })
      expect(up!.figures.by).toBe(up!.figures.elevationDeg! - 2)
      const [away] = offered(plan, 'azimuth', 'elevation')
      expect(away).toMatchObject({ kind: 'away' })
      expect(away!.figures.by).toBeCloseTo(away!.figures.distanceMm! - 300, 9)
      const [round] = offered(plan, 'elevation', 'distance')
      expect(round).toMatchObject({ kind: 'azimuth' })
      const turned = Math.abs(round!.figures.azimuthDeg! - 155)
      expect(round!.figures.by).toBe(Math.min(turned, 360 - turned))
    })
    test('no farther round than 60°, and not over the zenith', () => {
      const wide = (azimuthDeg: number) =>
        seen({ distanceMm: 400, azimuthDeg, elevationDeg: 0 }, (p) => {
          p.focus.magnification = 0.05
        })
      // A frame of 720 mm: it is left 74° off the middle.
      expect(first(wide(170), 'west').at.azimuthDeg).toBe(106)
      expect(spots(wide(170), 'elevation', 'distance')).toEqual([])
      expect(spots(wide(166), 'elevation', 'distance')).toHaveLength(1)
      const fromBelow = seen({ distanceMm: 300, azimuthDeg: 180, elevationDeg: 82 }, (p) => {
        p.view = { elevationDeg: -82 }
      })
      expect(shares(fromBelow).seen).toBeGreaterThan(0)
      expect(spots(fromBelow, 'azimuth', 'distance')).toEqual([])
    })
  })
})

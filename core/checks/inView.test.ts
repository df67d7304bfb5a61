/** Which heads stand in the picture, which are hidden, and what takes them out of it. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import { openPlan } from '../plan/open'
import type { Plan } from '../plan/plan'
import { visibleShares } from '../set/inFrame'
import { sceneOf } from '../set/scene'
import { testLight, testStrobe } from '../testing'
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

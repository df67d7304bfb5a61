/** A highlight burnt out on a shiny curve: how far past white, and what tames it. */
import { describe, expect, test } from '@jest/globals'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { highlightOn } from '../set/highlight'
import { sceneOf } from '../set/scene'
import { add, direction, dot, positionOf, scale, sub, unit } from '../set/vec'
import { testCard, testCorrection, testLight, testModifier, testStrobe } from '../testing'
import { checkSet } from './checks'
import { find, set, snoot } from './testing'

describe('a burnt-out highlight on a curved side', () => {
  const ball = (change: (p: Plan) => void = () => undefined) =>
    set((p) => {
      p.subject = { ...p.subject, finish: 'gloss', widthMm: 20, heightMm: 20, depthMm: 20 }
      p.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }),
          at: { distanceMm: 300, azimuthDeg: 40, elevationDeg: 10 }
        })
      ]
      change(p)
    })
  const sheet = testModifier({
    id: 'sheet',
    name: 'Sheet',
    measured: [{ deg: 0, stops: -2 }],
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 200, heightMm: 200 }
  })
  const wider = testModifier({
    id: 'wider',
    name: 'Wide sheet',
    measured: [{ deg: 0, stops: -2 }],
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 400, heightMm: 300 }
  })
  const highlight = (plan: Plan, bag = [snoot, sheet]) =>
    find(checkSet(plan, bag), 'mirror-curved')[0]!
  test('a larger face: its area and its loss tell how much dimmer; of two the one that tames more is offered', () => {
    const plan = ball()
    const { figures, remedies } = highlight(plan)
    expect(figures.overWhite).toBeGreaterThan(3)
    const remedy = remedies.find((each) => each.kind === 'larger')!
    expect(remedy.name).toBe('Sheet')
    expect(remedy.effectStops).toBeCloseTo(
      highlight(remedy.after!).figures.level! - figures.level!,
      9
    )
    // The sheet’s light falls as a cosine, so its face is equally bright from everywhere: area
    // and loss are all there is, but for the bare beam’s fall-off.
    expect(
      Math.abs(remedy.effectStops! - (-2 - Math.log2((200 * 200) / ((Math.PI / 4) * 40 ** 2))))
    ).toBeLessThan(0.1)
    expect(remedy.effectStops!).toBeLessThan(remedy.figures.subject! - 3)
    expect(highlight(plan, [sheet, wider]).remedies[0]!.name).toBe('Wide sheet')
  })
  test('a lossy sheet is not the larger one: what counts is how much less the highlight gets than the subject', () => {
    const lossy = testModifier({
      id: 'lossy',
      name: 'Lossy sheet',
      lossStops: 5,
      beam: { kind: 'spread', beamDeg: 120 },
      face: { kind: 'rectangle', widthMm: 200, heightMm: 200 }
    })
    const taming = (bag: Parameters<typeof highlight>[1]) =>
      highlight(ball(), bag).remedies.find((each) => each.kind === 'larger')!
    expect(taming([lossy]).effectStops!).toBeLessThan(taming([wider]).effectStops!)
    expect(taming([lossy, wider]).name).toBe('Wide sheet')
    expect(taming([wider, lossy]).name).toBe('Wide sheet')
  })
  test('not nearer where a flag then hides the middle of the face from the highlight', () => {
    const towards = direction(40, 10)
    const { at: spot } = highlightOn(
      ball().subject,
      sceneOf(ball()).pose.pupil,
      scale(towards, 300)
    )!
    const aside = sub(spot, scale(towards, dot(spot, towards)))
    // So far off the line between focus and light the way to the spot passes at 100 mm.
    const passes = (distanceMm: number): number =>
      (Math.hypot(...aside) * (distanceMm - 100)) / (distanceMm - dot(spot, towards))
    const flagged = (edgeMm: number): Plan => ({
      ...ball(),
      cards: [
        testCard({
          widthMm: 20,
          heightMm: 20,
          at: positionOf(add(scale(towards, 100), scale(unit(aside), edgeMm - 10))),
          aim: { kind: 'free', azimuthDeg: 40, elevationDeg: 10 }
        })
      ]
    })
    const between = flagged((passes(150) + passes(300)) / 2)
    const near = withLight(between, 0, { at: { ...between.lights[0]!.at, distanceMm: 150 } })
    expect(find(checkSet(near), 'mirror-curved')).toEqual([])
    expect(cellAt(ledgerOf(near), 'A', 'subject')!.level).toBeGreaterThan(-5)
    const kinds = (plan: Plan) => highlight(plan, []).remedies.map((each) => each.kind)
    expect(kinds(between)).toEqual([])
    expect(kinds(flagged(passes(150) - 0.3))).toEqual(['nearer'])
  })
  test('of two lights each is told and tamed by its own highlight, on the curved side', () => {
    const plan = ball((p) => {
      p.subject = { ...p.subject, shape: 'cylinder', heightMm: 110 }
      p.focus.magnification = 0.2
      p.view = { elevationDeg: 5 }
      p.lights.push(
        testLight({
          id: 'B',
          role: 'other',
          powerStops: -1,
          strobe: testStrobe({ face: { kind: 'disc', diameterMm: 30 } }),
          at: { distanceMm: 200, azimuthDeg: -60, elevationDeg: 0 }
        })
      )
    })
    const curved = (of: Plan) => find(checkSet(of, [sheet]), 'mirror-curved')
    expect(curved(plan).map((each) => each.light)).toEqual(['A', 'B'])
    for (const [i, { figures, remedies }] of curved(plan).entries()) {
      expect(figures.overWhite).toBeCloseTo(figures.level! - Math.log2(1 / 0.18), 9)
      expect(remedies[0]).toMatchObject({ kind: 'larger' })
      for (const { after, effectStops } of remedies)
        expect(effectStops).toBeCloseTo(curved(after!)[i]!.figures.level! - figures.level!, 9)
    }
  })
  test('a face that tames it by half a stop or less is not worth the change', () => {
    /** So many stops dimmer at the same light: a disc so much larger, with the beam as it is. */
    const larger = (stops: number) =>
      testModifier({
        id: 'larger',
        lossStops: 0.3,
        face: { kind: 'disc', diameterMm: 40 * 2 ** (stops / 2) }
      })
    const offered = (stops: number) =>
      highlight(ball(), [larger(stops)]).remedies.filter((each) => each.kind === 'larger').length
    expect([offered(0.4), offered(0.6), offered(0.9)]).toEqual([0, 1, 1])
  })
  test('not nearer where the head would then stand in the picture', () => {
    const kinds = (magnification: number) =>
      highlight(
        ball((p) => {
          p.focus.magnification = magnification
          p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 90, elevationDeg: 5 }
        }),
        []
      ).remedies.map((each) => each.kind)
    // Frames of 103 and 360 mm width; the head goes from 300 to 150 mm aside.
    expect(kinds(0.35)).toEqual(['nearer'])
    expect(kinds(0.1)).toEqual([])
  })
  test('half as far at the same light on the subject: two stops off the highlight, since only the power goes down', () => {
    const plan = ball()
    const { figures, remedies } = highlight(plan)
    const remedy = remedies.find((each) => each.kind === 'nearer')!
    const [light] = remedy.after!.lights
    expect(light!.at.distanceMm).toBe(150)
    expect(light!.powerStops - plan.lights[0]!.powerStops).toBeCloseTo(-2, 0)
    expect(Math.abs(remedy.figures.subject!)).toBeLessThan(0.25)
    expect(remedy.effectStops).toBeCloseTo(
      highlight(remedy.after!).figures.level! - figures.level!,
      9
    )
    expect(Math.abs(remedy.effectStops! + 2)).toBeLessThan(0.35)
  })
  test('nearer than 40 mm nobody puts a head', () => {
    const kinds = (distanceMm: number) =>
      highlight(
        ball((p) => {
          p.subject = { ...p.subject, widthMm: 4, heightMm: 4, depthMm: 4 }
          p.focus.magnification = 1
          p.lights[0] = {
            ...p.lights[0]!,
            powerStops: -2,
            strobe: testStrobe({ face: { kind: 'disc', diameterMm: 10 } }),
            at: { distanceMm, azimuthDeg: 70, elevationDeg: 30 }
          }
        }),
        []
      ).remedies.map((each) => each.kind)
    expect(kinds(84)).toEqual(['nearer'])
    expect(kinds(76)).toEqual([])
  })
  test('a locked distance or power, a light at the lens, a bottomed-out dial: not offered; under white no remedy is needed', () => {
    const kinds = (plan: Plan) => highlight(plan, []).remedies.map((remedy) => remedy.kind)
    expect(kinds(ball())).toEqual(['nearer'])
    expect(
      kinds(
        ball((p) => {
          p.locks = ['lights.A.powerStops']
        })
      )
    ).toEqual([])
    expect(
      kinds(
        ball((p) => {
          p.locks = ['lights.A.at.distanceMm']
        })
      )
    ).toEqual([])
    expect(
      kinds(
        ball((p) => {
          p.lights[0]!.powerStops = -17 / 3
        })
      )
    ).toEqual([])
    expect(
      kinds(
        ball((p) => {
          p.lights[0]!.powerStops = -16 / 3
        })
      )
    ).toEqual(['nearer'])
    expect(
      highlight(
        ball((p) => {
          p.lights[0] = {
            ...p.lights[0]!,
            mount: 'lens',
            strobe: testStrobe({ face: { kind: 'ring', innerMm: 64, outerMm: 70 } })
          }
        })
      ).remedies
    ).toEqual([])
    const dim = ball((p) => {
      p.lights[0] = {
        ...p.lights[0]!,
        powerStops: -7,
        modifiers: [testModifier({ lossStops: 8 })]
      }
    })
    expect(highlight(dim).figures.overWhite).toBeLessThan(0)
    expect(highlight(dim).remedies).toEqual([])
  })
  test('what a reading taught about the light counts for its image too', () => {
    const plan = ball()
    const [light] = plan.lights
    const taught: Plan = {
      ...plan,
      corrections: [testCorrection({ strobeId: light!.strobe.id })]
    }
    expect(highlight(taught).figures.level! - highlight(plan).figures.level!).toBeCloseTo(-0.6, 9)
  })
})

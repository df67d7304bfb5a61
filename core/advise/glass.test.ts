// checks: seen through glass (dark edges and shining ones, the leak beside a vessel by similar triangles)
import { describe, expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { newPlan } from '../plan/newPlan'
import { planSchema, type Plan } from '../plan/plan'
import { fieldAt, poseOf } from '../set/camera'
import { testCamera, testLens, testLight, testPlan, testStrobe } from '../testing'
import { glassLook, glassVariants } from './glass'
import { FLAG_WIDTHS, flagChoice } from './glassFlags'
import { asBrightField, asDarkField } from './glassSets'
import { leaks } from './leak'

const flask = (): Plan =>
  newPlan('bright-field', 'Flask', {
    camera: testCamera(),
    lens: testLens(),
    strobe: testStrobe({ guideNumberM: 10 }),
    modifier: null
  })

describe('glass on bright', () => {
  const plan = asBrightField(flask())
  const look = glassLook(plan)!
  test('is a whole plan; the panel just fills the picture', () => {
    expect(planSchema.safeParse(plan).error).toBeUndefined()
    const { widthMm } = fieldAt(poseOf(plan), plan.background.distanceMm)
    expect(plan.background.widthMm / widthMm).toBeCloseTo(1.05, 2)
    expect(fieldAt(poseOf(plan), 0).widthMm).toBeCloseTo(36 / plan.focus.magnification, 6)
  })
  test('shows the panel through its middle, the dark room at its edges', () => {
    expect(look.places[0]!.behind[0]!.id).toBe('background')
    expect(look.edges.left.kind).toBe('dark')
    expect(look.edges.right.kind).toBe('dark')
    for (const { mm } of Object.values(look.edges)) {
      expect(mm).toBeGreaterThan(0.5)
      expect(mm).toBeLessThan(look.outline.left / 2)
    }
    const { totals } = ledgerOf(plan)
    expect(Math.abs(totals.subject!)).toBeLessThan(0.5)
    expect(totals.background!).toBeGreaterThan(totals.subject!)
  })
  test('a wider panel makes them narrower; flags beside the picture wider again', () => {
    const wide = {
      ...plan,
      background: { ...plan.background, widthMm: plan.background.widthMm * 3 }
    }
    const open = glassLook(wide)!.edges.left
    expect(open.kind === 'even' ? 0 : open.mm).toBeLessThan(look.edges.left.mm - 0.3)
    const flagged = FLAG_WIDTHS.flatMap((width) => flagChoice(wide, width) ?? [])
    expect(flagged.map(({ widthMm }) => widthMm)).toEqual([20, 40, 80, 160])
    const widest = flagged.at(-1)!.edges.left
    expect(widest.kind).toBe('dark')
    expect(widest.mm).toBeGreaterThan(open.kind === 'even' ? 0 : open.mm)
    expect(planSchema.safeParse(flagged[0]!.after).error).toBeUndefined()
    expect(flagged[0]!.after.cards).toHaveLength(2)
  })
  test('emptied, what its liquid took is there again, at the same height', () => {
    const [empty] = glassVariants(plan)
    expect(empty!.variant).toBe('empty')
    // A clear one in its place: what the tint takes is most of the difference.
    const clear = {
      ...plan,
      subject: { ...plan.subject, liquid: { ...plan.subject.liquid!, colour: '#ffffff' } }
    }
    const tint = ledgerOf(clear).totals.subject! - ledgerOf(plan).totals.subject!
    expect(tint).toBeGreaterThan(0.2)
    expect(Math.abs(empty!.stops - tint)).toBeLessThan(0.35)
    const without = { ...plan, subject: { ...plan.subject, liquid: null } }
    expect(glassVariants(without)[0]!.variant).toBe('filled')
    expect(glassVariants(testPlan())).toEqual([])
    expect(glassLook(testPlan())).toBeNull()
  })
})

describe('glass on black', () => {
  const plan = asDarkField(flask())
  test('its edges shine, its middle does not, black fills the picture', () => {
    expect(planSchema.safeParse(plan).error).toBeUndefined()
    const look = glassLook(plan)!
    expect(look.edges.left.kind).toBe('bright')
    expect(look.edges.right.kind).toBe('bright')
    const { totals } = ledgerOf(plan)
    expect(Math.abs(totals.rimLeft!)).toBeLessThan(0.4)
    expect(totals.subject!).toBeLessThan(-5)
    // Dark, and as dark when it is empty.
    expect(glassVariants(plan)).toEqual([{ variant: 'empty', stops: 0 }])
    for (const place of ['background', 'backgroundLeft', 'backgroundRight'])
      expect(totals[place]!).toBeLessThan(-5)
  })
})

describe('a head hidden behind it', () => {
  const behind = (widthMm: number, xDeg = 0): Plan =>
    testPlan((plan) => {
      plan.subject = {
        ...plan.subject,
        finish: 'clear',
        shape: 'cylinder',
        widthMm: 30,
        depthMm: 30,
        heightMm: 80,
        rotationDeg: 0
      }
      plan.focus = { ...plan.focus, magnification: 0.2 }
      plan.table = null
      plan.lights = [
        testLight({
          strobe: testStrobe({ face: { kind: 'rectangle', widthMm, heightMm: 20 } }),
          at: { distanceMm: 60, azimuthDeg: 180 - xDeg, elevationDeg: 0 }
        })
      ]
    })
  test('leaks as wide as its face is past the outline, seen from the lens', () => {
    const plan = behind(60)
    const { pupilMm } = poseOf(plan)
    const found = leaks(plan)
    expect(found.map(({ side }) => side)).toEqual(['left', 'right'])
    // A cylinder of radius r is tangent to the line of sight at r/√(1 − (r/D)²) in the plane through its axis.
    const outline = 15 / Math.sqrt(1 - (15 / pupilMm) ** 2)
    const face = (30 * pupilMm) / (pupilMm + 60)
    for (const { mm, share } of found) {
      expect(mm).toBeCloseTo(face - outline, 1)
      expect(share).toBeCloseTo(mm / 180, 6)
    }
  })
  test('a small one does not; one that stands to a side leaks on that side; off, not at all', () => {
    expect(leaks(behind(20))).toEqual([])
    const sides = leaks(behind(36, 12)).map(({ side }) => side)
    expect(sides).toHaveLength(1)
    const off = behind(60)
    expect(leaks({ ...off, lights: off.lights.map((each) => ({ ...each, on: false })) })).toEqual(
      []
    )
    expect(leaks(testPlan())).toEqual([])
  })
})

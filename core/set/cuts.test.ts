import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { testCard, testPlan } from '../testing'
import { cutAtCrossings, cutAtPockets, straightCuts, type Strips } from './cuts'
import { cutSheet, even } from './patches'
import { sceneOf } from './scene'
import type { Sheet } from './surface'
import { dot, sub, type Vec } from './vec'

const strips = (n: number): Strips => ({ us: straightCuts(even(n)), vs: straightCuts(even(n)) })

/** A card beside the subject, turned by some degrees, that dips below the table. */
const dipping = (turnDeg: number) => {
  const plan = testPlan((p) => {
    p.table = {
      belowMm: 30,
      widthMm: 400,
      depthMm: 300,
      reflectance: 0.5,
      finish: 'matt',
      roughness: 0
    }
    p.cards = [
      testCard({
        kind: 'card',
        widthMm: 100,
        heightMm: 100,
        at: { distanceMm: 100, azimuthDeg: -90, elevationDeg: 0 },
        aim: { kind: 'free', azimuthDeg: 90 + turnDeg, elevationDeg: 0 }
      })
    ]
  })
  const { cards, background, surfaces } = sceneOf(plan)
  const table = surfaces.list.find((each) => each.id === 'table') as Sheet
  return { card: cards[0]!.sheet, background, table }
}

test('a card that dips through the table is cut where it does', () => {
  const { card, background, table } = dipping(0)
  const cut = cutAtCrossings(card, [card, background, table], strips(2))
  expect(cut.us.map(({ at }) => at)).toEqual([-1, -0.5, 0, 0.5, 1])
  expect(cut.vs.map(({ at }) => Number(at.toFixed(3)))).toEqual([-1, -0.6, 0, 0.5, 1])
  expect(cut.vs.every(({ lean }) => Math.abs(lean) < 1e-9)).toBe(true)
  // Far above it nothing is cut but what is too wide.
  const high = { ...card, at: [-100, 200, 0] as Vec }
  expect(cutAtCrossings(high, [table], strips(5))).toEqual(strips(5))
})

describe('a table under a card that stands askew in it', () => {
  const patchesOf = (turnDeg: number) => {
    const { card, background, table } = dipping(turnDeg)
    const sheets = [card, background, table]
    const cuts = cutAtPockets(table, sheets, cutAtCrossings(table, sheets, strips(5)))
    const common = { reflectance: 0.5, of: 0, on: 1 }
    return { card, table, patches: cutSheet(table, 1, common, cuts) }
  }
  test('property: no patch lies on both sides of the card', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 20, noNaN: true }), (turnDeg) => {
        const { card, patches } = patchesOf(turnDeg)
        for (const { corners } of patches) {
          const sides = corners!.map((corner) => dot(sub(corner, card.at), card.normal))
          expect(Math.min(...sides) > -1e-6 || Math.max(...sides) < 1e-6).toBe(true)
        }
      })
    )
  })
  test('property: patches, their halves and their parts cover the table and no more', () => {
    fc.assert(
      fc.property(fc.double({ min: -80, max: 80, noNaN: true }), (turnDeg) => {
        const { table, patches } = patchesOf(turnDeg)
        const whole = 4 * table.halfAcross * table.halfUpward
        const sum = (areas: readonly number[]) => areas.reduce((a, b) => a + b, 0)
        expect(sum(patches.map((each) => each.areaMm2)) / whole).toBeCloseTo(1, 9)
        for (const patch of patches) {
          const halves = patch.halves().map((half) => half.areaMm2)
          expect(sum(halves) / patch.areaMm2).toBeCloseTo(1, 9)
          const parts = patch.parts(3)
          const areas = Array.from({ length: 9 }, (_, i) => parts[i * 7 + 6]!)
          expect(sum(areas) / patch.areaMm2).toBeCloseTo(1, 9)
        }
      }),
      { numRuns: 40 }
    )
  })
})

test('what lies close behind a card is cut round it and in four between', () => {
  const { background } = dipping(0)
  const card: Sheet = {
    ...background,
    id: 'K1',
    at: [background.at[0] + 10, background.at[1], background.at[2] + 20],
    halfAcross: background.halfAcross / 4,
    halfUpward: background.halfUpward / 4
  }
  const middle = 10 / background.halfAcross
  const cut = cutAtPockets(background, [card], strips(1))
  const ends = [-1 / 4, -1 / 8, 0, 1 / 8, 1 / 4]
  expect(cut.us.map(({ at }) => at)).toEqual(
    [-1, ...ends.map((end) => middle + end), 1].map((at) => expect.closeTo(at, 9))
  )
  expect(cut.vs.map(({ at }) => at)).toEqual([-1, ...ends, 1].map((at) => expect.closeTo(at, 9)))
  const far = { ...card, at: [0, 0, background.at[2] + 5 * card.halfAcross] as Vec }
  expect(cutAtPockets(background, [far], strips(1))).toEqual(strips(1))
})

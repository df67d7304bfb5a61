// checks: all bounces (light of a partly hidden panel on patches, by brute force with its own rays)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import { lightOnPatch } from './patchLight'
import { FOUR, SIXTEEN } from './patchShade'
import type { Patch } from './patches'
import { sceneOf, type Scene } from './scene'
import { isSheet } from './shapes'
import { stageOf } from './stage'

describe('few rays that tell of both', () => {
  const to = SIXTEEN.byTurn[0]!
  const column = (part: number): number => part % 4
  const row = (part: number): number => Math.floor(part / 4)

  test('sixteen: each row and column of one meets each of itself and the other once', () => {
    const factors = Array.from(to, (part, i) => [column(i), row(i), column(part), row(part)])
    for (let a = 0; a < 4; a++)
      for (let b = a + 1; b < 4; b++)
        expect(new Set(factors.map((each) => `${each[a]} ${each[b]}`)).size).toBe(16)
  })
  test('four: a quarter has its own of the sixteen, in each row and column of the face one', () => {
    FOUR.byTurn.forEach((own, turn) => {
      const first = 2 * (turn % 2) + 8 * Math.floor(turn / 2)
      expect([...own]).toEqual([first, first + 1, first + 4, first + 5].map((i) => to[i]))
      expect(new Set(Array.from(own, column)).size).toBe(4)
      expect(new Set(Array.from(own, row)).size).toBe(4)
    })
  })
  test('the four quarters of a patch take turns', () => {
    const plan = behindFlag({ azimuthDeg: 60, elevationDeg: 30, distanceMm: 150, size: 80 }, 120)
    const { patches } = stageOf(plan, sceneOf(plan), null).reflectors
    const turns = patches[0]!
      .halves()
      .flatMap((half) => half.halves())
      .map(({ path }) => path % FOUR.byTurn.length)
    expect(turns.toSorted()).toEqual([0, 1, 2, 3])
  })
})

/** A table under a panel, whose beam is a Lambertian face's, with a flag between. */
const behindFlag = (
  flag: { azimuthDeg: number; elevationDeg: number; distanceMm: number; size: number },
  panel: number
): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'sheet', finish: 'matt', widthMm: 30, heightMm: 30 }
    plan.table = {
      belowMm: 60,
      widthMm: 600,
      depthMm: 500,
      reflectance: 0.5,
      finish: 'matt',
      roughness: 0
    }
    plan.lights = [
      testLight({
        strobe: testStrobe({
          face: { kind: 'rectangle', widthMm: panel, heightMm: 0.7 * panel },
          beamDeg: 120
        }),
        at: { distanceMm: 320, azimuthDeg: 60, elevationDeg: 35 }
      })
    ]
    const { size, ...at } = flag
    plan.cards = [testCard({ widthMm: size, heightMm: size, at })]
  })

/** From 64 spots of a flat patch to 64 of the panel each, past every flat thing. */
function counted(scene: Scene, patch: Patch): number {
  const head = scene.heads[0]!
  const { at, across, upward, axis, face } = head.emitters[0]
  if (face.kind !== 'rectangle') throw new Error('a panel has a rectangular face')
  const corners = patch.corners!
  const sheets = scene.fixed.list.filter((each, i) => isSheet(each) && i !== patch.on)
  const n = 8
  let sum = 0
  for (let i = 0; i < n ** 4; i++) {
    const [a, b, c, d] = [0, 1, 2, 3].map((k) => ((Math.floor(i / n ** k) % n) + 0.5) / n) as [
      number,
      number,
      number,
      number
    ]
    const from = [0, 1, 2].map(
      (k) =>
        (1 - a) * (1 - b) * corners[0]![k]! +
        a * (1 - b) * corners[1]![k]! +
        a * b * corners[2]![k]! +
        (1 - a) * b * corners[3]![k]!
    )
    const to = [0, 1, 2].map(
      (k) =>
        at[k]! +
        (c - 0.5) * face.widthMm * across[k]! +
        (d - 0.5) * face.heightMm * upward[k]! -
        from[k]!
    )
    const by = (v: readonly number[]): number => to[0]! * v[0]! + to[1]! * v[1]! + to[2]! * v[2]!
    const d2 = by(to)
    const cosIn = by(patch.normal) / Math.sqrt(d2)
    const cosOut = -by(axis) / Math.sqrt(d2)
    if (cosIn <= 0 || cosOut <= 0) continue
    const hidden = sheets.some((each) => {
      if (!isSheet(each)) return false
      const before = [0, 1, 2].map((k) => from[k]! - each.at[k]!)
      const along = (v: readonly number[], w: readonly number[]): number =>
        v[0]! * w[0]! + v[1]! * w[1]! + v[2]! * w[2]!
      const t = -along(before, each.normal) / by(each.normal)
      if (!(t > 1e-6 && t < 1 - 1e-6)) return false
      const spot = before.map((value, k) => value + t * to[k]!)
      return (
        Math.abs(along(spot, each.across)) <= each.halfAcross &&
        Math.abs(along(spot, each.upward)) <= each.halfUpward
      )
    })
    if (!hidden) sum += (cosIn * cosOut * 1e6) / d2
  }
  return sum / n ** 4
}

test('property: a panel that shows past a flag in part lights each patch of a table as counted', () => {
  const off: number[] = []
  let partly = 0
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 100 }),
      fc.integer({ min: 5, max: 55 }),
      fc.integer({ min: 120, max: 200 }),
      fc.integer({ min: 50, max: 110 }),
      fc.integer({ min: 80, max: 200 }),
      (azimuthDeg, elevationDeg, distanceMm, size, panel) => {
        const plan = behindFlag({ azimuthDeg, elevationDeg, distanceMm, size }, panel)
        const scene = sceneOf(plan)
        const { reflectors } = stageOf(plan, scene, null)
        const table = reflectors.names.indexOf('table')
        const patches = reflectors.patches.filter((each) => each.of === table)
        const head = scene.heads[0]!
        const bare = sceneOf({ ...plan, cards: [] }).fixed
        const open = patches.map((each) => lightOnPatch(head, bare, each, new Map()))
        const brightest = Math.max(...open)
        patches.forEach((patch, k) => {
          const want = counted(scene, patch)
          if (want < brightest / 16) return
          const got = lightOnPatch(head, scene.fixed, patch, new Map())
          off.push(Math.abs(Math.log2(got / want)))
          if (want < 0.8 * open[k]!) partly++
        })
      }
    ),
    { numRuns: 12, seed: 7 }
  )
  off.sort((a, b) => a - b)
  expect(partly).toBeGreaterThan(50)
  expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.02)
  expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(0.18)
  expect(off.at(-1)).toBeLessThan(0.4)
})

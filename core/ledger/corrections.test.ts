// checks: readings together (against the same walk summed as one system of equations)
/** Which readings correct which cell. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Correction, Plan, Place } from '../plan/plan'
import { withLight } from '../plan/edit'
import {
  testCorrection,
  testLight,
  testModifier,
  testPlan,
  testReading,
  testStrobe
} from '../testing'
import { correctionFor, heldBy } from './corrections'
import type { SourceId } from './terms'

const sheet = testModifier({ id: 'sheet' })
const plan = testPlan((p) => {
  p.subject = { ...p.subject, shape: 'ellipsoid' }
  p.lights[0]!.modifiers = [sheet]
  p.lights.push(testLight({ id: 'B', strobe: testStrobe({ id: 'other' }) }))
  p.ambient.subject = testReading(3)
  p.ambient.background = testReading(2)
})
/** A reading taken with the plan as it stands. */
const taken = (
  source: SourceId,
  place: Place,
  stops: number,
  part: Partial<Correction> = {}
): Correction =>
  testCorrection({
    id: `${source}${place}${stops}`,
    source,
    place,
    stops,
    ...heldBy(plan, source, place),
    ...part
  })
const found = (
  corrections: readonly Correction[],
  source: SourceId,
  place: Place,
  now: Plan = plan
): number | null =>
  correctionFor({ ...now, corrections: [...corrections] }, source, place)?.stops ?? null

describe('of a light', () => {
  const onSubject = taken('A', 'subject', -0.5)
  test('on the subject it speaks for the light wherever it has none of its own', () => {
    for (const place of ['subject', 'shadow', 'top', 'background', 'lens'])
      expect(found([onSubject], 'A', place)).toBe(-0.5)
    expect(found([onSubject], 'B', 'subject')).toBeNull()
    expect(found([onSubject], 'ambient', 'subject')).toBeNull()
  })
  test('on the background it speaks for the spill there alone', () => {
    const spill = taken('A', 'background', 0.4)
    expect(found([spill], 'A', 'background')).toBe(0.4)
    expect(found([spill], 'A', 'subject')).toBeNull()
    expect(found([onSubject, spill], 'A', 'background')).toBe(0.4)
    expect(found([spill, onSubject], 'A', 'background')).toBe(0.4)
  })
  test('of several elsewhere the lit side’s comes first, else the newest', () => {
    const top = taken('A', 'top', 1)
    const shadow = taken('A', 'shadow', 2)
    expect(found([onSubject, top], 'A', 'front')).toBe(-0.5)
    expect(found([top, onSubject], 'A', 'front')).toBe(-0.5)
    expect(found([top, shadow], 'A', 'front')).toBe(2)
    expect(found([shadow, top], 'A', 'front')).toBe(1)
    expect(found([taken('A', 'subject', 3), onSubject, top], 'A', 'front')).toBe(-0.5)
    expect(found([top], 'A', 'P1')).toBe(1)
  })
  test('of a place those that agree count together, one switched off does not', () => {
    const newer = taken('A', 'subject', -0.3)
    // As sure as each other; the older one has drifted.
    const u = onSubject.uncertaintyStops ** 2
    const gain = (u + 0.01) / (2 * u + 0.01)
    expect(found([onSubject, newer], 'A', 'subject')).toBeCloseTo(-0.5 + 0.2 * gain, 9)
    expect(found([onSubject, { ...newer, on: false }], 'A', 'subject')).toBe(-0.5)
  })
  test('only with the same strobe and modifiers, in their order', () => {
    const two = withLight(plan, 0, { modifiers: [sheet, testModifier({ id: 'grid' })] })
    expect(found([onSubject], 'A', 'subject', two)).toBeNull()
    expect(found([onSubject], 'A', 'subject', withLight(plan, 0, { modifiers: [] }))).toBeNull()
    const strobe = testStrobe({ id: 'new' })
    expect(found([onSubject], 'A', 'subject', withLight(plan, 0, { strobe }))).toBeNull()
  })
  test('only fired the same way', () => {
    const past = {
      ...plan,
      settings: { ...plan.settings, shutterStops: 10, highSpeedSync: true }
    }
    expect(found([onSubject], 'A', 'subject', past)).toBeNull()
    expect(found([{ ...onSubject, highSpeedSync: null }], 'A', 'subject', past)).toBe(-0.5)
  })
  test('spill only where light and background stand as they did, the subject wherever', () => {
    const spill = taken('A', 'background', 0.4)
    const moves: Plan[] = [
      withLight(plan, 0, { at: { ...plan.lights[0]!.at, distanceMm: 300 } }),
      withLight(plan, 0, { at: { ...plan.lights[0]!.at, azimuthDeg: 41 } }),
      withLight(plan, 0, { at: { ...plan.lights[0]!.at, elevationDeg: 9 } }),
      withLight(plan, 0, { rollDeg: 30 }),
      withLight(plan, 0, { zoomMm: 50 }),
      withLight(plan, 0, { aim: { kind: 'place', place: 'top' } }),
      { ...plan, background: { ...plan.background, distanceMm: plan.background.distanceMm + 100 } },
      { ...plan, background: { ...plan.background, tiltDeg: 12 } }
    ]
    for (const moved of moves) {
      expect(found([spill], 'A', 'background', moved)).toBeNull()
      expect(found([onSubject], 'A', 'background', moved)).toBe(-0.5)
    }
    const again = withLight(plan, 0, { at: { ...plan.lights[0]!.at } })
    expect(found([spill], 'A', 'background', again)).toBe(0.4)
  })
})

describe('of the ambient', () => {
  const dark = taken('ambient', 'background', 1.2)
  test('it does not travel to other places', () => {
    expect(found([dark], 'ambient', 'background')).toBe(1.2)
    expect(found([dark], 'ambient', 'subject')).toBeNull()
    expect(found([taken('ambient', 'subject', 1)], 'ambient', 'background')).toBeNull()
  })
  test('it holds for the reading it corrected', () => {
    const anew = { ...plan, ambient: { ...plan.ambient, background: testReading(5) } }
    const none = { ...plan, ambient: { ...plan.ambient, background: null } }
    expect(found([dark], 'ambient', 'background', anew)).toBeNull()
    expect(found([dark], 'ambient', 'background', none)).toBeNull()
    expect(found([{ ...dark, reading: null }], 'ambient', 'background', anew)).toBe(1.2)
  })
})

describe('together', () => {
  const read = (stops: number, uncertaintyStops: number, limit: Correction['limit'] = 'exact') =>
    taken('A', 'subject', stops, { id: `r${stops}`, uncertaintyStops, limit })
  const all = (...corrections: Correction[]) =>
    correctionFor({ ...plan, corrections }, 'A', 'subject')!

  test('two looks by eye are surer than one, and stand between', () => {
    const { stops, uncertaintyStops, from } = all(read(0, 0.5), read(0.6, 0.5))
    expect(stops).toBeGreaterThan(0.3)
    expect(stops).toBeLessThan(0.33)
    expect(uncertaintyStops).toBeCloseTo(0.36, 2)
    expect(from).toHaveLength(2)
  })
  test('a meter outweighs the eye, whichever came first', () => {
    expect(all(read(0, 0.1), read(0.6, 0.5)).stops).toBeLessThan(0.06)
    expect(all(read(0.6, 0.5), read(0, 0.1)).stops).toBeLessThan(0.06)
  })
  test('far off the rest it starts anew: something was moved', () => {
    const { stops, from } = all(read(0, 0.1), read(0.1, 0.1), read(1.5, 0.1))
    expect(stops).toBe(1.5)
    expect(from).toHaveLength(1)
  })
  test('a limit counts only against what is known', () => {
    expect(all(read(-1, 0.2), read(-0.5, 0.2, 'at-most'))).toMatchObject({
      stops: -1,
      limit: 'exact'
    })
    expect(all(read(0, 0.2), read(-0.5, 0.2, 'at-most'))).toMatchObject({
      stops: -0.5,
      limit: 'at-most'
    })
    expect(all(read(-2, 0.2), read(-1, 0.2, 'at-least'))).toMatchObject({ limit: 'at-least' })
    expect(all(read(-0.5, 0.2, 'at-most'), read(-1, 0.2))).toMatchObject({
      stops: -1,
      limit: 'exact'
    })
  })
  test('property: as one system of equations over all that was read has it', () => {
    // x₁ … xₙ: rᵢ = xᵢ ± uᵢ, xᵢ₊₁ = xᵢ ± 0.1; xₙ by eliminating the others, the last first.
    const bySystem = (readings: readonly (readonly [number, number])[]): [number, number] => {
      const n = readings.length
      const d = readings.map(
        ([, u], i) => 1 / u ** 2 + (n > 1 ? (i > 0 && i < n - 1 ? 200 : 100) : 0)
      )
      const b = readings.map(([r, u]) => r / u ** 2)
      for (let i = 1; i < n; i++) {
        const f = -100 / d[i - 1]!
        d[i]! -= 100 * -f
        b[i]! -= f * b[i - 1]!
      }
      return [b[n - 1]! / d[n - 1]!, Math.sqrt(1 / d[n - 1]!)]
    }
    const readings = fc.array(
      fc.tuple(
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        fc.double({ min: 0.1, max: 0.6, noNaN: true })
      ),
      { minLength: 1, maxLength: 8 }
    )
    fc.assert(
      fc.property(readings, (list) => {
        const { stops, uncertaintyStops } = all(...list.map(([r, u]) => read(r, u)))
        const [mean, sure] = bySystem(list)
        expect(stops).toBeCloseTo(mean, 7)
        expect(uncertaintyStops).toBeCloseTo(sure, 7)
      })
    )
  })
})

test('what a reading holds for', () => {
  expect(heldBy(plan, 'A', 'subject')).toEqual({
    sources: [],
    strobeId: 'strobe',
    modifierIds: ['sheet'],
    highSpeedSync: false,
    geometry: null,
    reading: null
  })
  expect(heldBy(plan, 'A', 'P1').geometry).toBeNull()
  expect(heldBy(plan, 'A', 'lens').geometry).toEqual({
    at: plan.lights[0]!.at,
    aim: plan.lights[0]!.aim,
    rollDeg: 0,
    zoomMm: null,
    backgroundMm: plan.background.distanceMm,
    backgroundTiltDeg: plan.background.tiltDeg
  })
  expect(heldBy(plan, 'ambient', 'background')).toEqual({
    sources: [],
    strobeId: null,
    modifierIds: [],
    highSpeedSync: null,
    geometry: null,
    reading: plan.ambient.background
  })
})

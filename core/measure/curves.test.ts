// checks: tone curve from pairs
// checks: tone curve from steps
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { cameraFilesSchema, type ToneCurve } from '../kit/cameraFiles'
import { rendered } from '../../simulator/files'
import { curveFromPair, type PairSpot } from './curveFromPair'
import { curveFromSteps, type Rung } from './curveFromSteps'
import { levelBehind } from './toneCurve'

/** sRGB transfer as the standard writes it. Source: IEC 61966-2-1. */
const toValue = (linear: number): number =>
  255 *
  (linear <= 0.0031308
    ? 12.92 * Math.max(0, linear)
    : 1.055 * Math.min(1, linear) ** (1 / 2.4) - 0.055)
const toLinear = (value: number): number =>
  value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4

/** Curves of three makings, each through mid-grey: linear light of a level to linear shown. */
const CURVES: Readonly<Record<string, (level: number) => number>> = {
  straight: (level) => 0.18 * 2 ** level,
  /** a power of its own, and a shoulder by the exponential (Reinhard's exposure form) */
  shoulder: (level) => {
    const x = (0.18 * 2 ** level) ** 1.15 / 0.18 ** 0.15
    return 1 - Math.exp((x * Math.log(1 - 0.18)) / 0.18)
  },
  /** a logistic of stops, as films go by */
  film: (level) => 0.98 / (1 + ((1 - 0.18 / 0.98) / (0.18 / 0.98)) * 2 ** (-1.2 * level)),
  camera: (level) => rendered(0.18 * 2 ** level, { power: 1.3, whiteStops: 2.5 })
}
/** What a file of whole values shows of a level, stops; clipped is NaN. */
const shownBy = (curve: (level: number) => number, level: number): number => {
  const value = Math.round(toValue(curve(level)))
  return value >= 254 ? NaN : Math.log2(toLinear(value) / 0.18)
}
const uneven = (seed: number) => (i: number) => {
  const x = Math.sin(i * 12.9898 + seed * 78.233) * 43758.5453
  return x - Math.floor(x)
}
const worst = (
  curve: ToneCurve,
  truth: (level: number) => number,
  from: number,
  to: number
): number => {
  let most = 0
  for (let level = from; level <= to; level += 0.05) {
    const shown = Math.log2(truth(level) / 0.18)
    if (shown > 2.3 || shown < -7) continue
    most = Math.max(most, Math.abs(levelBehind(curve, shown).stops - level))
  }
  return most
}

describe('from a raw file beside its JPEG', () => {
  const spotsOf = (curve: (level: number) => number, grey: number, noise = 0.03): PairSpot[] =>
    Array.from({ length: 900 }, (_, i): PairSpot => {
      const level = -6 + 9 * uneven(1)(i)
      return {
        shownStops: shownBy(curve, level),
        underWhite: level + grey + noise * (uneven(2)(i) - 0.5),
        grey: true
      }
    }).filter(({ shownStops }) => Number.isFinite(shownStops))

  test.each(Object.keys(CURVES))('a %s curve comes back within a tenth', (name) => {
    const { learned, rawGrey } = curveFromPair(spotsOf(CURVES[name]!, -3.2), null)
    if (!learned.ok) throw new Error(learned.why)
    expect(worst(learned.curve, CURVES[name]!, -5, 2.5)).toBeLessThan(0.1)
    expect(Math.abs(rawGrey! + 3.2)).toBeLessThan(0.06)
    expect(cameraFilesSchema.safeParse({ rawGrey: [], toneCurve: learned.curve }).success).toBe(
      true
    )
  })
  test('a grey card measured before stands over where the JPEG shows mid-grey', () => {
    const { learned, rawGrey } = curveFromPair(spotsOf(CURVES.film!, -3.2), -3)
    if (!learned.ok) throw new Error(learned.why)
    expect(rawGrey).toBe(-3)
    expect(levelBehind(learned.curve, 0).stops).toBeCloseTo(-0.2, 1)
  })
  test('greys are taken before colours, and colours where there are no greys', () => {
    // Colours that a camera turns by a third of a stop.
    const mixed = spotsOf(CURVES.film!, -3).map((spot, i) =>
      i % 2 ? spot : { ...spot, underWhite: spot.underWhite + 1 / 3, grey: false }
    )
    const fromGreys = curveFromPair(mixed, null)
    const colours = curveFromPair(
      mixed.filter(({ grey }) => !grey),
      null
    )
    if (!fromGreys.learned.ok || !colours.learned.ok) throw new Error('none')
    expect(fromGreys.rawGrey!).toBeCloseTo(-3, 1)
    expect(worst(fromGreys.learned.curve, CURVES.film!, -4.5, 2)).toBeLessThan(0.1)
    expect(colours.learned.curve[5]!.uncertaintyStops).toBeGreaterThan(
      fromGreys.learned.curve[5]!.uncertaintyStops
    )
  })
  test('one spot in five may be anything', () => {
    const spots = spotsOf(CURVES.film!, -3).map((spot, i) =>
      i % 5 ? spot : { ...spot, underWhite: -12 * uneven(4)(i) }
    )
    const { learned } = curveFromPair(spots, null)
    if (!learned.ok) throw new Error(learned.why)
    expect(worst(learned.curve, CURVES.film!, -4.5, 2)).toBeLessThan(0.15)
  })
  test('a frame of one grey, a handful of spots, or files that do not belong together: none', () => {
    const even = Array.from({ length: 400 }, (_, i) => ({
      shownStops: -0.5 + uneven(1)(i),
      underWhite: -3.5 + uneven(1)(i),
      grey: true
    }))
    const told = (spots: readonly PairSpot[]) => curveFromPair(spots, null).learned
    expect(told(even)).toEqual({ ok: false, why: 'too-few' })
    expect(told(spotsOf(CURVES.film!, -3).slice(0, 20))).toEqual({ ok: false, why: 'too-few' })
    const foreign = spotsOf(CURVES.film!, -3).map((spot, i) => ({
      ...spot,
      underWhite: -10 * uneven(9)(i)
    }))
    expect(told(foreign)).toEqual({ ok: false, why: 'unsteady' })
    expect(told(spotsOf(CURVES.film!, -3).filter(({ shownStops }) => shownStops < -1)).ok).toBe(
      false
    )
  })
})

describe('from frames of known steps', () => {
  const ladder = (curve: (level: number) => number, steps: readonly number[]): Rung[] =>
    steps.map((exposureStops) => ({
      exposureStops,
      shown: Array.from({ length: 40 }, (_, spot) =>
        shownBy(curve, -4.5 + 5 * uneven(3)(spot) + exposureStops)
      )
    }))
  test.each(Object.keys(CURVES))('a %s curve comes back within a tenth of a stop', (name) => {
    const learned = curveFromSteps(ladder(CURVES[name]!, [0, 1, 2, -1]))
    if (!learned.ok) throw new Error(learned.why)
    expect(worst(learned.curve, CURVES[name]!, -4.5, 2)).toBeLessThan(0.1)
    const { uncertaintyStops } = levelBehind(learned.curve, -1)
    expect(uncertaintyStops).toBeLessThan(0.1)
  })
  test('a step that was not what it is said to be is seen in the spread', () => {
    const right = curveFromSteps(ladder(CURVES.film!, [0, 1, 2, -1]))
    const rungs = ladder(CURVES.film!, [0, 1, 2, -1])
    const wrong = curveFromSteps([{ ...rungs[0]!, exposureStops: 1.2 }, ...rungs.slice(1)])
    if (!right.ok || !wrong.ok) throw new Error('none')
    expect(wrong.spreadStops).toBeGreaterThan(3 * right.spreadStops)
  })
  test('one frame, or two that are alike, teach nothing', () => {
    expect(curveFromSteps(ladder(CURVES.film!, [0]))).toEqual({ ok: false, why: 'too-few' })
    expect(curveFromSteps([])).toEqual({ ok: false, why: 'too-few' })
    expect(curveFromSteps(ladder(CURVES.film!, [0, 0, 1 / 3]))).toEqual({
      ok: false,
      why: 'too-few'
    })
  })
  test('property: whatever the readings, a curve rises or there is none', () => {
    const readings = fc.array(fc.double({ min: -9, max: 3, noNaN: true }), {
      minLength: 12,
      maxLength: 12
    })
    fc.assert(
      fc.property(fc.array(readings, { minLength: 0, maxLength: 5 }), (all) => {
        const learned = curveFromSteps(all.map((shown, i) => ({ exposureStops: i, shown })))
        if (learned.ok)
          expect(
            cameraFilesSchema.safeParse({ rawGrey: [], toneCurve: learned.curve }).error
          ).toBeUndefined()
      }),
      { numRuns: 60 }
    )
  })
})

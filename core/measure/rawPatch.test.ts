// checks: raw levels
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { NO_FILES } from '../kit/cameraFiles'
import {
  greyFromCard,
  NOMINAL_RAW_GREY,
  RAW_WHITE,
  rawGreyOf,
  rawLevel,
  rawPatch
} from './rawPatch'

const BALANCE = [0.5, 0.6] as const
/** A grey of so many stops under white, seen by an unbalanced sensor. */
const grey = (stops: number, pixels = 16): number[] =>
  Array.from({ length: pixels }, () =>
    [BALANCE[0], 1, BALANCE[1]].map((share) => Math.min(RAW_WHITE, share * RAW_WHITE * 2 ** stops))
  ).flat()
const measured = (stops: number) =>
  rawGreyOf({ ...NO_FILES, rawGrey: [{ isoStops: 0, stops, uncertaintyStops: 0.08 }] }, 0)

describe('a patch of a raw file', () => {
  test('a ladder of whole stops reads whole stops, from white to nine under', () => {
    for (let stops = -1; stops >= -12; stops--)
      expect(rawPatch(grey(stops), BALANCE).underWhite).toBeCloseTo(stops, 9)
  })
  test('property: twice the light is one stop, whatever the colour', () => {
    const value = fc.integer({ min: 1, max: RAW_WHITE >> 1 })
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value, value), { minLength: 1 }), (pixels) => {
        const one = rawPatch(pixels.flat(), BALANCE)
        const two = rawPatch(
          pixels.flat().map((each) => 2 * each),
          BALANCE
        )
        expect(two.underWhite - one.underWhite).toBeCloseTo(1, 9)
      })
    )
  })
  test('a channel that is full is named, by its share', () => {
    const half = [...grey(-2, 8), ...grey(0, 8)]
    const patch = rawPatch(half, BALANCE)
    expect(patch.clipped).toEqual({ r: 0, g: 0.5, b: 0 })
    expect(rawLevel(patch, measured(-3))).toMatchObject({ limit: 'at-least', clippedShare: 0.5 })
    expect(rawLevel(rawPatch(grey(-2), BALANCE), measured(-3)).limit).toBe('exact')
  })
  test('what black’s own grain outweighs is a limit; texture in the light is not', () => {
    const dark = Array.from({ length: 60 }, (_, i) => (i % 9 === 0 ? 60 : 0))
    expect(rawLevel(rawPatch(dark, BALANCE), measured(-3)).limit).toBe('at-most')
    const rough = [...grey(-1, 3), ...grey(-9, 20)]
    expect(rawLevel(rawPatch(rough, BALANCE), measured(-3)).limit).toBe('exact')
    expect(rawLevel(rawPatch([0, 0, 0], BALANCE), measured(-3))).toMatchObject({
      level: -14,
      limit: 'at-most'
    })
  })
  test('no pixels, or half of one, are refused by name', () => {
    expect(() => rawPatch([], BALANCE)).toThrow(/values/)
    expect(() => rawPatch([1, 2, 3, 4], BALANCE)).toThrow(/values/)
  })
})

describe('where mid-grey lies', () => {
  test('a card metered right is level 0 from then on; metered a stop over, +1', () => {
    for (const off of [0, 1, -2]) {
      const card = rawPatch(grey(-3.4 + off), BALANCE)
      const { level, uncertaintyStops } = rawLevel(card, measured(greyFromCard(card, off)))
      expect(level).toBeCloseTo(off, 9)
      expect(uncertaintyStops).toBeLessThan(0.1)
    }
  })
  test('not measured it is 12.8 % of white, ± 0.7 (ISO 12232 saturation speed, from memory)', () => {
    expect(2 ** NOMINAL_RAW_GREY).toBeCloseTo(0.128, 3)
    expect(rawGreyOf(NO_FILES, 0)).toMatchObject({ from: 'nominal', uncertaintyStops: 0.7 })
  })
  test('another ISO speaks for this one, less surely', () => {
    const files = {
      ...NO_FILES,
      rawGrey: [
        { isoStops: 0, stops: -3, uncertaintyStops: 0.1 },
        { isoStops: 4, stops: -3.5, uncertaintyStops: 0.1 }
      ]
    }
    expect(rawGreyOf(files, 3)).toMatchObject({ stops: -3.5, from: 'other-iso' })
    expect(rawGreyOf(files, 3).uncertaintyStops).toBeGreaterThan(0.2)
    expect(rawGreyOf(files, 0)).toMatchObject({ stops: -3, from: 'measured' })
  })
})

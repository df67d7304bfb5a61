import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  chooseOnDial,
  dialLowest,
  dialMarks,
  dialSchema,
  formatPower,
  parsePower,
  type Dial
} from './dial'

const fraction = (step: 'third' | 'tenth' | 'half' | 'whole', lowestStops = -7): Dial => ({
  kind: 'fraction',
  step,
  lowestStops
})
const levels: Dial = { kind: 'levels', count: 7, stopsPerLevel: 1 }
const percent: Dial = { kind: 'percent', lowestPercent: 1, stepPercent: 1 }
const decimal: Dial = { kind: 'decimal', lowest: 2, full: 10, step: 0.1 }

const anyDial: fc.Arbitrary<Dial> = fc.oneof(
  fc.record({
    kind: fc.constant('fraction' as const),
    step: fc.constantFrom('third', 'tenth', 'half', 'whole'),
    lowestStops: fc.integer({ min: -9, max: -1 })
  }),
  fc.record({
    kind: fc.constant('levels' as const),
    count: fc.integer({ min: 2, max: 20 }),
    stopsPerLevel: fc.constantFrom(0.5, 1)
  }),
  fc.record({
    kind: fc.constant('percent' as const),
    lowestPercent: fc.integer({ min: 1, max: 30 }),
    stepPercent: fc.constantFrom(1, 5, 10)
  }),
  fc.record({
    kind: fc.constant('decimal' as const),
    lowest: fc.integer({ min: 0, max: 4 }),
    full: fc.integer({ min: 6, max: 12 }),
    step: fc.constantFrom(0.1, 0.5, 1)
  })
)

describe('dials', () => {
  test.each([
    [fraction('third'), '1/32 +0.3', -5 + 1 / 3],
    [fraction('third'), '1/32', -5],
    [fraction('third'), '1/1', 0],
    [fraction('third'), 'full', 0],
    [fraction('third'), '1/16 -0.3', -4 - 1 / 3],
    [fraction('tenth'), '1/32 +0.3', -4.7],
    [fraction('tenth'), '1/128', -7],
    [levels, '5 of 7', -2],
    [levels, '7', 0],
    [decimal, '6.3', -3.7],
    [percent, '12 %', Math.log2(0.12)],
    [percent, '12', Math.log2(0.12)],
    [levels, '1/4', -2],
    // Thirds of a stop as some dials print them.
    [fraction('third'), '1/1.3', -1 / 3],
    [fraction('third'), '1/1.6', -2 / 3],
    [fraction('third'), '1/2.5', -4 / 3],
    [fraction('third'), '1/3.2', -5 / 3],
    [fraction('tenth'), '1/1.3', -1 / 3],
    [fraction('half'), '1/1.4', -0.5],
    [fraction('third'), '1/3', -Math.log2(3)],
    [fraction('third'), '4 stops down', -4],
    [fraction('third'), '4 down', -4],
    [levels, '2 stops under', -2],
    [fraction('third'), '−3⅔', -3 - 2 / 3],
    [decimal, '-3.7', -3.7],
    [percent, '−1 stop', -1],
    [fraction('third'), '1/32 +⅓', -5 + 1 / 3],
    [levels, '9', null],
    [fraction('third'), '2', null],
    [fraction('third'), '1/0', null],
    [fraction('third'), '1/1 +1', null],
    [percent, '0 %', null]
  ] as const)('%j reads %s', (dial, text, stops) => {
    const got = parsePower(dial as Dial, text)
    if (stops === null) expect(got).toBeNull()
    else expect(got).toBeCloseTo(stops, 9)
  })

  test('prints on its own scale', () => {
    expect(formatPower(fraction('third'), -5 + 1 / 3)).toBe('1/32 +0.3')
    expect(formatPower(fraction('tenth'), -4.7)).toBe('1/32 +0.3')
    expect(formatPower(fraction('half'), -6.5)).toBe('1/128 +0.5')
    expect(formatPower(levels, -2)).toBe('5 of 7')
    expect(formatPower(decimal, -3.7)).toBe('6.3')
    expect(formatPower(percent, Math.log2(0.12))).toBe('12 %')
  })

  test('says how far the dial falls short at both ends', () => {
    expect(chooseOnDial(fraction('third'), 1.5)).toMatchObject({
      beyondStops: 1.5,
      mark: { stops: 0 }
    })
    expect(chooseOnDial(fraction('third'), -9)).toMatchObject({
      beyondStops: -2,
      mark: { stops: -7 }
    })
    expect(chooseOnDial(fraction('whole'), -3.4)).toMatchObject({
      beyondStops: 0,
      mark: { stops: -3 }
    })
    expect(chooseOnDial(fraction('whole'), -3.4).errorStops).toBeCloseTo(0.4, 9)
  })

  test('property: each mark prints and reads back as itself; marks rise to full', () => {
    fc.assert(
      fc.property(anyDial, (dial) => {
        const marks = dialMarks(dial)
        expect(marks[marks.length - 1]!.stops).toBe(0)
        for (let i = 1; i < marks.length; i++)
          expect(marks[i]!.stops).toBeGreaterThan(marks[i - 1]!.stops)
        for (const mark of marks) expect(parsePower(dial, mark.label)).toBeCloseTo(mark.stops, 6)
      })
    )
  })

  test('property: no mark is nearer than the one chosen', () => {
    fc.assert(
      fc.property(anyDial, fc.double({ min: -12, max: 3, noNaN: true }), (dial, wanted) => {
        const { mark, errorStops } = chooseOnDial(dial, wanted)
        expect(errorStops).toBeCloseTo(mark.stops - wanted, 9)
        for (const other of dialMarks(dial))
          expect(Math.abs(other.stops - wanted)).toBeGreaterThanOrEqual(Math.abs(errorStops) - 1e-8)
      })
    )
  })

  test('property: no mark below the lowest, whether or not the step divides the range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 9, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (lowest, step) => {
          const marks = dialMarks({ kind: 'decimal', lowest, full: 10, step })
          expect(marks[0]!.stops).toBeCloseTo(lowest - 10, 5)
          expect(marks.at(-1)!.stops).toBeCloseTo(0, 9)
          expect(marks.every((mark, i) => i === 0 || mark.stops > marks[i - 1]!.stops)).toBe(true)
        }
      )
    )
  })
  test('a decimal dial whose lowest is above full is refused at that field', () => {
    const bad = dialSchema.safeParse({ kind: 'decimal', lowest: 12, full: 10, step: 0.1 })
    expect(bad.error?.issues[0]?.path).toEqual(['lowest'])
    expect(dialLowest(decimal)).toBe(-8)
  })
})

// checks: flash
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { flashDuration } from '../light/strobe'
import { testStrobe } from '../testing'
import { strobeSchema } from './kit'
import { HEAD_STARTS, headStartOf, TYPICAL, withOwnDuration } from './heads'

describe('classes of head', () => {
  test.each(HEAD_STARTS)('%s: what is typical makes a strobe, of that class', (start) => {
    const strobe = testStrobe(structuredClone(TYPICAL[start]))
    expect(strobeSchema.safeParse(strobe).success).toBe(true)
    expect(headStartOf(strobe)).toBe(start)
    expect(strobe.durationsFrom).toBe('typical')
  })
  // Common practice, no source: full 1/250 to 1/500 s, 1/64 1/6000 to 1/15 000 s.
  test('a hot-shoe head’s table lies within common practice', () => {
    const strobe = testStrobe(structuredClone(TYPICAL['hot-shoe']))
    expect(1 / flashDuration(0, strobe)).toBeGreaterThanOrEqual(250)
    expect(1 / flashDuration(0, strobe)).toBeLessThanOrEqual(500)
    expect(1 / flashDuration(-6, strobe)).toBeGreaterThanOrEqual(6000)
    expect(1 / flashDuration(-6, strobe)).toBeLessThanOrEqual(15000)
  })
  test('voltage-controlled heads flash longer at less power, the others shorter', () => {
    for (const start of HEAD_STARTS) {
      const strobe = testStrobe(structuredClone(TYPICAL[start]))
      const longer = flashDuration(-4, strobe) > flashDuration(0, strobe)
      expect(longer).toBe(start === 'voltage')
    }
  })
})

describe('a duration of one’s own', () => {
  test('property: an estimate then runs through it, and keeps its course elsewhere', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -7, max: 0 }),
        fc.double({ min: 1 / 30000, max: 1 / 500, noNaN: true }),
        fc.boolean(),
        (power, t01, typical) => {
          const strobe = testStrobe(typical ? structuredClone(TYPICAL['hot-shoe']) : {})
          const own = withOwnDuration(strobe, power, t01)
          expect(strobeSchema.safeParse(own).success).toBe(true)
          expect(own.durationsFrom).toBe('measured')
          expect(flashDuration(power, own) / t01).toBeCloseTo(1, 9)
          const ratio = t01 / flashDuration(power, strobe)
          // Past that the schema’s shortest duration holds it.
          if (ratio < 0.05) return
          for (const other of [0, -3, -6])
            expect(flashDuration(other, own) / flashDuration(other, strobe) / ratio).toBeCloseTo(
              1,
              6
            )
        }
      ),
      { numRuns: 60 }
    )
  })
  test('in a table of its own only that point changes', () => {
    const strobe = testStrobe({
      durations: [
        { powerStops: 0, t01: 1 / 300 },
        { powerStops: -6, t01: 1 / 12000 }
      ]
    })
    const own = withOwnDuration(strobe, -6, 1 / 9000)
    expect(own.durations).toEqual([
      { powerStops: 0, t01: 1 / 300 },
      { powerStops: -6, t01: 1 / 9000 }
    ])
  })
})

/** Colours and falling light in words. */
import { describe, expect, test } from '@jest/globals'
import { sourceColour } from '@core/ledger/colours'
import type { Plan } from '@core/plan/plan'
import { testPlan, testStrobe } from '@core/testing'
import {
  balanceWords,
  channelWords,
  filterLine,
  miredWords,
  redBlueWords,
  sourceWords,
  swatchOf,
  temperatureWords
} from './colour'
import { readingWords, waitWords } from './dusk'

const lit = (kelvin: number): Plan =>
  testPlan((p) => {
    p.lights[0]!.strobe = testStrobe({ colour: { kind: 'glowing', kelvin } })
  })

describe('colours in words', () => {
  test('a lamp by temperature, mired and channels', () => {
    const colour = sourceColour(lit(2900), 'A', 'subject')!
    expect(temperatureWords(colour)).toBe('2900 K')
    expect(miredWords(colour.miredOff)).toBe('163 mired warmer')
    expect(channelWords(colour.stops)).toBe('R +0.8 G −0.2 B −1.7')
    expect(redBlueWords(colour.stops)).toBe('R +1.0 B −1.4')
  })

  test('white light is neutral, as the balance, and a grey swatch that does not glow', () => {
    const colour = sourceColour(testPlan(), 'A', 'subject')!
    expect(channelWords(colour.stops)).toBe('neutral')
    expect(redBlueWords(colour.stops)).toBe('neutral')
    expect(miredWords(colour.miredOff)).toBe('as the balance')
    const [red, green, blue] = swatchOf(colour.tint).match(/\d+/g)!.map(Number)
    expect(Math.max(red!, green!, blue!) - Math.min(red!, green!, blue!)).toBeLessThanOrEqual(1)
    expect(Math.max(red!, green!, blue!)).toBeLessThan(210)
  })

  test('a saturated light has no temperature', () => {
    const blue = testPlan((p) => {
      const spectrum = Array.from({ length: 31 }, (_, k) => (k < 6 ? 1 : 0))
      p.lights[0]!.strobe = testStrobe({ colour: { kind: 'table', spectrum } })
    })
    const colour = sourceColour(blue, 'A', 'subject')!
    expect(temperatureWords(colour)).toBe('a colour, no white light')
    expect(miredWords(colour.miredOff)).toBe('a colour')
    expect(sourceWords(blue.lights[0]!.strobe.colour)).toBe('measured')
  })

  test('balances and filters', () => {
    expect(balanceWords({ kind: 'preset', preset: 'shade' })).toBe('Shade, 7500 K')
    expect(balanceWords({ kind: 'kelvin', kelvin: 3210, tint: -4 })).toBe('3200 K, 4 more magenta')
    expect(balanceWords({ kind: 'card', kelvin: 3000, tint: 0, frameId: null })).toBe(
      'grey card, 3000 K'
    )
    expect(filterLine({ kind: 'conversion', mired: 160, transmission: 0.5 })).toBe(
      '+160 mired, −1.0 stops of daylight (50.0 %)'
    )
  })
})

describe('falling light in words', () => {
  test.each([
    [12_300, '12 s'],
    [100_000, '1 min 40 s'],
    [3_900_000, '1 h 5 min'],
    [-5, '0 s']
  ])('%d ms is %s', (ms, words) => expect(waitWords(ms)).toBe(words))

  test('a reading off the course says by how much, and whether it may be a cloud', () => {
    const reading = { id: 'r', at: 0, ev: 5, uncertaintyStops: 0.1, on: true }
    expect(readingWords({ ...reading, offStops: 0.02, strays: false })).toBe('as the course says')
    expect(readingWords({ ...reading, offStops: -1.6, strays: true })).toBe(
      '1.6 stops under the course: a cloud?'
    )
    expect(readingWords({ ...reading, offStops: 0.3, strays: false })).toBe(
      '0.3 stop over the course'
    )
  })
})

// checks: marks
// checks: meter displays
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { formatMeter, parseMeter } from './meter'
import { fNumberAt, marksBetween, marksOf, nameOf, nearestMark, secondsAt, stepMark } from './marks'
import {
  parseAperture,
  parseFraction,
  parseIso,
  parseLength,
  parseMagnification,
  parseShutter,
  parseSpeed
} from './parse'
import { formatStops, parseStops, sumLevels } from './stops'

describe('camera marks', () => {
  // ISO 517 fixes the whole-stop series of f-numbers.
  test('ISO 517: whole stops carry the standard f-numbers', () => {
    const names = marksOf('aperture', 'whole').map((mark) => mark.label.slice(2))
    expect(names.slice(0, 13)).toEqual([
      '1',
      '1.4',
      '2',
      '2.8',
      '4',
      '5.6',
      '8',
      '11',
      '16',
      '22',
      '32',
      '45',
      '64'
    ])
  })
  test('every nominal mark lies within a sixth of a stop of the exact value behind it', () => {
    // Nominal 1/60 and 1/30 are the worst of the trade's series: 0.09 stop. "0.3 s" in the half
    // series is 0.24 off.
    for (const step of ['third', 'half'] as const) {
      for (const mark of marksOf('aperture', step))
        expect(Math.abs(2 * Math.log2(Number(mark.label.slice(2))) - mark.stops)).toBeLessThan(
          1 / 6
        )
      for (const mark of marksOf('shutter', step)) {
        const label = mark.label.replace(' s', '')
        const seconds = label.startsWith('1/') ? 1 / Number(label.slice(2)) : Number(label)
        expect(Math.abs(-Math.log2(seconds) - mark.stops)).toBeLessThan(0.25)
      }
      for (const mark of marksOf('iso', step))
        expect(Math.abs(Math.log2(Number(mark.label) / 100) - mark.stops)).toBeLessThan(1 / 6)
    }
  })
  // Common trade knowledge: the mark 1/60 is 1/64 s, 1/250 is 1/256 s, 30 s is 32 s.
  test('computing uses the exact value behind the mark', () => {
    expect(secondsAt(parseShutter('1/60')!)).toBeCloseTo(1 / 64, 12)
    expect(secondsAt(parseShutter('1/250')!)).toBeCloseTo(1 / 256, 12)
    expect(secondsAt(parseShutter('30 s')!)).toBeCloseTo(32, 9)
    expect(fNumberAt(parseAperture('f/22')!)).toBeCloseTo(22.627, 3)
  })
  test.each([
    ['f/16', 8],
    ['16', 8],
    ['F16', 8],
    ['f 5,6', 5],
    ['f/13', 22 / 3],
    ['0', null],
    ['abc', null],
    ['f/99999', null]
  ])('aperture %s', (text, stops) => {
    const got = parseAperture(text)
    if (stops === null) expect(got).toBeNull()
    else expect(got).toBeCloseTo(stops, 9)
  })
  test.each([
    ['1/250', 8],
    ['250', 8],
    ['1/200 s', 23 / 3],
    ['2"', -1],
    ['0.5s', 1],
    ['8000', 13],
    ['1/0', null],
    ['NaN', null],
    ['-1', null]
  ])('shutter %s', (text, stops) => {
    const got = parseShutter(text)
    if (stops === null) expect(got).toBeNull()
    else expect(got).toBeCloseTo(stops, 9)
  })
  test('ISO', () => {
    expect(parseIso('ISO 400')).toBe(2)
    expect(parseIso('64')).toBeCloseTo(-2 / 3, 9)
    expect(parseIso('0')).toBeNull()
  })
  test('property: any printed mark reads back as itself, on its own step', () => {
    for (const step of ['third', 'half', 'whole'] as const) {
      for (const mark of marksOf('aperture', step))
        expect(parseAperture(mark.label, step)).toBeCloseTo(mark.stops, 9)
      for (const mark of marksOf('shutter', step))
        expect(parseShutter(mark.label, step)).toBeCloseTo(mark.stops, 9)
      for (const mark of marksOf('iso', step))
        expect(parseIso(mark.label, step)).toBeCloseTo(mark.stops, 9)
    }
  })
  test('property: stepping up then down returns, and the ends hold', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('aperture', 'shutter', 'iso'),
        fc.integer({ min: 1, max: 15 }),
        (axis, k) => {
          const marks = marksOf(axis as 'aperture', 'third')
          const start = marks[k]!.stops
          expect(stepMark(marks, stepMark(marks, start, 1).stops, -1).stops).toBe(start)
          expect(stepMark(marks, start, 1000)).toBe(marks[marks.length - 1])
        }
      )
    )
  })
  test('marks between two positions, and the name of any position', () => {
    expect(marksBetween(marksOf('aperture', 'whole'), 3, 6).map((mark) => mark.label)).toEqual([
      'f/2.8',
      'f/4',
      'f/5.6',
      'f/8'
    ])
    expect(nameOf('shutter', 7.5)).toBe('1/180')
    expect(nearestMark(marksOf('iso', 'whole'), 0.4).label).toBe('100')
  })
})

describe('stops', () => {
  test.each([
    ['-1', -1],
    ['+0.7', 0.7],
    ['1/3', 1 / 3],
    ['−1 1/3', -4 / 3],
    ['2 under', -2],
    ['1 stop over', 1],
    ['0', 0],
    ['', null],
    ['two', null],
    ['1/0', null]
  ])('%s', (text, stops) => {
    const got = parseStops(text)
    if (stops === null) expect(got).toBeNull()
    else expect(got).toBeCloseTo(stops, 9)
  })
  test('printing keeps a true minus and no minus zero', () => {
    expect([
      formatStops(-0.64),
      formatStops(1.25, 2),
      formatStops(-0.01),
      formatStops(null),
      formatStops(-Infinity)
    ]).toEqual(['−0.6', '+1.25', '0.0', 'none', 'none'])
  })
  test('property: what is printed is read back to the printed precision', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 20, noNaN: true }), (x) =>
        expect(parseStops(formatStops(x))).toBeCloseTo(x, 0)
      )
    )
  })
  test('two equal lights are one stop more than one (light adds linearly)', () => {
    expect(sumLevels([-3, -3])).toBeCloseTo(-2, 12)
    expect(sumLevels([-Infinity, -3])).toBeCloseTo(-3, 12)
    expect(sumLevels([])).toBe(-Infinity)
  })
})

describe('flash-meter tenths', () => {
  // Common practice of hand-held meters, no source: 8·6 to 2·8 is 3.6 stops, 11·9 to 2·8 is 4.9
  // stops.
  test('differences counted for the photographer', () => {
    expect(parseMeter('8·6')! - parseMeter('2·8')!).toBeCloseTo(3.6, 9)
    expect(parseMeter('11·9')! - parseMeter('2·8')!).toBeCloseTo(4.9, 9)
  })
  test.each([
    ['8·6', 6.6],
    ['8.6', 6.6],
    ['8+0.6', 6.6],
    ['f/8 and 6 tenths', 6.6],
    ['8+6', 6.6],
    ['2.8', 3],
    ['2.8·3', 3.3],
    ['2+0.8', 2.8],
    ['f/11', 7],
    ['16', 8],
    ['7·3', null],
    ['8·66', null],
    ['', null]
  ])('%s', (text, stops) => {
    const got = parseMeter(text)
    if (stops === null) expect(got).toBeNull()
    else expect(got).toBeCloseTo(stops, 9)
  })
  test('property: every tenth from f/1 to f/90 prints and reads back as itself', () => {
    for (let tenths = 0; tenths < 130; tenths++)
      expect(parseMeter(formatMeter(tenths / 10))).toBeCloseTo(tenths / 10, 9)
  })
})

describe('lengths, fractions, magnification, speed', () => {
  test.each([
    ['180', 180],
    ['18 cm', 180],
    ['0.18 m', 180],
    ['1 in', 25.4],
    ['-3', null],
    ['1e9', null]
  ])('%s', (text, mm) => {
    expect(parseLength(text)).toEqual(mm)
  })
  test('others', () => {
    expect(parseFraction('18 %')).toBeCloseTo(0.18, 12)
    expect(parseMagnification('1:2')).toBe(0.5)
    expect(parseMagnification('1:0')).toBeNull()
    expect(parseMagnification('0.75x')).toBe(0.75)
    expect(parseSpeed('0.2 m/s')).toBe(200)
    expect(parseSpeed('fast')).toBeNull()
  })
})

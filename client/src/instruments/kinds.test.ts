import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { PlanPath } from '@core/plan/path'
import { dialMarks } from '@core/scales/dial'
import { testCamera, testLight, testPlan, testStrobe } from '@core/testing'
import type { Kind } from './kind'
import { KINDS, type KindName } from './kinds'

const plan = testPlan((p) => {
  p.lights = [
    testLight(),
    testLight({
      id: 'B',
      strobe: testStrobe({ dial: { kind: 'levels', count: 7, stopsPerLevel: 1 } })
    })
  ]
})
const PATHS: Partial<Record<KindName, PlanPath>> = { power: 'lights.A.powerStops' }
const kindOf = (name: KindName): Kind => KINDS[name]
const at = (name: KindName): PlanPath => PATHS[name] ?? 'subject.widthMm'

/** Values a figure of the kind may stand at, and how exactly its text tells them. */
const RANGES: Record<KindName, readonly [least: number, most: number, exact: number]> = {
  millimetres: [-900, 900, 0.01],
  angle: [-180, 180, 0.06],
  length: [5, 20000, 0.01],
  reflectance: [0.005, 1, 0.01],
  share: [0, 1, 0.001],
  speed: [0, 20000, 0.01],
  magnification: [0.01, 20, 0.01],
  stops: [-10, 10, 0.06],
  tolerance: [0.1, 3, 0.06],
  filter: [0, 12, 0.06],
  degrees: [5, 175, 0.5],
  swing: [0, 90, 0.06],
  seconds: [0, 60, 0.06],
  pixels: [0.1, 100, 0.01],
  eightBit: [120, 255, 0.5],
  count: [1, 5000, 0.5],
  time: [0.01, 30, 0.01],
  depthOfVapour: [0.0005, 5, 0.01],
  asymmetry: [-0.9, 0.95, 0.01],
  dioptres: [0, 10, 0.06],
  perMetre: [0, 10, 0.006],
  depth: [0, 60, 0.06],
  tube: [0, 200, 0.5],
  factor: [1, 3, 0.06],
  minutes: [1, 600, 0.5],
  latitude: [-90, 90, 0.0001],
  longitude: [-180, 180, 0.001],
  kelvin: [2000, 12000, 0.5],
  mired: [-300, 400, 0.5],
  miredTolerance: [1, 200, 0.5],
  tint: [-60, 60, 0.5],
  ev: [-6, 18, 0.06],
  lux: [1, 100000, 0.01],
  aperture: [3, 10, 0.01],
  shutter: [-5, 13, 0.01],
  iso: [0, 6, 0.01],
  power: [-7, 0, 0.01]
}
const NAMES = Object.keys(KINDS) as KindName[]

describe('each kind of figure', () => {
  test.each(NAMES)('%s: the example it offers is understood', (name) => {
    for (const each of kindOf(name)
      .example.split(/,|\bor\b/)
      .map((text) => text.replace(/as your dial writes it/, '').trim())
      .filter(Boolean))
      expect([each, kindOf(name).parse(each, plan, at(name))]).toEqual([each, expect.any(Number)])
  })
  test.each(NAMES)('%s: property: what it shows is understood as what it stands for', (name) => {
    const [least, most, exact] = RANGES[name]
    const { parse, format, step } = kindOf(name)
    // Evenly over the range: doubles by their bits would nearly all be tiny.
    const anywhere = fc.nat(100_000).map((k) => least + ((most - least) * k) / 100_000)
    fc.assert(
      fc.property(anywhere, (raw) => {
        // A figure on a scale of marks stands on one of them.
        const value = ['aperture', 'shutter', 'iso', 'power'].includes(name)
          ? step(raw, 0, plan, at(name))
          : name === 'count' || name === 'minutes'
            ? Math.round(raw)
            : raw
        const text = format(value, plan, at(name))
        expect(text).not.toMatch(/NaN|undefined|e[-+]\d/)
        const back = parse(text, plan, at(name))
        expect(back).not.toBeNull()
        const relative = [
          'length',
          'millimetres',
          'reflectance',
          'speed',
          'magnification',
          'pixels',
          'time',
          'lux'
        ].includes(name)
        expect(Math.abs(back! - value)).toBeLessThanOrEqual(
          (relative ? exact * Math.max(0.05, Math.abs(value)) : exact) + 1e-9
        )
      }),
      { numRuns: 120 }
    )
  })
  test.each(NAMES)('%s: a step up goes up, a step down goes down, or stays at the end', (name) => {
    const [least, most] = RANGES[name]
    const { step } = kindOf(name)
    fc.assert(
      fc.property(fc.double({ min: least, max: most, noNaN: true }), (value) => {
        const start = step(value, 0, plan, at(name))
        expect(step(start, 1, plan, at(name))).toBeGreaterThanOrEqual(start - 1e-9)
        expect(step(start, -1, plan, at(name))).toBeLessThanOrEqual(start + 1e-9)
      }),
      { numRuns: 60 }
    )
  })
  test('nonsense is not understood', () => {
    for (const name of NAMES)
      for (const text of ['', 'lots', 'NaN', '1/0', '--', 'none of it'])
        expect([name, text, kindOf(name).parse(text, plan, at(name))]).toEqual([name, text, null])
  })
})

test('figures are taken in the dress they are shown in, and in others that people type', () => {
  const said: readonly (readonly [KindName, string, number])[] = [
    ['tolerance', '± 0.5', 0.5],
    ['tolerance', '+/-1/3', 1 / 3],
    ['filter', 'none', 0],
    ['filter', 'ND 3', 3],
    ['filter', '3 stops', 3],
    ['dioptres', '+3 dpt', 3],
    ['dioptres', '2 D', 2],
    ['tube', 'none', 0],
    ['factor', '× 1.4', 1.4],
    ['factor', '2x', 2],
    ['factor', 'none', 1],
    ['minutes', '30 min', 30],
    ['ev', 'EV 5.5', 5.5],
    ['ev', 'ev -2', -2],
    ['time', '500 ms', 0.5],
    ['seconds', '2 s', 2],
    ['angle', '−40°', -40],
    ['lux', '300 lux', 300]
  ]
  for (const [name, text, value] of said)
    expect([name, text, kindOf(name).parse(text, plan, at(name))]).toEqual([
      name,
      text,
      expect.closeTo(value, 9)
    ])
})

describe('the steps people count in', () => {
  test('distance: three steps are a stop of light, six half the distance; the inverse square', () => {
    const { step } = kindOf('length')
    expect(step(200, 3, plan)).toBeCloseTo(200 * Math.SQRT2, -0.5)
    expect(step(200, -6, plan)).toBeCloseTo(100, 0)
  })
  test('camera figures move by the camera’s own step and stop at the ends of the scale', () => {
    const half = { ...plan, camera: testCamera({ step: 'half' }) }
    expect(kindOf('aperture').step(8, 1, half)).toBeCloseTo(8.5, 9)
    expect(kindOf('shutter').step(8, 1, plan)).toBeCloseTo(8 + 1 / 3, 9)
    expect(kindOf('iso').parse('160', plan)).toBeCloseTo(2 / 3, 9)
  })
  test('a power speaks the dial of its own light and goes to its marks only', () => {
    const { parse, format, step } = kindOf('power')
    expect(format(-5, plan, 'lights.A.powerStops')).toBe('1/32')
    expect(parse('1/32 +0.3', plan, 'lights.A.powerStops')).toBeCloseTo(-5 + 1 / 3, 9)
    const marks = dialMarks(plan.lights[1]!.strobe.dial).map((mark) => mark.stops)
    expect(marks).toContain(parse('5 of 7', plan, 'lights.B.powerStops'))
    expect(step(marks[2]!, 1, plan, 'lights.B.powerStops')).toBeCloseTo(marks[3]!, 9)
    expect(step(0, 1, plan, 'lights.B.powerStops')).toBe(0)
  })
})

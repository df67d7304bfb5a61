// checks: bench runs (guide number, inverse square, Lambert, curtain geometry by hand; studios whose truth is drawn)
/** Runs on the bench: what they say of the kit, against plain formulas and against hidden truths. */
import { describe, expect, test } from '@jest/globals'
import type { KitItem, Modifier, Strobe } from '../kit/kit'
import { meterSchema, type Meter } from '../kit/meter'
import { markStops } from '../light/output'
import { longly, testCamera, testLens, testModifier, testStrobe } from '../testing'
import { headTruth, modifierTruth } from '../../simulator/truth'
import { trueSet } from '../../simulator/trueSet'
import { withReadTable } from './byAngle'
import { benchPlan, type Kit } from './benchSet'
import { calibrationSchema, type BenchRow, type LightCalibration } from './calibration'
import { benchExpected } from './fromBench'
import { calibrationResult } from './result'
import { readingUncertainty } from './readingSure'
import { leastDistanceMm, startRows } from './start'

const strobe = testStrobe({ id: 'head', guideNumberM: 36 })
const sheet = testModifier({ id: 'sheet', name: 'Sheet', lossStops: 0.5 })
const camera = testCamera()
const lens = testLens()
const meter: Meter = meterSchema.parse({
  kind: 'meter',
  id: 'meter',
  name: 'Test meter',
  notes: '',
  display: 'tenths',
  isoStops: 0,
  shutterStops: 7,
  receptor: 'dome'
})
const kitOf = (...items: KitItem[]): Kit =>
  new Map([strobe, sheet, camera, lens, meter, ...items].map((item) => [item.id, item]))
const kit = kitOf()

const run = (part: Partial<LightCalibration>): LightCalibration => ({
  kind: 'output',
  startedAt: '2026-11-27T10:00:00.000Z',
  strobeId: 'head',
  modifierId: null,
  meterId: 'meter',
  cameraId: null,
  lensId: null,
  magnification: 0.1,
  distanceMm: 1000,
  powerStops: -2,
  isoStops: 0,
  rows: [],
  ...part
})
const read = (at: number, apertureStops: number, reference = false): BenchRow => ({
  at,
  reference,
  reading: { kind: 'meter', apertureStops },
  on: true
})
const result = (of: LightCalibration, items: Kit = kit) => {
  const found = calibrationResult('run', of, items)!
  return { ...found, offs: found.reads.map(({ offStops }) => offStops) }
}
/** Many times the same reading: what the prior holds back no longer shows. */
const often = (rows: readonly BenchRow[]): BenchRow[] =>
  Array.from({ length: 40 }, () => rows)
    .flat()
    .slice(0, 60)

describe('what it should read', () => {
  test('N = GN·√(p·S/100)/d, by hand', () => {
    const expected = (at: number, isoStops = 0) =>
      2 **
      (benchExpected(run({ isoStops }), { ...read(at, 6), reading: null }, kit)!.apertureStops! / 2)
    expect(expected(1000)).toBeCloseTo((36 * Math.sqrt(1 / 4)) / 1, 1)
    expect(expected(2000)).toBeCloseTo((36 * Math.sqrt(1 / 4)) / 2, 1)
    expect(expected(2000, 2)).toBeCloseTo((36 * Math.sqrt((1 / 4) * (400 / 100))) / 2, 1)
  })
  test('a card in a frame: level 0 at the f-number a meter would show', () => {
    const row: BenchRow = {
      at: 1000,
      reference: false,
      on: true,
      reading: {
        kind: 'card',
        levelStops: 0,
        uncertaintyStops: 0.05,
        apertureStops: 8,
        shutterStops: 7,
        isoStops: 0,
        fileName: null
      }
    }
    const of = run({ cameraId: 'cam', lensId: 'lens', magnification: 0.1 })
    // f/16 at 36·√¼/1 = f/18, less the close-up loss 2·log2(1.1).
    const by = 2 * Math.log2(18 / 16) - 2 * Math.log2(1.1)
    expect(benchExpected(of, row, kit)!.levelStops).toBeCloseTo(by, 1)
  })
  test('an item that is gone says so by nothing', () => {
    expect(benchPlan(run({ strobeId: 'gone' }), read(1000, 6), kit)).toBeNull()
    expect(calibrationResult('run', run({ strobeId: 'gone' }), kit)).toBeNull()
  })
})

describe('guide number', () => {
  /** What a head of guide number 30 m shows. */
  const shown = (metres: number): number => 2 * Math.log2((30 * Math.sqrt(1 / 4)) / metres)
  const rows = [1, 1.4, 2].map((metres) => read(metres * 1000, shown(metres)))
  test('a head of 30 m sold as 36', () => {
    const { after, offs } = result(run({ rows, powerStops: -2 }))
    for (const off of offs) expect(off).toBeCloseTo(2 * Math.log2(30 / 36), 2)
    const { guideNumberM, outputUncertaintyStops } = after as Strobe
    // What is off may be the mark or the meter as well: most of it is the head.
    expect(guideNumberM).toBeLessThan(33)
    expect(guideNumberM).toBeGreaterThan(30)
    expect(outputUncertaintyStops).toBeLessThan(0.25)
  })
  test('at full power there is no mark to blame; read often, with a meter that is known, it is the head', () => {
    const known: Meter = { ...meter, offsetUncertaintyStops: 0.01 }
    const full = often([1, 1.4, 2].map((m) => read(m * 1000, shown(m) + 2)))
    const { after } = result(run({ rows: full, powerStops: 0 }), kitOf(known))
    expect((after as Strobe).guideNumberM).toBeCloseTo(30, 1)
    expect((after as Strobe).outputUncertaintyStops).toBeLessThan(0.03)
  })
  test('a head that gives two stops less than it says, by three readings that agree', () => {
    const weak = [1, 1.4, 2].map((m) => read(m * 1000, 2 * Math.log2(18 / m)))
    const { after, straying } = result(run({ rows: weak, powerStops: 0 }))
    expect((after as Strobe).guideNumberM).toBeLessThan(18.7)
    expect(straying).toEqual([])
  })
  test('a meter that reads a third too high is taken at its word less a third', () => {
    const high: Meter = { ...meter, offsetStops: 1 / 3 }
    const { offs } = result(run({ rows: rows.map((row) => ({ ...row })) }), kitOf(high))
    expect(offs[0]).toBeCloseTo(2 * Math.log2(30 / 36) - 1 / 3, 2)
  })
  test('a misread row is named, and moves little', () => {
    const clean = result(run({ rows }))
    const wrong = [...rows, read(1000, shown(1) + 3)]
    const { straying, after } = result(run({ rows: wrong }))
    expect(straying).toEqual([3])
    const gn = (item: KitItem) => (item as Strobe).guideNumberM
    expect(Math.abs(gn(after) / gn(clean.after) - 1)).toBeLessThan(0.05)
    const left = wrong.map((row, i) => ({ ...row, on: i !== 3 }))
    expect(gn(result(run({ rows: left })).after)).toBeCloseTo(gn(clean.after), 6)
  })
  test('readings no head can give change nothing, and the figure is named', () => {
    const rows = Array.from({ length: 60 }, () => read(20_000, 14))
    const { after, impossible } = result(run({ rows, powerStops: 0 }))
    expect(after).toBe(strobe)
    expect(impossible).toBe('guideNumberM')
  })
  test('nothing read: the item as it was', () => {
    const none = run({ rows: startRows('output', { strobe, modifier: null, camera: null }) })
    expect(result(none).after).toBe(strobe)
    expect(result(none).offs).toEqual([null, null, null])
  })
})

describe('marks', () => {
  test('a dial whose low end gives too little: what is adopted predicts what was read', () => {
    const low = (stops: number): number => (stops < -3 ? 0.2 * (stops + 3) : 0)
    const rows = [0, -1, -2, -3, -4, -5, -6, -7].map((at) =>
      read(at, 2 * Math.log2(36) + at + low(at))
    )
    const { after } = result(run({ kind: 'marks', rows: often(rows) }))
    for (const at of [-1, -3, -5, -7])
      expect(markStops(after as Strobe, at)).toBeCloseTo(low(at), 1)
  })
})

describe('high-speed sync', () => {
  test('what the head loses besides Tc and t: log2((Tc + t)/t) is taken out, by hand', () => {
    const lit = (levelStops: number, shutterStops: number, reference = false): BenchRow => ({
      at: shutterStops,
      reference,
      on: true,
      reading: {
        kind: 'card',
        levelStops,
        uncertaintyStops: 0.05,
        apertureStops: 6,
        shutterStops,
        isoStops: 0,
        fileName: null
      }
    })
    // 36·√¼/1 = f/18 against f/8, magnification 0.
    const at = 2 * Math.log2(18 / 8)
    const geometry = (shutterStops: number): number =>
      Math.log2((2 ** -8 + 2 ** -shutterStops) / 2 ** -shutterStops)
    const rows = [
      lit(at, 8, true),
      ...[9, 10, 11].map((s) => lit(at - geometry(s) - 0.5 - 0.1 * (s - 8), s))
    ]
    const of = run({ kind: 'highSpeed', rows, cameraId: 'cam', meterId: null, powerStops: -2 })
    const { after, offs } = result(of)
    expect(offs[0]).toBeCloseTo(0, 1)
    const losses = (after as Strobe).highSpeedLosses
    expect(losses.map(({ shutterStops }) => shutterStops)).toEqual([9, 10, 11])
    losses.forEach(({ stops }, i) => expect(stops).toBeCloseTo(0.5 + 0.1 * (i + 1), 1))
  })
})

describe('under water', () => {
  test('a guide number of its own, near the head; what a metre took beyond pure water is told apart', () => {
    // 12 m near the head; a metre takes half a stop, and what pure water takes of daylight (0.14 stop
    // of luminance over the first metre, by the table).
    const rows = [0.3, 0.6, 1].map((m) =>
      read(m * 1000, 2 * Math.log2((12 * Math.sqrt(1 / 4)) / m) - (0.5 + 0.139) * m)
    )
    const wet: Strobe = { ...strobe, guideNumberWaterM: 14 }
    const { after, others } = result(run({ kind: 'water', rows: often(rows) }), kitOf(wet))
    expect((after as Strobe).guideNumberWaterM! / 12).toBeCloseTo(1, 1)
    expect((after as Strobe).guideNumberM).toBe(36)
    const took = others.find(({ figure }) => figure.kind === 'attenuation')!
    expect(took.stops).toBeCloseTo(0.5, 1)
  })
})

describe('a modifier', () => {
  const grid: Modifier = {
    ...sheet,
    id: 'grid',
    beam: { kind: 'cut', beamDeg: 40 }
  }
  const bare = 2 * Math.log2(18)
  const took = [-1.2, -1.6, -2.4, -4.1, -7.5]
  const degs = [0, 5, 10, 15, 25]
  const rows = [read(0, bare, true), ...degs.map((deg, i) => read(deg, bare + took[i]!))]
  const of = run({ kind: 'modifier', modifierId: 'grid', rows })
  test('stops against bare by angle are what is kept, beyond its cut too', () => {
    const { after, points } = result(of, kitOf(grid))
    expect(points.map(({ stops }) => Number(stops.toFixed(3)))).toEqual(took)
    const { measured } = after as Modifier
    expect(measured.slice(0, 5)).toEqual(degs.map((deg, i) => ({ deg, stops: took[i] })))
    // Beyond the last angle it falls on: 0.34 stop a degree, to twelve under its axis.
    expect(measured.slice(5)).toEqual([
      { deg: expect.closeTo(25 + 5.7 / 0.34, 1), stops: expect.closeTo(-13.2, 2) }
    ])
    // Two readings of ±0.1 each, shown in tenths: √2·√(0.1² + 0.1²/12).
    expect((after as Modifier).lossUncertaintyStops).toBeCloseTo(0.147, 3)
  })
  test('the sum then predicts what was read', () => {
    const { after } = result(of, kitOf(grid))
    const again = kitOf(after)
    of.rows.forEach((row) => {
      const { apertureStops } = benchExpected(of, row, again)!
      const shown = row.reading!.kind === 'meter' ? row.reading!.apertureStops : NaN
      expect(apertureStops).toBeCloseTo(shown, 1)
    })
  })
  test('with the axis alone its loss; without the bare head nothing but what the kit holds it to', () => {
    const axis = run({ kind: 'modifier', modifierId: 'sheet', rows: rows.slice(0, 2) })
    const { after } = result(axis)
    expect((after as Modifier).measured).toEqual([])
    expect((after as Modifier).lossStops).toBeGreaterThan(0.9)
    expect((after as Modifier).lossStops).toBeLessThanOrEqual(1.2)
    expect(result(run({ ...of, rows: rows.slice(1) }), kitOf(grid)).points).toEqual([])
  })
  test('nothing read changes nothing', () => expect(withReadTable(sheet, [])).toBe(sheet))
})

describe('how sure a reading is', () => {
  test('a display that rounds to thirds or halves is less sure than one of tenths', () => {
    const reading = { kind: 'meter', apertureStops: 6 } as const
    const of = (display: Meter['display']) => readingUncertainty(reading, display)
    // A uniform error of a step: its square summed over a thousand places of it.
    const rounded = (step: number): number => {
      let sum = 0
      for (let i = 0; i < 1000; i++) sum += (step * ((i + 0.5) / 1000 - 0.5)) ** 2 / 1000
      return Math.hypot(0.1, Math.sqrt(sum))
    }
    expect(of('tenths')).toBeCloseTo(rounded(0.1), 5)
    expect(of('thirds')).toBeCloseTo(rounded(1 / 3), 5)
    expect(of('halves')).toBeCloseTo(rounded(1 / 2), 5)
  })
})

describe('the meter', () => {
  test('a third too high against a camera that is sure', () => {
    const card = (at: number, levelStops: number): BenchRow => ({
      at,
      reference: true,
      on: true,
      reading: {
        kind: 'card',
        levelStops,
        uncertaintyStops: 0.05,
        apertureStops: 6,
        shutterStops: 7,
        isoStops: 0,
        fileName: null
      }
    })
    const rows = [0, -2, -4].flatMap((at) => [
      card(at, 2 * Math.log2(36 / 8) + at),
      read(at, 2 * Math.log2(36) + at + 1 / 3)
    ])
    const { after } = result(run({ kind: 'meter', rows: often(rows), cameraId: 'cam' }))
    expect((after as Meter).offsetStops).toBeCloseTo(1 / 3, 1)
    expect((after as Meter).offsetUncertaintyStops).toBeLessThan(0.06)
  })
})

describe('studios whose truth is drawn', () => {
  /** Readings as the true set gives them, by a meter that is right to ±0.05. */
  const truly = (of: LightCalibration, seed: number, items: Kit): LightCalibration => ({
    ...of,
    rows: of.rows.map((row, i) => {
      const plan = benchPlan(of, row, items)!
      const dials = { settings: plan.settings, powers: new Map() }
      const real = trueSet(plan, dials, seed, 0)
      const still = {
        ...real,
        lights: real.lights.map((each) => ({ ...each, at: plan.lights[0]!.at }))
      }
      const { apertureStops } = benchExpected(of, row, itemsOf(still.lights[0]!.strobe, items))!
      const worn = of.kind === 'modifier' && !row.reference ? modifierTruth(seed, sheet) : 0
      const mark = headTruth(seed, plan.lights[0]!).markStops(plan.lights[0]!.powerStops)
      const noise = (((seed * 31 + i * 17) % 11) - 5) / 100
      return {
        ...row,
        reading: { kind: 'meter', apertureStops: apertureStops! + mark + worn + noise }
      }
    })
  })
  const itemsOf = (head: Strobe, items: Kit): Kit => new Map([...items, ['head', head]])

  test('the marks of many heads, within what it says of them', () => {
    const known: Meter = { ...meter, offsetUncertaintyStops: 0.02 }
    const items = kitOf(known)
    const scores: number[] = []
    for (let seed = 1; seed <= longly(50, 15); seed++) {
      const blank = run({
        kind: 'marks',
        rows: startRows('marks', { strobe, modifier: null, camera: null })
      })
      const of = truly(blank, seed, items)
      const { after } = result(of, items)
      const light = benchPlan(of, of.rows[0]!, items)!.lights[0]!
      const truth = headTruth(seed, light)
      const { marks, guideNumberM, outputUncertaintyStops } = after as Strobe
      expect(marks).toHaveLength(7)
      scores.push((2 * Math.log2(guideNumberM / 36) - truth.outputStops) / outputUncertaintyStops!)
      for (const { powerStops, stops, uncertaintyStops } of marks)
        scores.push((stops - truth.markStops(powerStops)) / uncertaintyStops)
    }
    const spread = Math.sqrt(scores.reduce((sum, z) => sum + z * z, 0) / scores.length)
    expect(spread).toBeGreaterThan(0.2)
    expect(spread).toBeLessThan(1.2)
    expect(Math.max(...scores.map(Math.abs))).toBeLessThan(4)
  })
  test('what a sheet takes', () => {
    for (let seed = 1; seed <= longly(20, 6); seed++) {
      const blank = run({
        kind: 'modifier',
        modifierId: 'sheet',
        rows: startRows('modifier', { strobe, modifier: sheet, camera: null })
      })
      const { after } = result(truly(blank, seed, kit))
      const [axis] = (after as Modifier).measured
      expect(axis!.stops).toBeCloseTo(-0.5 + modifierTruth(seed, sheet), 0.5)
      expect(Math.abs(axis!.stops + 0.5 - modifierTruth(seed, sheet))).toBeLessThan(0.11)
    }
  })
})

describe('what it starts from', () => {
  test('five angles out to where the light ends', () => {
    const grid: Modifier = { ...sheet, beam: { kind: 'cut', beamDeg: 40 } }
    const rows = startRows('modifier', { strobe, modifier: grid, camera: null })
    expect(rows.map(({ at }) => at)).toEqual([0, 0, 5, 10, 15, 20])
    expect(rows.filter(({ reference }) => reference)).toHaveLength(1)
  })
  test('every kind has rows, and what it is passes the schema', () => {
    for (const kind of [
      'output',
      'beam',
      'marks',
      'highSpeed',
      'water',
      'modifier',
      'meter'
    ] as const) {
      const rows = startRows(kind, { strobe, modifier: sheet, camera })
      expect(rows.length).toBeGreaterThan(2)
      expect(calibrationSchema.safeParse(run({ kind, rows }))).toMatchObject({ success: true })
    }
    expect(startRows('highSpeed', { strobe, modifier: null, camera: null })).toEqual([])
    expect(startRows('modifier', { strobe, modifier: null, camera: null })).toEqual([])
  })
  test('far enough for its face to be a point, half a metre at least', () => {
    expect(leastDistanceMm({ strobe, modifier: null })).toBe(500)
    const panel: Modifier = { ...sheet, face: { kind: 'rectangle', widthMm: 400, heightMm: 300 } }
    // Its radius as the set has it: half the diagonal.
    expect(leastDistanceMm({ strobe, modifier: panel })).toBe(2500)
  })
})

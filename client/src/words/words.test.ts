import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '@core/ledger/evaluate'
import { TERM_FORMULAS, type TermKind } from '@core/ledger/terms'
import type { Plan } from '@core/plan/plan'
import type { Frame } from '@core/run/frame'
import { changesBetween } from '@core/run/changes'
import type { NextMove } from '@core/run/moves'
import { nextMove } from '@core/run/steps'
import { darkMoves } from '@core/advise/darken'
import {
  longly,
  testCamera,
  testFrame,
  testLight,
  testModifier,
  testPlan,
  testStrobe
} from '@core/testing'
import { checkSet } from '@core/checks/checks'
import { cellTerms } from '@core/ledger/cellTerms'
import { cellsOf } from '@core/ledger/ledger'
import { changesWords } from './changes'
import { checkWords, remedyWords } from './checks'
import { cellWords, ledgerRows } from './ledger'
import { termFigures } from './figures'
import { FLAG_WORDS } from './flags'
import { duration, mm, percent, plain, px, ratio, seconds, stopCount, when } from './format'
import { parseDuration, showDuration } from './fieldSpec'
import { KIT_FIELDS } from './kitFields'
import { DIAL_FIELDS } from './kitParts'
import { itemLine, newDial, newItem } from './kitStart'
import { TERM_NAMES } from './names'
import { moveWords } from './moves'
import { calibrationWords, settingsDiffer } from './run'
import { verdictReason, verdictValue } from './verdicts'
import { dialSchema } from '@core/scales/dial'
import { kitItemSchema } from '@core/kit/kit'

const clean = (text: string): void => {
  expect(text).not.toMatch(/NaN|undefined|null|Infinity|\[object/)
  expect(text.trim().length).toBeGreaterThan(0)
}

/** Plans from all corners: every figure the words may have to say. */
const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    shutter: fc.integer({ min: -5, max: 13 }),
    aperture: fc.integer({ min: 3, max: 10 }),
    iso: fc.integer({ min: 0, max: 6 }),
    power: fc.integer({ min: -7, max: 0 }),
    distance: fc.double({ min: 20, max: 9000, noNaN: true }),
    tilt: fc.integer({ min: 0, max: 89 }),
    speed: fc.constantFrom(0, 50, 5000),
    ev: fc.option(fc.double({ min: -6, max: 16, noNaN: true })),
    leaf: fc.boolean(),
    highSpeed: fc.boolean(),
    cut: fc.boolean(),
    nd: fc.constantFrom(0, 3)
  })
  .map((x) =>
    testPlan((p) => {
      p.camera = testCamera({ curtain: x.leaf ? 'leaf' : 'focal-plane' })
      p.settings = {
        apertureStops: x.aperture,
        shutterStops: x.shutter,
        isoStops: x.iso,
        ndStops: x.nd,
        highSpeedSync: x.highSpeed
      }
      p.subject.speedMmS = x.speed
      p.lights[0] = testLight({
        powerStops: x.power,
        strobe: testStrobe({ onMains: x.leaf }),
        at: { distanceMm: x.distance, azimuthDeg: x.tilt, elevationDeg: 12 },
        modifiers: x.cut ? [testModifier({ beam: { kind: 'cut', beamDeg: 20 } })] : []
      })
      p.table = {
        belowMm: 10,
        widthMm: 400,
        depthMm: 400,
        reflectance: 0.4,
        finish: 'matt',
        roughness: 0
      }
      const reading =
        x.ev === null
          ? null
          : ({
              value: { kind: 'ev', ev: x.ev },
              limit: 'exact',
              via: 'incident',
              atMagnification: 1,
              takenAt: null,
              look: null
            } as const)
      p.ambient = { ...p.ambient, subject: reading, background: reading }
    })
  )

describe('words for figures', () => {
  test('lengths, times, shares with their units', () => {
    expect([mm(180), mm(0.7474), mm(150000), mm(Infinity)]).toEqual([
      '180 mm',
      '0.747 mm',
      '150 m',
      'no limit'
    ])
    expect([seconds(2), seconds(1 / 250), seconds(1 / 13000), duration(2.84)]).toEqual([
      '2 s',
      '1/250 s',
      '1/13000 s',
      '2.8 s'
    ])
    expect([percent(0.884), percent(0.00001), percent(0.0002), percent(0)]).toEqual([
      '88.4 %',
      '< 0.01 %',
      '0.02 %',
      '0.0 %'
    ])
    expect([
      px(3.34),
      px(420.4),
      ratio(0.5),
      ratio(2),
      plain(0),
      stopCount(-1),
      stopCount(0.33),
      stopCount(2)
    ]).toEqual(['3.3 px', '420 px', '1 : 2', '2 : 1', '0', '1.0 stop', '0.3 stop', '2.0 stops'])
  })
  test('when something was changed', () => {
    const now = new Date('2026-11-24T12:00:00')
    expect(when(new Date('2026-11-24T09:00:00').toISOString(), now)).toMatch(/^today /)
    expect(when(new Date('2026-11-23T09:00:00').toISOString(), now)).toMatch(/^yesterday /)
    expect(when(new Date('2026-11-01T09:00:00').toISOString(), now)).toContain('2026')
  })
})

describe('every verdict, term, flag and move can be said', () => {
  test('property: no plan makes a verdict or a term say nonsense', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { verdicts, ledger, flags } = evaluate(plan)
        for (const verdict of verdicts) {
          clean(verdictReason(verdict))
          clean(verdictValue(verdict))
        }
        for (const cell of cellsOf(ledger)) {
          clean(cellWords(cell))
          for (const term of cellTerms(plan, cell.source, cell.place))
            clean(termFigures(plan, term, cell.source))
        }
        for (const row of ledgerRows(plan)) expect(row).toHaveLength(ledger.places.length + 1)
        for (const check of checkSet(plan, [
          testModifier({
            beam: { kind: 'snoot', throatMm: 22, lengthMm: 110, innerReflectance: 0 }
          })
        ])) {
          clean(checkWords(plan, check))
          for (const remedy of check.remedies) clean(remedyWords(check, remedy))
        }
        for (const flag of flags) clean(FLAG_WORDS[flag])
        for (const move of darkMoves(plan))
          expect(Number.isFinite(move.powerNeededStops)).toBe(true)
      }),
      { numRuns: longly(120, 40) }
    )
  })
  test('each kind of term has a name, a formula and a source', () => {
    for (const kind of Object.keys(TERM_FORMULAS) as TermKind[]) {
      clean(TERM_NAMES[kind])
      clean(TERM_FORMULAS[kind].formula)
      clean(TERM_FORMULAS[kind].source)
    }
  })
  test('property: from any plan, with or without a black frame, the next move is said', () => {
    const seenKinds = new Set<NextMove['kind']>()
    fc.assert(
      fc.property(anyPlan, fc.boolean(), fc.boolean(), (plan, black, lit) => {
        const frame = (kind: Frame['kind'], evidence: Frame['evidence']): Frame => ({
          ...testFrame(plan, kind, kind),
          evidence
        })
        const frames = [
          ...(black
            ? [
                frame('black', [
                  { kind: 'judged', place: 'background', levelStops: -8, limit: 'at-most' }
                ])
              ]
            : []),
          ...(lit ? [frame('lit', [])] : [])
        ]
        const move = nextMove(plan, frames)
        seenKinds.add(move.kind)
        const { head, detail } = moveWords(plan, move)
        clean(head)
        clean(detail)
        expect(head.length).toBeLessThan(70)
      }),
      { numRuns: longly(600, 200), seed: 6 }
    )
    expect(seenKinds.size).toBeGreaterThanOrEqual(6)
  })
  test('what was changed speaks the dial of the strobe', () => {
    const before = testPlan((p) => {
      p.lights[0]!.powerStops = -5
    })
    const after = testPlan((p) => {
      p.lights[0]!.powerStops = -4 - 1 / 3
      p.lights[0]!.at = { ...p.lights[0]!.at, distanceMm: 100 }
      p.settings.highSpeedSync = !p.settings.highSpeedSync
    })
    const words = changesWords(before, changesBetween(before, after))
    expect(words).toContain('Power 1/32 → 1/32 +0.7 (+0.7)')
    expect(words).toContain('Distance 200 mm → 100 mm (+2.0)')
    expect(words).toContain('High-speed sync on → off')
    expect(changesWords(before, [])).toBe('Nothing was changed')
  })
  test('corrections, and files that disagree with the plan', () => {
    for (const why of [
      'as-predicted-or-darker',
      'as-predicted-or-brighter',
      'meter-in-high-speed-sync',
      'rest-alone',
      'no-such-place',
      'other-kit',
      'strobe-out-of-reach',
      'meter-on-black'
    ] as const)
      clean(calibrationWords({ kind: 'nothing', why }))
    const plan = testPlan()
    const { apertureStops, shutterStops, isoStops } = plan.settings
    expect(settingsDiffer(plan, { apertureStops, shutterStops: null, isoStops })).toBe('')
    expect(settingsDiffer(plan, { apertureStops: 5, shutterStops, isoStops })).toContain(
      'f/5.6 where the plan says f/16'
    )
  })
})

describe('kit forms', () => {
  const at = (owner: unknown, path: string): unknown =>
    path
      .split('.')
      .reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], owner)

  test.each(['camera', 'lens', 'strobe', 'modifier'] as const)(
    'a new %s is valid once named, and every figure it shows is read back the same',
    (kind) => {
      const item = { ...newItem(kind), name: 'Mine' }
      expect(kitItemSchema.safeParse(item).success).toBe(true)
      clean(itemLine(item))
      for (const spec of KIT_FIELDS[kind]) {
        const value = at(item, spec.path)
        if (spec.type === 'figure' && typeof value === 'number')
          expect(spec.parse!(spec.show!(value))).toBeCloseTo(value, 3)
      }
    }
  )
  test.each(['fraction', 'levels', 'percent', 'decimal'])(
    'a new dial of kind %s is valid and its figures are read back',
    (kind) => {
      const dial = newDial(kind)
      expect(dialSchema.safeParse(dial).success).toBe(true)
      for (const spec of DIAL_FIELDS[kind]!) {
        const value = at({ dial }, spec.path)
        if (spec.type === 'figure')
          expect(spec.parse!(spec.show!(value as number))).toBeCloseTo(value as number, 6)
      }
      clean(itemLine({ ...testStrobe(), dial: dialSchema.parse(dial) }))
    }
  )
  test('durations in every notation', () => {
    expect([
      parseDuration('1/300'),
      parseDuration('2 ms'),
      parseDuration('0.004'),
      parseDuration('1/0'),
      parseDuration('soon')
    ]).toEqual([1 / 300, 0.002, 0.004, null, null])
    fc.assert(
      fc.property(fc.double({ min: 1e-5, max: 0.4, noNaN: true }), (t) =>
        expect(parseDuration(showDuration(t))! / t).toBeCloseTo(1, 2)
      )
    )
  })
})

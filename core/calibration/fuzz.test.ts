/** Any run the schema takes has a result, and the item it proposes is one the kit takes. */
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { kitItemSchema, type KitItem } from '../kit/kit'
import { meterSchema } from '../kit/meter'
import { longly, testCamera, testLens, testModifier, testStrobe } from '../testing'
import {
  calibrationSchema,
  LIGHT_KINDS,
  PLACES,
  type Calibration,
  type LightKind
} from './calibration'
import { calibrationResult } from './result'

const kit = new Map<string, KitItem>(
  [
    testStrobe({
      id: 'strobe',
      marks: [{ powerStops: -5, stops: 0.3, uncertaintyStops: 0.1 }],
      highSpeedLosses: [{ shutterStops: 9, stops: 0.3, uncertaintyStops: 0.1 }]
    }),
    testStrobe({
      id: 'zoom',
      dial: { kind: 'percent', lowestPercent: 3, stepPercent: 7 },
      zoom: [
        { settingMm: 24, beamDeg: 80, guideNumberM: 20 },
        { settingMm: 70, beamDeg: 40, guideNumberM: 34 }
      ]
    }),
    testModifier({ id: 'grid', beam: { kind: 'cut', beamDeg: 20 } }),
    testModifier({ id: 'panel', face: { kind: 'rectangle', widthMm: 600, heightMm: 400 } }),
    testCamera({ id: 'camera' }),
    testLens({ id: 'lens' }),
    meterSchema.parse({
      kind: 'meter',
      id: 'meter',
      name: 'M',
      notes: '',
      display: 'halves',
      isoStops: 2,
      shutterStops: 7,
      receptor: 'flat'
    })
  ].map((item) => [item.id, item])
)

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const reading = fc.oneof(
  fc.record({ kind: fc.constant('meter'), apertureStops: some(-2, 14) }),
  fc.record({
    kind: fc.constant('card'),
    levelStops: some(-15, 8),
    uncertaintyStops: some(0.01, 3),
    apertureStops: some(-2, 14),
    shutterStops: some(-6, 16),
    isoStops: some(-3, 11),
    fileName: fc.constant(null)
  }),
  fc.constant(null)
)
/** Places of the kind, the ends among them; now and then one of another kind. */
const atIn = (kind: LightKind) =>
  fc.oneof(
    { weight: 8, arbitrary: some(...(PLACES[kind] as [number, number])) },
    { weight: 2, arbitrary: fc.constantFrom(...PLACES[kind], -0.04) },
    { weight: 1, arbitrary: some(-20, 20_000) }
  )
const lightOf = (kind: LightKind) =>
  fc.record({
    kind: fc.constant(kind),
    startedAt: fc.constant('2026-11-27T10:00:00.000Z'),
    strobeId: fc.constantFrom('strobe', 'zoom', 'gone'),
    modifierId: fc.constantFrom('grid', 'panel', 'gone', null),
    meterId: fc.constantFrom('meter', 'gone', null),
    cameraId: fc.constantFrom('camera', 'gone', null),
    lensId: fc.constantFrom('lens', 'gone', null),
    magnification: some(0.001, 20),
    distanceMm: some(50, 20000),
    powerStops: some(-14, 0),
    isoStops: some(-3, 11),
    rows: fc.array(
      fc.record({ at: atIn(kind), reference: fc.boolean(), reading, on: fc.boolean() }),
      {
        maxLength: 6
      }
    )
  })
const light = fc.constantFrom(...LIGHT_KINDS).chain(lightOf)
const duration = fc.record({
  kind: fc.constant('duration'),
  startedAt: fc.constant('2026-11-27T10:00:00.000Z'),
  strobeId: fc.constantFrom('strobe', 'zoom', 'gone'),
  way: fc.constantFrom('turning', 'falling', 'two-frames'),
  turnsPerMinute: some(1, 200_000),
  radiusMm: some(1, 2000),
  dropMm: some(1, 20_000),
  markMm: some(0, 200),
  shutterStops: some(3, 14),
  rows: fc.array(
    fc.record({
      powerStops: some(-12, 0),
      value: fc.oneof(some(0, 10_000), some(0, 3), fc.constant(null)),
      on: fc.boolean()
    }),
    { maxLength: 60 }
  )
})
const holds = (run: unknown): void => {
  const parsed = calibrationSchema.safeParse(run)
  if (!parsed.success) {
    // Nothing else is refused than a place of another kind.
    expect(parsed.error.issues.map(({ path }) => path.at(-1))).toEqual(
      parsed.error.issues.map(() => 'at')
    )
    return
  }
  const result = calibrationResult('run', parsed.data, kit)
  if (!result) return
  const checked = kitItemSchema.safeParse(result.after)
  expect(checked.success ? [] : checked.error.issues).toEqual([])
}

test('property: by light', () => fc.assert(fc.property(light, holds), { numRuns: longly(300, 25) }))
test('property: by duration', () => fc.assert(fc.property(duration, holds)))
test('property: as many rows as there may be', () => {
  const full = fc.record({
    kind: fc.constantFrom('beam', 'marks', 'highSpeed', 'modifier' as const),
    step: some(0.05, 1.4),
    from: some(-14, 0)
  })
  fc.assert(
    fc.property(full, ({ kind, step, from }) => {
      const rows = Array.from({ length: 60 }, (_, i) => ({
        at:
          kind === 'marks'
            ? Math.min(0, from + (i * step) / 5)
            : kind === 'highSpeed'
              ? 8.1 + (i * step) / 12
              : i * step,
        reference: i === 0,
        reading:
          kind === 'highSpeed'
            ? {
                kind: 'card' as const,
                levelStops: -1,
                uncertaintyStops: 0.1,
                apertureStops: 6,
                shutterStops: 8.1 + (i * step) / 12,
                isoStops: 0,
                fileName: null
              }
            : { kind: 'meter' as const, apertureStops: 8 - i / 20 },
        on: true
      }))
      const run = {
        kind,
        startedAt: '2026-11-27T10:00:00.000Z',
        strobeId: 'strobe',
        modifierId: 'grid',
        meterId: 'meter',
        cameraId: 'camera',
        lensId: 'lens',
        magnification: 0.1,
        distanceMm: 1000,
        powerStops: -2,
        isoStops: 0,
        rows
      }
      holds(run as Calibration)
    }),
    { numRuns: longly(40, 3) }
  )
})

/**
 * A calibration: one run on the bench that measures figures of a kit item, reading by reading. It
 * keeps what was read, not what follows: that is worked out against the kit's figures of now.
 */
import { z } from 'zod'

const stops = (min: number, max: number) => z.number().min(min).max(max)
const id = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only')
  .describe('of a kit item')

/** What can be measured by light on a card or a meter. */
export const LIGHT_KINDS = [
  'output',
  'beam',
  'marks',
  'highSpeed',
  'water',
  'modifier',
  'meter'
] as const
export type LightKind = (typeof LIGHT_KINDS)[number]

const uncertaintyStops = stops(0.01, 3)
const practice = z
  .literal(true)
  .optional()
  .describe('read on a made-up bench: nothing of it speaks of the kit')

export const benchReadingSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('meter'), apertureStops: stops(-2, 14) })
    .describe('a flash meter in place of the card, turned to the light: the f-number it shows'),
  z
    .strictObject({
      kind: z.literal('card'),
      levelStops: stops(-15, 8),
      uncertaintyStops,
      apertureStops: stops(-2, 14),
      shutterStops: stops(-6, 16),
      isoStops: stops(-3, 11),
      fileName: z.string().max(200).nullable()
    })
    .describe('a frame of an 18 % card square to the lens: its level, at the settings it was taken')
])
export type BenchReading = z.infer<typeof benchReadingSchema>

const rowSchema = z.strictObject({
  at: z
    .number()
    .min(-20)
    .max(20000)
    .describe(
      'output, water: the distance, mm; beam, modifier: degrees off the axis; marks, meter: the ' +
        'mark, stops below full; highSpeed: the shutter, −log2 s'
    ),
  reference: z
    .boolean()
    .describe(
      'what the others are held against: without the modifier; at sync speed; the camera’s frame ' +
        'beside the meter'
    ),
  reading: benchReadingSchema.nullable(),
  on: z.boolean().describe('whether it counts')
})
export type BenchRow = z.infer<typeof rowSchema>
export const MOST_ROWS = 60

/** Where rows of each kind may be. */
export const PLACES: Readonly<Record<LightKind, readonly [least: number, most: number]>> = {
  output: [50, 20_000],
  water: [50, 20_000],
  beam: [0, 89],
  modifier: [0, 89],
  marks: [-14, 0],
  meter: [-14, 0],
  highSpeed: [0, 16]
}

const lightFigures = z.strictObject({
  kind: z.enum(LIGHT_KINDS),
  startedAt: z.iso.datetime(),
  practice,
  strobeId: id,
  modifierId: id.nullable(),
  meterId: id.nullable(),
  cameraId: id.nullable(),
  lensId: id.nullable(),
  magnification: z.number().min(0.001).max(20).describe('of the card in the frames'),
  distanceMm: z
    .number()
    .min(50)
    .max(20000)
    .describe('front of the bare head to meter or card, where the rows do not say'),
  powerStops: stops(-14, 0).describe('the mark, where the rows do not say'),
  isoStops: stops(-3, 11).describe('the ISO the meter is set to'),
  rows: z.array(rowSchema).max(MOST_ROWS)
})
const lightCalibrationSchema = lightFigures.superRefine(({ kind, rows }, context) => {
  const [least, most] = PLACES[kind]
  rows.forEach(({ at }, i) => {
    if (at < least || at > most)
      context.addIssue({
        code: 'custom',
        path: ['rows', i, 'at'],
        message: `must be from ${least} to ${most} in a run of this kind`
      })
  })
})
export type LightCalibration = z.infer<typeof lightFigures>

export const DURATION_WAYS = ['turning', 'falling', 'two-frames'] as const
const durationCalibrationSchema = z.strictObject({
  kind: z.literal('duration'),
  startedAt: z.iso.datetime(),
  strobeId: id,
  way: z
    .enum(DURATION_WAYS)
    .describe('a mark on a turning disc, a falling mark, or two frames by a leaf shutter'),
  turnsPerMinute: z.number().min(1).max(200_000),
  radiusMm: z.number().min(1).max(2000).describe('of the mark on the disc'),
  dropMm: z.number().min(1).max(20_000).describe('how far the mark has fallen'),
  markMm: z.number().min(0).max(200).describe('how long the mark is when it stands still'),
  shutterStops: stops(3, 14).describe('the fast one of two leaf shutter times'),
  rows: z
    .array(
      z.strictObject({
        powerStops: stops(-12, 0),
        value: z
          .number()
          .min(0)
          .max(10_000)
          .nullable()
          .describe('length of the streak, mm; of two frames: what the fast one lost, stops'),
        on: z.boolean()
      })
    )
    .max(MOST_ROWS)
})
export type DurationCalibration = z.infer<typeof durationCalibrationSchema>
export type DurationWay = (typeof DURATION_WAYS)[number]

export const calibrationSchema = z.discriminatedUnion('kind', [
  lightCalibrationSchema,
  durationCalibrationSchema
])
export type Calibration = z.infer<typeof calibrationSchema>
export type CalibrationKind = Calibration['kind']

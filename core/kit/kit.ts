/**
 * Kit: what the photographer owns, with the figures the sums need. Defined once, used by client and
 * server.
 */
import { z } from 'zod'
import { DAYLIGHT, sourceSchema } from '../colour/sources'
import { distributionSchema } from '../light/beam'
import { airFromWater, HEAD_CLASSES, WATER_SHARE } from '../light/strobe'
import { dialSchema } from '../scales/dial'
import { cameraFilesSchema, NO_FILES } from './cameraFiles'
import { faceSchema, millimetres } from './face'
import { filterSchema } from './filter'
import { id, measuredTo, mount, name, notes, prepare, seals, stops } from './fields'
import { housingSchema } from './housing'
import { linkSchema } from './link'
import { meterSchema } from './meter'
import {
  measuredMarkSchema,
  highSpeedLossSchema,
  durationPointSchema,
  kelvinAtPowerSchema,
  zoomRowSchema
} from './tables'

/** A size that stands in the way of light; 0: it is left out of the sum. */
const roomTaken = z.number().min(0).max(600).nullable()

export const cameraSchema = z
  .strictObject({
    kind: z.literal('camera'),
    id,
    name,
    notes,
    prepare,
    mount,
    sensorWidthMm: z.number().min(1).max(120),
    sensorHeightMm: z.number().min(1).max(120),
    pixelsWide: z.number().int().min(100).max(40000),
    pixelsHigh: z.number().int().min(100).max(40000),
    step: z.enum(['third', 'half', 'whole']),
    curtain: z.enum(['focal-plane', 'leaf']),
    syncStops: stops(0, 14).describe(
      'fastest shutter that still catches a whole flash, −log2 of seconds'
    ),
    fastestShutterStops: stops(3, 16),
    slowestShutterStops: stops(-6, 3),
    lowestIsoStops: stops(-2, 4),
    highestIsoStops: stops(0, 10),
    showsEffective: z
      .boolean()
      .describe('the body displays the effective f-number when focused close'),
    highSpeedSync: z.boolean().describe('has high-speed sync'),
    bodyWidthMm: roomTaken.describe('width of the body; null: guessed from its sensor'),
    bodyHeightMm: roomTaken.describe('its height; null: guessed from its sensor'),
    files: cameraFilesSchema.default(NO_FILES).describe('what the numbers in its files mean')
  })
  .superRefine((camera, context) => {
    const wrong = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message })
    if (camera.syncStops > camera.fastestShutterStops)
      wrong('syncStops', 'sync cannot be faster than the fastest shutter')
    if (camera.lowestIsoStops >= camera.highestIsoStops)
      wrong('lowestIsoStops', 'the lowest ISO must stand below the highest')
  })

export const lensSchema = z
  .strictObject({
    kind: z.literal('lens'),
    id,
    name,
    notes,
    prepare,
    mount,
    focalMm: z.number().min(4).max(1200),
    maxMagnification: z.number().min(0.01).max(20),
    widestStops: stops(-1, 12).describe('2·log2 of the widest f-number'),
    narrowestStops: stops(1, 14).describe('2·log2 of the narrowest f-number'),
    pupilRatio: z.number().min(0.1).max(10),
    sensorToFrontMm: z.number().min(10).max(1500).describe('sensor plane to the front of the lens'),
    leafFastestStops: stops(3, 14)
      .nullable()
      .describe('fastest time of a leaf shutter of its own, −log2 s; null: it has none'),
    hoodDeg: z
      .number()
      .min(5)
      .max(89)
      .nullable()
      .describe('the hood shades the front past this angle off the axis; null: no hood'),
    frontDiameterMm: roomTaken.describe(
      'outer diameter of the lens at its front; null: guessed from focal length and sensor'
    )
  })
  .superRefine((lens, context) => {
    if (lens.widestStops >= lens.narrowestStops)
      context.addIssue({
        code: 'custom',
        path: ['widestStops'],
        message: 'the widest f-number must be below the narrowest'
      })
  })

const strobeFigures = z.strictObject({
  kind: z.literal('strobe'),
  id,
  name,
  notes,
  prepare,
  guideNumberM: z
    .number()
    .min(0.5)
    .max(200)
    .describe('metres, ISO 100, full power, in the stated beam'),
  beamDeg: z
    .number()
    .min(5)
    .max(178)
    .describe('full angle at whose edge the light is down one stop'),
  outputUncertaintyStops: measuredTo.describe('± of the guide number'),
  distribution: distributionSchema.default({ kind: 'cos' }),
  face: faceSchema,
  guideNumberWaterM: z
    .number()
    .min(0.2)
    .max(100)
    .nullable()
    .describe('the same under water, what the water takes left out; null: not known'),
  guideNumberFromWater: z
    .boolean()
    .default(false)
    .describe('that in air is not known, but made of that under water by rule'),
  dial: dialSchema,
  marks: z
    .array(measuredMarkSchema)
    .max(80)
    .default([])
    .describe('marks of the dial as measured, weakest first; between them straight; empty: none'),
  recycleFullS: z.number().min(0).max(60),
  leastRecycleS: z.number().min(0).max(60).describe('shortest time between flashes, however weak'),
  onMains: z.boolean().default(false).describe('runs on mains: no charge to count'),
  flashesFull: z.number().int().min(1).max(100000).describe('at full power, of a charge'),
  mostFlashes: z
    .number()
    .int()
    .min(1)
    .max(10_000_000)
    .nullable()
    .describe('most flashes a charge gives, however weak; null: not known, 20 times those at full'),
  headClass: z.enum(HEAD_CLASSES).describe('what is assumed where nothing of the head is known'),
  quench: z.enum(['quenched', 'voltage']),
  t01FullS: z.number().min(1e-6).max(1),
  shortestT01S: z
    .number()
    .min(1e-6)
    .max(1)
    .nullable()
    .describe('shortest flash it can do, t0.1; null: not known, that of its class'),
  durations: z.array(durationPointSchema).max(24).default([]),
  durationsFrom: z
    .enum(['typical', 'stated', 'measured'])
    .describe('typical: of its class, right to a factor of 2'),
  colour: sourceSchema.default(DAYLIGHT).describe('of its light, at full power'),
  kelvinByPower: z
    .array(kelvinAtPowerSchema)
    .max(24)
    .default([])
    .describe(
      'a flash’s own by its power, weakest first; between them straight in mired; empty: none'
    ),
  seals,
  highSpeedSync: z.boolean(),
  highSpeedPenaltyStops: stops(0, 4).default(0.5),
  highSpeedLosses: z
    .array(highSpeedLossSchema)
    .max(30)
    .default([])
    .describe('the same as measured, by shutter, slowest first; empty: not measured'),
  highSpeedLeastStops: stops(-14, 0)
    .nullable()
    .default(null)
    .describe('weakest power it has in high-speed sync, lower ones fire as that; null: any'),
  zoom: z
    .array(zoomRowSchema)
    .max(16)
    .describe('settings of a head that zooms, rising; empty: it does not')
})
/** By so much a guide number in air may stray from what the rule makes of that under water. */
const BY_RULE = 0.02
export const strobeSchema = strobeFigures.superRefine((strobe, context) => {
  const wrong = (path: (string | number)[], message: string) =>
    context.addIssue({ code: 'custom', path, message })
  const { guideNumberFromWater, guideNumberWaterM, guideNumberM } = strobe
  if (guideNumberFromWater) {
    if (guideNumberWaterM === null)
      wrong(['guideNumberWaterM'], 'it is needed where that in air is made of it')
    else if (Math.abs((guideNumberM * WATER_SHARE) / guideNumberWaterM - 1) > BY_RULE)
      wrong(['guideNumberM'], `by rule it is ${airFromWater(guideNumberWaterM)} m`)
  }
  strobe.marks.forEach((mark, i) => {
    if (i > 0 && mark.powerStops <= strobe.marks[i - 1]!.powerStops)
      wrong(['marks', i, 'powerStops'], 'the marks must rise')
  })
  strobe.highSpeedLosses.forEach((loss, i) => {
    if (i > 0 && loss.shutterStops <= strobe.highSpeedLosses[i - 1]!.shutterStops)
      wrong(['highSpeedLosses', i, 'shutterStops'], 'the shutters must get faster')
  })
  strobe.zoom.forEach((row, i) => {
    if (i > 0 && row.settingMm <= strobe.zoom[i - 1]!.settingMm)
      wrong(['zoom', i, 'settingMm'], 'the settings must rise')
  })
  strobe.kelvinByPower.forEach((row, i) => {
    if (i > 0 && row.powerStops <= strobe.kelvinByPower[i - 1]!.powerStops)
      wrong(['kelvinByPower', i, 'powerStops'], 'the powers must rise')
  })
  if (strobe.kelvinByPower.length > 0 && strobe.colour.kind !== 'daylight')
    wrong(['kelvinByPower'], 'only a flash has kelvins by power: a table holds for all')
  if (strobe.zoom.length > 0 && strobe.distribution.kind !== 'cos')
    wrong(['zoom'], 'a head that zooms has the smooth beam: a table or file holds for one setting')
})

export const modifierSchema = z.strictObject({
  kind: z.literal('modifier'),
  id,
  name,
  notes,
  prepare,
  lossStops: stops(0, 8),
  lossUncertaintyStops: measuredTo.describe('± of the loss, or of what was measured in its place'),
  beam: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('keep').describe("leaves the strobe's beam as it is") }),
    z.strictObject({
      kind: z.literal('spread').describe('a soft beam of this angle'),
      beamDeg: z.number().min(5).max(178)
    }),
    z.strictObject({
      kind: z.literal('cut').describe('a grid: no light outside this angle'),
      beamDeg: z.number().min(1).max(178)
    }),
    z.strictObject({
      kind: z
        .literal('snoot')
        .describe('a tube: no light beyond atan(throat / length) off its axis'),
      throatMm: millimetres,
      lengthMm: millimetres,
      innerReflectance: z.number().min(0).max(0.95).describe('of its inside; 0: black')
    })
  ]),
  measured: z
    .array(z.strictObject({ deg: z.number().min(0).max(180), stops: stops(-20, 4) }))
    .max(30)
    .describe(
      'stops by angle off the axis, against the light without it on its axis, from half a metre ' +
        'away or more, in place of loss and geometry; one on the axis alone: its shape by ' +
        'geometry; empty: none'
    )
    .superRefine((points, context) =>
      points.forEach((point, i) => {
        if (i === 0 ? point.deg !== 0 : point.deg <= points[i - 1]!.deg)
          context.addIssue({
            code: 'custom',
            path: [i, 'deg'],
            message: i === 0 ? 'the first angle is 0, the axis' : 'the angles must rise'
          })
      })
    ),
  face: z.union([
    z.strictObject({ kind: z.literal('keep').describe("keeps the head's face") }),
    faceSchema
  ])
})

export const kitItemSchema = z.discriminatedUnion('kind', [
  cameraSchema,
  lensSchema,
  strobeSchema,
  modifierSchema,
  filterSchema,
  meterSchema,
  housingSchema,
  linkSchema
])
export type Camera = z.infer<typeof cameraSchema>
export type Lens = z.infer<typeof lensSchema>
export type { Face } from './face'
export type { Link } from './link'
export type { Filter } from './filter'
export type Strobe = z.infer<typeof strobeSchema>
export type Modifier = z.infer<typeof modifierSchema>
export type KitItem = z.infer<typeof kitItemSchema>
export type KitKind = KitItem['kind']

/** Figures of an item nobody has measured yet. */
export const UNMEASURED = {
  strobe: { outputUncertaintyStops: null, marks: [], highSpeedLosses: [] },
  modifier: { lossUncertaintyStops: null },
  meter: { offsetStops: 0, offsetUncertaintyStops: null }
}

/** Pixel pitch on the sensor, mm. */
export const pixelPitchMm = (camera: Camera): number => camera.sensorWidthMm / camera.pixelsWide

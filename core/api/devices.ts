/**
 * What crosses between the server and a bridge: a program that stands between Fine Spark and a
 * camera, strobes or a meter. The whole protocol: docs/devices.md.
 */
import { z } from 'zod'
import { RECEPTORS } from '../kit/meter'
import { FIGURE_KINDS } from '../calibration/figure'
import { lightIdSchema, LIGHT_IDS, placeSchema, planSchema } from '../plan/plan'
import { METER_DISPLAYS } from '../scales/meter'
import { idSchema } from './id'

const stops = (min: number, max: number) => z.number().min(min).max(max)
const words = (most: number) => z.string().trim().min(1).max(most)

/** What a bridge has to offer. */
export const deviceOfferSchema = z.strictObject({
  name: words(80),
  shootId: idSchema.nullable().describe('the shoot its frames belong to; null: the app says'),
  camera: z
    .strictObject({ files: z.array(z.enum(['jpeg', 'raw'])).min(1) })
    .nullable()
    .describe('takes settings, can be triggered, sends files'),
  strobes: z
    .array(z.strictObject({ light: lightIdSchema, name: words(80) }))
    .max(8)
    .describe('lights whose power it can set, by their letter in the plan'),
  meter: z.strictObject({ display: z.enum(METER_DISPLAYS) }).nullable(),
  clock: z.boolean().describe('can tell the time by the camera’s clock'),
  tilt: z.boolean().describe('can tell how the camera is tilted'),
  practice: z.boolean().describe('a made-up studio, which can tell its truth'),
  bench: idSchema
    .nullable()
    .default(null)
    .describe('stands on the bench where this kit item is calibrated, and in no shoot')
})
export type DeviceOffer = z.infer<typeof deviceOfferSchema>

const lightsSchema = z.array(lightIdSchema).max(8)

/** What is asked of a device. Stops count as in the plan; `shown` is what its dial says there. */
export const commandSchema = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('set-camera'),
    apertureStops: stops(-2, 14).describe('2·log2 of the f-number'),
    shutterStops: stops(-6, 16).describe('−log2 of seconds'),
    isoStops: stops(-3, 11).describe('log2 of ISO / 100'),
    ndStops: stops(0, 20),
    highSpeedSync: z.boolean(),
    shown: z.strictObject({ aperture: words(20), shutter: words(20), iso: words(20) })
  }),
  z.strictObject({
    do: z.literal('set-strobes'),
    strobes: z
      .array(
        z.strictObject({
          light: lightIdSchema,
          on: z.boolean(),
          powerStops: stops(-12, 0).describe('stops below full'),
          shown: words(20)
        })
      )
      .min(1)
      .max(8)
  }),
  z.strictObject({ do: z.literal('test-flash'), lights: lightsSchema.min(1) }),
  z
    .strictObject({
      do: z.literal('trigger'),
      kind: z.enum(['black', 'lit']),
      lights: lightsSchema.describe('that fire'),
      part: z
        .strictObject({ light: lightIdSchema, on: z.number().int().min(0).max(8) })
        .optional()
        .describe('this light carries only the first so many of its modifiers, put on by hand')
    })
    .describe('answered when the files of the frame have been sent'),
  z.strictObject({
    do: z.literal('read-meter'),
    place: placeSchema.describe('where it is to be held'),
    lights: lightsSchema.describe('that fire for it'),
    isoStops: stops(-3, 11),
    shutterStops: stops(-6, 16).nullable(),
    receptor: z.enum([...RECEPTORS, 'surface'])
  }),
  z
    .strictObject({ do: z.literal('stand'), plan: planSchema })
    .describe('a made-up bench: how head and card stand now; on a real one a hand puts them so'),
  z.strictObject({ do: z.literal('tell-time') }),
  z.strictObject({ do: z.literal('tell-tilt') }),
  z.strictObject({ do: z.literal('tell-truth') })
])
export type Command = z.infer<typeof commandSchema>

/** What makes a made-up studio differ from the kit's figures. */
export const TRUTH_CAUSES = [
  'output',
  'mark',
  'modifiers',
  'distance',
  'subject',
  'sensitivity',
  'reading',
  'drift',
  'lamp'
] as const
export type TruthCause = (typeof TRUTH_CAUSES)[number]

const sourceSchema = z.enum(['ambient', ...LIGHT_IDS])
export const truthSchema = z.strictObject({
  seed: z.number().int(),
  minutes: z.number().describe('since it was started'),
  differences: z
    .array(z.strictObject({ source: sourceSchema, place: placeSchema, stops: z.number() }))
    .describe('true level minus the plan’s without corrections'),
  causes: z.array(
    z.strictObject({ source: sourceSchema, cause: z.enum(TRUTH_CAUSES), stops: z.number() })
  ),
  syncStops: z.number().describe('the shutter’s true limit'),
  meterStops: z.number().describe('by how much the meter reads too high'),
  clockS: z.number().describe('by how much the camera’s clock is ahead'),
  missedFlashes: z.number().int(),
  figures: z
    .array(
      z.strictObject({
        kind: z.enum(FIGURE_KINDS),
        id: idSchema,
        at: z.number().nullable(),
        stops: z.number()
      })
    )
    .default([])
    .describe('of a bench: by how much the kit’s figures are off, as its camera shows light')
})
export type Truth = z.infer<typeof truthSchema>

const meterReadingSchema = z.strictObject({
  shown: words(20).describe('as the meter shows it, in its own notation'),
  display: z.enum(METER_DISPLAYS)
})

export const answerSchema = z.discriminatedUnion('ok', [
  z.strictObject({ ok: z.literal(false), problem: words(300) }),
  z.strictObject({
    ok: z.literal(true),
    reading: meterReadingSchema.optional(),
    time: z.iso.datetime({ offset: true }).optional(),
    tilt: z
      .strictObject({ pitchDeg: stops(-180, 180), rollDeg: stops(-180, 180) })
      .optional()
      .describe('pitch: + looks up; roll: + clockwise'),
    truth: truthSchema.optional()
  })
])
export type Answer = z.infer<typeof answerSchema>

/** What a bridge says of itself unasked; parts left out stand as they were. */
export const deviceStateSchema = z.strictObject({
  busy: z
    .strictObject({ doing: words(80), share: z.number().min(0).max(1) })
    .nullable()
    .optional(),
  charging: lightsSchema.optional().describe('strobes that are not ready')
})
export type DeviceState = z.infer<typeof deviceStateSchema>

export const deviceSchema = z.object({
  id: idSchema,
  offer: deviceOfferSchema,
  connected: z.boolean(),
  state: deviceStateSchema
})
export type Device = z.infer<typeof deviceSchema>

/** The app names each command, so that one sent twice is done once. */
export const sendCommandSchema = z.strictObject({
  id: idSchema,
  shootId: idSchema
    .nullable()
    .describe('the shoot a frame of it belongs to; null: none, its files wait for who asked'),
  command: commandSchema
})
export const commandParams = z.strictObject({ id: idSchema, commandId: idSchema })
export const fileQuery = z.strictObject({
  name: words(200).describe('as the camera named it'),
  command: idSchema.optional().describe('the command it answers')
})
export const filedSchema = z.object({
  frameId: idSchema.nullable().describe('null: it belongs to no shoot'),
  known: z.boolean().describe('the same file was there already')
})
export type Filed = z.infer<typeof filedSchema>
/** Files of a command that belongs to no shoot. */
export const heldFilesSchema = z.array(z.object({ name: z.string(), bytes: z.number().int() }))
export type HeldFiles = z.infer<typeof heldFilesSchema>
export const heldFileParams = commandParams.extend({ number: z.coerce.number().int().min(0) })

/** What a bridge is sent over its event stream. */
export const sentCommandSchema = z.strictObject({ id: idSchema, command: commandSchema })
export type SentCommand = z.infer<typeof sentCommandSchema>

export const practiceSchema = z.strictObject({
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31 - 1)
    .optional()
})

/** What a page is told over its event stream. */
export const feedEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('frames'), shootId: idSchema }),
  z
    .strictObject({ kind: z.literal('plan'), shootId: idSchema, version: z.number().int().min(1) })
    .describe('its plan has this version now'),
  z.strictObject({ kind: z.literal('ticks'), shootId: idSchema }),
  z.strictObject({ kind: z.literal('devices') }),
  z.strictObject({ kind: z.literal('everything') }).describe('too much was missed: look again')
])
export type FeedEvent = z.infer<typeof feedEventSchema>

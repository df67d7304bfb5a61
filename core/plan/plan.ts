/**
 * The plan: everything that decides the picture, as one document that stands alone (the kit it uses is inside it).
 * Version 1: one strobe, one subject, one ground. Format: docs/plan-format.md.
 */
import { z } from 'zod'
import { cameraSchema, lensSchema, modifierSchema, strobeSchema } from '../kit/kit'

export const PLAN_FORMAT = 'fine-spark-plan'
export const PLAN_VERSION = 1

const stops = (min: number, max: number) => z.number().min(min).max(max)
const lengthMm = (min: number, max: number) => z.number().min(min).max(max)

export const LOOKS = ['black-still', 'black-soft', 'daylight-fill', 'plume'] as const
export const lookSchema = z.enum(LOOKS)
export type Look = z.infer<typeof lookSchema>

export const readingSchema = z
  .strictObject({
    value: z.discriminatedUnion('kind', [
      z
        .strictObject({
          kind: z.literal('camera'),
          apertureStops: stops(-2, 14),
          shutterStops: stops(-6, 16),
          isoStops: stops(-3, 11)
        })
        .describe('the settings a camera or meter called right'),
      z.strictObject({ kind: z.literal('ev'), ev: stops(-20, 25).describe('EV at ISO 100') }),
      z.strictObject({ kind: z.literal('lux'), lux: z.number().min(0.0001).max(300000) })
    ]),
    bound: z.enum(['exact', 'at-most']).default('exact').describe('at-most: nothing showed, it may be darker still'),
    via: z.enum(['lens', 'reflected', 'incident']).describe('through the lens; hand-held at the surface; hand-held dome'),
    atMagnification: z.number().min(0.001).max(20).describe('magnification when read through the lens')
  })
  .superRefine((reading, context) => {
    if (reading.value.kind === 'lux' && reading.via !== 'incident')
      context.addIssue({ code: 'custom', path: ['via'], message: 'lux is light falling on a place: it is an incident reading' })
  })
export type AmbientReading = z.infer<typeof readingSchema>

export const placeSchema = z.enum(['subject', 'ground'])
export type Place = z.infer<typeof placeSchema>
export const PLACES = placeSchema.options

/** A measured fact about one source at one place, held against what the sum had said. */
export const correctionSchema = z.strictObject({
  id: z.string().min(1).max(64),
  frameId: z.string().min(1).max(64),
  source: z.enum(['ambient', 'A']),
  place: placeSchema,
  stops: stops(-20, 20).describe('measured minus predicted'),
  sureStops: stops(0.05, 3).describe('how far off it may be'),
  method: z.enum(['judged', 'meter', 'patch']),
  bound: z.enum(['exact', 'at-least', 'at-most']).describe('a clipped or black patch gives a limit only'),
  strobeId: z.string().max(64).nullable(),
  modifierId: z.string().max(64).nullable(),
  on: z.boolean()
})
export type Correction = z.infer<typeof correctionSchema>

export const lightSchema = z.strictObject({
  id: z.literal('A'),
  strobe: strobeSchema,
  modifier: modifierSchema.nullable(),
  powerStops: stops(-14, 0).describe('stops below full'),
  distanceMm: lengthMm(10, 20000).describe('strobe to subject'),
  tiltDeg: z.number().min(0).max(89).describe('angle between the strobe and the lens axis, seen from the subject')
})
export type Light = z.infer<typeof lightSchema>

export const settingsSchema = z.strictObject({
  apertureStops: stops(-2, 14),
  shutterStops: stops(-6, 16),
  isoStops: stops(-3, 11),
  ndStops: stops(0, 20),
  pulsedSync: z.boolean().describe('pulse the strobe when the shutter is faster than sync')
})
export type Settings = z.infer<typeof settingsSchema>

export const planSchema = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  version: z.literal(PLAN_VERSION),
  title: z.string().trim().min(1, 'a title is needed').max(120),
  look: lookSchema,
  subject: z.strictObject({
    widthMm: lengthMm(0.1, 5000),
    heightMm: lengthMm(0.1, 5000),
    sharpDepthMm: lengthMm(0.001, 5000).describe('depth that must be sharp'),
    reflectance: z.number().min(0.005).max(1),
    speedMmS: z.number().min(0).max(1e6).describe('speed across the frame, 0 for a still subject')
  }),
  ground: z.strictObject({
    distanceMm: lengthMm(1, 1e6).describe('from the subject to the ground behind it'),
    reflectance: z.number().min(0.001).max(1)
  }),
  goals: z.strictObject({
    groundStops: stops(-12, 3).describe('ground at most this level'),
    subjectStops: stops(-4, 3),
    toleranceStops: stops(0.05, 2),
    blurPx: z.number().min(0.1).max(1000)
  }),
  ambient: z.strictObject({ subject: readingSchema.nullable(), ground: readingSchema.nullable() }),
  camera: cameraSchema,
  lens: lensSchema,
  focus: z.strictObject({
    magnification: z.number().min(0.001).max(20),
    blur: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('pixels'), pixels: z.number().min(0.5).max(50) }),
      z.strictObject({ kind: z.literal('circle'), mm: z.number().min(0.0005).max(1) })
    ])
  }),
  settings: settingsSchema,
  lights: z.tuple([lightSchema]),
  corrections: z.array(correctionSchema).max(500),
  locks: z.array(z.string().min(1).max(60)).max(60).describe('paths of the figures the user will not have changed')
})
export type Plan = z.infer<typeof planSchema>

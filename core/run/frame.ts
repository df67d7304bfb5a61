/**
 * A frame: one picture of the run, the whole plan it was taken with, and what it showed.
 */
import { z } from 'zod'
import { withOnly } from '../plan/edit'
import { analysisSchema, type FrameAnalysis } from '../measure/analyse'
import type { ExifSettings } from '../measure/exif'
import { PATCH_UNCERTAINTY } from '../measure/patch'
import { RECEPTORS } from '../kit/meter'
import { AUTOMATIC_AREAS } from './automatic'
import { lightIdSchema, placeSchema, planSchema, type LightId, type Plan } from '../plan/plan'

const stops = (min: number, max: number) => z.number().min(min).max(max)

export const evidenceSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('judged'),
      place: placeSchema,
      levelStops: stops(-15, 8),
      limit: z.enum(['exact', 'at-least', 'at-most'])
    })
    .describe(
      'by eye: the level the place seems to have; at-most when nothing shows, at-least when it is blown out'
    ),
  z
    .strictObject({
      kind: z.literal('meter'),
      place: placeSchema.describe('where it was held'),
      lights: z
        .array(lightIdSchema)
        .max(8)
        .nullable()
        .describe('lights that fired for it; null: those of the frame'),
      apertureStops: stops(-2, 14),
      isoStops: stops(-3, 11),
      shutterStops: stops(-6, 16)
        .nullable()
        .describe('its time: ambient within it is in the reading; null: none is'),
      receptor: z
        .enum([...RECEPTORS, 'surface'])
        .describe('surface: flat in the surface at the place')
    })
    .describe('hand-held flash meter: the f-number it called right, at its ISO and time'),
  z
    .strictObject({
      kind: z.literal('automatic'),
      place: placeSchema,
      light: lightIdSchema.describe('the one that fired for it, alone'),
      area: z.enum(AUTOMATIC_AREAS),
      compensationStops: stops(-5, 5),
      powerStops: stops(-14, 0).describe('the mark it says it gave, stops below full'),
      limit: z
        .enum(['exact', 'at-least', 'at-most'])
        .describe(
          'at-most: it gave all it has and more was wanted; at-least: its least was too much'
        )
    })
    .describe('automatic flash: what power it set by itself'),
  z
    .strictObject({
      kind: z.literal('patch'),
      place: placeSchema,
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      radius: z.number().min(0.001).max(0.5).describe('share of the picture width'),
      levelStops: stops(-15, 8),
      limit: z.enum(['exact', 'at-least', 'at-most']),
      uncertaintyStops: stops(0.05, 3).default(PATCH_UNCERTAINTY)
    })
    .describe('a patch marked on the picture, x and y as shares of width and height')
])
export type Evidence = z.infer<typeof evidenceSchema>

/** The lights that fired for a piece of evidence; null: those of its frame. */
export const firedFor = (evidence: Evidence): LightId[] | null => {
  if (evidence.kind === 'automatic') return [evidence.light]
  return evidence.kind === 'meter' ? evidence.lights : null
}

/** A patch the user named: what lies there, whatever the plan knows of it. */
export const markSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(40),
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  radius: z.number().min(0.001).max(0.5).describe('share of the picture width')
})
export type FrameMark = z.infer<typeof markSchema>
export const MOST_MARKS = 12

/** Everything of a frame but its plan: frames of one plan point to it. */
export const frameNotesSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only'),
  kind: z.enum(['black', 'lit']),
  takenAt: z.iso.datetime(),
  practice: z
    .literal(true)
    .optional()
    .describe('taken in a made-up studio: it says nothing of the kit'),
  rebuilt: z
    .boolean()
    .describe('its plan was put together afterwards from the settings an older log held'),
  fileName: z.string().max(200).nullable(),
  analysis: analysisSchema.nullable(),
  evidence: z.array(evidenceSchema).max(8),
  marks: z
    .array(markSchema)
    .max(MOST_MARKS)
    .nullable()
    .default(null)
    .describe('named patches; null: those of the frame before, where it can be laid over this one'),
  note: z.string().max(1000)
})

export const frameSchema = frameNotesSchema.extend({
  plan: planSchema.describe(
    'the plan it was taken with: settings as the file named them, lights on that fired'
  )
})
export type Frame = z.infer<typeof frameSchema>

/** What is known of a picture when it is logged. */
export interface Shot {
  readonly id: string
  readonly kind: Frame['kind']
  /** ISO 8601, UTC */
  readonly takenAt: string
  /** the lights that fired; all that are on in the plan when left out, none in a black frame */
  readonly fired?: readonly LightId[] | undefined
  /** settings the file names; they stand over the plan's */
  readonly named?: ExifSettings | null
  readonly fileName?: string | null
  readonly analysis?: FrameAnalysis | null
  readonly note?: string
  /** taken in a made-up studio */
  readonly practice?: boolean
}

/** The frame of a shot taken with a plan as it stands. */
export function logFrame(plan: Plan, shot: Shot): Frame {
  const { id, kind, takenAt, named } = shot
  const fired = kind === 'black' ? [] : shot.fired
  return {
    id,
    kind,
    takenAt,
    ...(shot.practice && { practice: true }),
    rebuilt: false,
    fileName: shot.fileName ?? null,
    analysis: shot.analysis ?? null,
    evidence: [],
    marks: null,
    note: shot.note ?? '',
    plan: {
      ...(fired ? withOnly(plan, fired) : plan),
      settings: {
        ...plan.settings,
        apertureStops: named?.apertureStops ?? plan.settings.apertureStops,
        shutterStops: named?.shutterStops ?? plan.settings.shutterStops,
        isoStops: named?.isoStops ?? plan.settings.isoStops
      }
    }
  }
}

/** The lights that fired. */
export const litIds = (frame: Pick<Frame, 'plan'>): LightId[] =>
  frame.plan.lights.filter((light) => light.on).map((light) => light.id)

/**
 * A frame: one picture of the run, the settings it was taken at, and what it showed.
 */
import { z } from 'zod'
import { analysisSchema } from '../measure/analyse'
import { placeSchema, settingsSchema, type Plan } from '../plan/plan'

const stops = (min: number, max: number) => z.number().min(min).max(max)

/** What stood on camera and strobe when the frame was taken. */
export const snapshotSchema = z.strictObject({
  ...settingsSchema.shape,
  magnification: z.number().min(0.001).max(20),
  powerStops: stops(-14, 0),
  distanceMm: z.number().min(10).max(20000),
  tiltDeg: z.number().min(0).max(89),
  strobeId: z.string().min(1).max(64),
  modifierId: z.string().max(64).nullable(),
  modifierName: z.string().max(80).nullable()
})
export type Snapshot = z.infer<typeof snapshotSchema>

export const evidenceSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('judged'), place: placeSchema, levelStops: stops(-15, 8), bound: z.enum(['exact', 'at-most']) })
    .describe('by eye: the level the place seems to have; at-most when nothing shows'),
  z
    .strictObject({ kind: z.literal('meter'), apertureStops: stops(-2, 14), isoStops: stops(-3, 11) })
    .describe('hand-held flash meter at the subject: the f-number it called right, at its ISO'),
  z
    .strictObject({
      kind: z.literal('patch'),
      place: placeSchema,
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      radius: z.number().min(0.001).max(0.5).describe('share of the picture width'),
      levelStops: stops(-15, 8),
      bound: z.enum(['exact', 'at-least', 'at-most'])
    })
    .describe('a patch marked on the picture, x and y as shares of width and height')
])
export type Evidence = z.infer<typeof evidenceSchema>

export const frameSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only'),
  kind: z.enum(['black', 'lit']),
  takenAt: z.iso.datetime(),
  snapshot: snapshotSchema,
  fileName: z.string().max(200).nullable(),
  analysis: analysisSchema.nullable(),
  evidence: z.array(evidenceSchema).max(8),
  note: z.string().max(1000)
})
export type Frame = z.infer<typeof frameSchema>

/** The settings of a plan as they stand now. */
export const snapshotOf = (plan: Plan): Snapshot => {
  const light = plan.lights[0]
  return {
    ...plan.settings,
    magnification: plan.focus.magnification,
    powerStops: light.powerStops,
    distanceMm: light.distanceMm,
    tiltDeg: light.tiltDeg,
    strobeId: light.strobe.id,
    modifierId: light.modifier?.id ?? null,
    modifierName: light.modifier?.name ?? null
  }
}

/** The plan as it stood when a frame was taken; its kit must still be the same for the result to mean anything. */
export const planAt = (plan: Plan, snapshot: Snapshot): Plan => {
  const { apertureStops, shutterStops, isoStops, ndStops, pulsedSync, magnification, powerStops, distanceMm, tiltDeg } = snapshot
  return {
    ...plan,
    settings: { apertureStops, shutterStops, isoStops, ndStops, pulsedSync },
    focus: { ...plan.focus, magnification },
    lights: [{ ...plan.lights[0], powerStops, distanceMm, tiltDeg }]
  }
}

/** Same kit on the light as when the frame was taken. */
export const sameKit = (plan: Plan, snapshot: Snapshot): boolean =>
  snapshot.strobeId === plan.lights[0].strobe.id && snapshot.modifierId === (plan.lights[0].modifier?.id ?? null)

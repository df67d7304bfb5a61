/**
 * A frame: one picture of the run, the settings it was taken at, and what it showed.
 */
import { z } from 'zod'
import { analysisSchema } from '../measure/analyse'
import {
  lightIdSchema,
  placeSchema,
  settingsSchema,
  positionSchema,
  type Light,
  type LightId,
  type Plan
} from '../plan/plan'

const stops = (min: number, max: number) => z.number().min(min).max(max)

export const lightStateSchema = z.strictObject({
  id: lightIdSchema,
  on: z.boolean(),
  powerStops: stops(-14, 0),
  at: positionSchema,
  strobeId: z.string().min(1).max(64),
  modifierIds: z.array(z.string().max(64)).max(4),
  modifierNames: z.array(z.string().max(80)).max(4)
})
export type LightState = z.infer<typeof lightStateSchema>

/** What stood on camera and strobes when the frame was taken. */
export const snapshotSchema = z.strictObject({
  ...settingsSchema.shape,
  magnification: z.number().min(0.001).max(20),
  lights: z.array(lightStateSchema).min(1).max(8)
})
export type Snapshot = z.infer<typeof snapshotSchema>

export const evidenceSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('judged'),
      place: placeSchema,
      levelStops: stops(-15, 8),
      limit: z.enum(['exact', 'at-most'])
    })
    .describe('by eye: the level the place seems to have; at-most when nothing shows'),
  z
    .strictObject({
      kind: z.literal('meter'),
      apertureStops: stops(-2, 14),
      isoStops: stops(-3, 11)
    })
    .describe('hand-held flash meter at the subject: the f-number it called right, at its ISO'),
  z
    .strictObject({
      kind: z.literal('patch'),
      place: placeSchema,
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      radius: z.number().min(0.001).max(0.5).describe('share of the picture width'),
      levelStops: stops(-15, 8),
      limit: z.enum(['exact', 'at-least', 'at-most'])
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

/**
 * The settings of a plan as they stand now.
 * @param only the lights that were fired; all that are on when left out
 */
export const snapshotOf = (plan: Plan, only?: readonly LightId[]): Snapshot => ({
  ...plan.settings,
  magnification: plan.focus.magnification,
  lights: plan.lights.map((light) => ({
    id: light.id,
    on: only ? only.includes(light.id) : light.on,
    powerStops: light.powerStops,
    at: light.at,
    strobeId: light.strobe.id,
    modifierIds: light.modifiers.map((each) => each.id),
    modifierNames: light.modifiers.map((each) => each.name)
  }))
})

/**
 * The plan as it stood when a frame was taken; its kit must still be the same for the result to
 * mean anything. Lights the frame does not know are off.
 */
export function planAt(plan: Plan, snapshot: Snapshot): Plan {
  const { apertureStops, shutterStops, isoStops, ndStops, highSpeedSync, magnification } = snapshot
  return {
    ...plan,
    settings: { apertureStops, shutterStops, isoStops, ndStops, highSpeedSync },
    focus: { ...plan.focus, magnification },
    lights: plan.lights.map((light) => {
      const then = snapshot.lights.find((each) => each.id === light.id)
      return then
        ? { ...light, on: then.on, powerStops: then.powerStops, at: then.at }
        : { ...light, on: false }
    })
  }
}

export const litIds = (snapshot: Snapshot): LightId[] =>
  snapshot.lights.filter((light) => light.on).map((light) => light.id)

/** Same kit on a light as when the frame was taken. */
export function sameKit(light: Light, snapshot: Snapshot): boolean {
  const then = snapshot.lights.find((each) => each.id === light.id)
  return (
    then !== undefined &&
    then.strobeId === light.strobe.id &&
    then.modifierIds.join() === light.modifiers.map((each) => each.id).join()
  )
}

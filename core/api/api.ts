/**
 * What crosses between client and server, defined once.
 */
import { z } from 'zod'
import { kitItemSchema } from '../kit/kit'
import { lightIdSchema, lookSchema, planSchema, SHAPES } from '../plan/plan'
import { frameSchema } from '../run/frame'

export const STAGES = ['subject', 'focus', 'dark', 'freeze', 'light', 'ways', 'run'] as const
export const stageSchema = z.enum(STAGES)
export type Stage = z.infer<typeof stageSchema>

const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only')
export const idParams = z.strictObject({ id: idSchema })
export const frameParams = z.strictObject({ id: idSchema, frameId: idSchema })

/** Rises by one with each accepted write; a write states the version it started from. */
const version = z.number().int().min(1)

export const shootSummarySchema = z.object({
  id: idSchema,
  title: z.string(),
  look: lookSchema,
  stage: stageSchema.describe('furthest stage reached'),
  frames: z.number().int(),
  picture: idSchema.nullable().describe('newest lit frame that has a picture'),
  set: z
    .object({
      shape: z.enum(SHAPES),
      lights: z.array(z.object({ id: lightIdSchema, azimuthDeg: z.number(), atLens: z.boolean() }))
    })
    .describe('what a sketch of the set takes: lights that are on, from where'),
  version,
  updatedAt: z.iso.datetime()
})
export type ShootSummary = z.infer<typeof shootSummarySchema>

export const shootSchema = z.object({
  id: idSchema,
  stage: stageSchema,
  version,
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  plan: planSchema
})
export type Shoot = z.infer<typeof shootSchema>

export const newShootSchema = z.strictObject({
  title: z.string().trim().min(1, 'a title is needed').max(120),
  look: lookSchema
})
export const savePlanSchema = z.strictObject({ version, plan: planSchema })
export const renameSchema = z.strictObject({ version, title: newShootSchema.shape.title })
export const stageBodySchema = z.strictObject({ stage: stageSchema })

const useSchema = z.object({ shootId: idSchema, title: z.string() })
export const kitRecordSchema = z.object({ item: kitItemSchema, version, uses: z.array(useSchema) })
export type KitRecord = z.infer<typeof kitRecordSchema>
export const saveKitSchema = z.strictObject({
  version: version.nullable().describe('null for a new item'),
  item: kitItemSchema
})
export const kitQuery = z.strictObject({
  kind: z.enum(['camera', 'lens', 'strobe', 'modifier']).optional()
})

export const frameRecordSchema = z.object({
  frame: frameSchema,
  hasImage: z.boolean(),
  seq: z.number().int()
})
export type FrameRecord = z.infer<typeof frameRecordSchema>

export const imageQuery = z.strictObject({ size: z.enum(['whole', 'small']).default('whole') })

/** RFC 9457 problem details, with the path of each fault. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  currentVersion: z.number().int().optional()
})
export type Problem = z.infer<typeof problemSchema>

export const healthSchema = z.object({ status: z.literal('ok'), shoots: z.number().int() })

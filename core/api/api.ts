/**
 * What crosses between client and server, defined once.
 */
import { z } from 'zod'
import { calibrationSchema } from '../calibration/calibration'
import { kitPictureName } from '../kit/fields'
import { kitItemSchema } from '../kit/kit'
import { lightIdSchema, lookSchema, planSchema, SHAPES } from '../plan/plan'
import { frameNotesSchema, frameSchema } from '../run/frame'
import { idSchema } from './id'

export const STAGES = [
  'prepare',
  'subject',
  'focus',
  'dark',
  'freeze',
  'light',
  'colour',
  'ways',
  'run'
] as const
export const stageSchema = z.enum(STAGES)
export type Stage = z.infer<typeof stageSchema>

export const idParams = z.strictObject({ id: idSchema })
export const frameParams = z.strictObject({ id: idSchema, frameId: idSchema })
export const tickParams = z.strictObject({ id: idSchema, tickId: idSchema })
/** The client names what it makes, so that a request sent twice makes it once. */
export const newIdQuery = z.strictObject({ id: idSchema.optional() })

/** Rises by one with each accepted write; a write states the version it started from. */
const version = z.number().int().min(1)

const summaryShape = {
  id: idSchema,
  title: z.string(),
  stage: stageSchema.describe('furthest stage reached'),
  frames: z.number().int(),
  picture: idSchema.nullable().describe('newest lit frame that has a picture'),
  version,
  updatedAt: z.iso.datetime()
}
export const readableSummarySchema = z.object({
  ...summaryShape,
  unreadable: z.null(),
  look: lookSchema,
  set: z
    .object({
      shape: z.enum(SHAPES),
      lights: z.array(z.object({ id: lightIdSchema, azimuthDeg: z.number(), atLens: z.boolean() }))
    })
    .describe('what a sketch of the set takes: lights that are on, from where')
})
const unreadableSummarySchema = z
  .object({
    ...summaryShape,
    unreadable: z.string().describe('why its plan cannot be read'),
    look: z.null(),
    set: z.null()
  })
  .describe('a shoot that is kept and can be exported, but not opened')
export const shootSummarySchema = z.union([readableSummarySchema, unreadableSummarySchema])
export type ShootSummary = z.infer<typeof shootSummarySchema>

/** A client's name for one write, so that it knows its own again. */
const writeName = idSchema

export const shootSchema = z.object({
  id: idSchema,
  stage: stageSchema,
  version,
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  lastWrite: writeName.nullable().describe('the write that made this version'),
  plan: planSchema
})
export type Shoot = z.infer<typeof shootSchema>

export const newShootSchema = z.strictObject({
  id: idSchema.optional().describe('of the new shoot; made up by the server when left out'),
  title: z.string().trim().min(1, 'a title is needed').max(120),
  look: lookSchema
})
export const savePlanSchema = z.strictObject({
  version,
  plan: planSchema,
  write: writeName.optional().describe('sent again under this name, it is known')
})
export const renameSchema = z.strictObject({ version, title: newShootSchema.shape.title })
export const stageBodySchema = z.strictObject({ stage: stageSchema })

const useSchema = z.object({ shootId: idSchema, title: z.string() })
export const kitRecordSchema = z.object({ item: kitItemSchema, version, uses: z.array(useSchema) })
export type KitRecord = z.infer<typeof kitRecordSchema>
export const kitVersionSchema = z.object({
  version,
  until: z.iso.datetime().describe('when it was changed'),
  item: kitItemSchema
})
export type KitVersion = z.infer<typeof kitVersionSchema>
export const saveKitSchema = z.strictObject({
  version: version.nullable().describe('null for a new item'),
  item: kitItemSchema
})
export const calibrationRecordSchema = z.object({
  id: idSchema,
  kitId: idSchema.describe('of the item it measures'),
  version,
  calibration: calibrationSchema
})
export type CalibrationRecord = z.infer<typeof calibrationRecordSchema>
export const saveCalibrationSchema = z.strictObject({
  version: version.nullable().describe('null for a new one'),
  kitId: idSchema,
  calibration: calibrationSchema
})

export const kitQuery = z.strictObject({
  kind: z
    .enum(['camera', 'lens', 'strobe', 'modifier', 'filter', 'meter', 'housing', 'link'])
    .optional()
})
export const unreadableItemSchema = z.object({
  id: idSchema,
  name: z.string(),
  why: z.string()
})
export type UnreadableItem = z.infer<typeof unreadableItemSchema>

export const frameRecordSchema = z.object({
  frame: frameNotesSchema,
  plan: z.string().describe('hash of the plan it was taken with'),
  version,
  hasImage: z.boolean(),
  hasRaw: z.boolean().describe('a raw file lies beside its picture'),
  seq: z.number().int()
})
export type FrameRecord = z.infer<typeof frameRecordSchema>
export const runFramesSchema = z.object({
  frames: z.array(frameRecordSchema),
  plans: z.record(z.string(), planSchema).describe('by hash'),
  unreadable: z.array(z.object({ id: idSchema, why: z.string() }))
})
export type RunFrames = z.infer<typeof runFramesSchema>
export const saveFrameSchema = z.strictObject({
  version: version.nullable().describe('null for a new frame'),
  frame: frameSchema
})

export const imageQuery = z.strictObject({ size: z.enum(['whole', 'small']).default('whole') })

export const kitPictureParams = z.strictObject({ name: kitPictureName })
/** A picture of the kit, by the name it is kept under. */
export const keptPictureSchema = z.strictObject({ name: kitPictureName })
export type KeptPicture = z.infer<typeof keptPictureSchema>

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

export const healthSchema = z.object({
  status: z.literal('ok'),
  shoots: z.number().int(),
  freeBytes: z.number().describe('left on the disk that holds plans and pictures')
})
export type Health = z.infer<typeof healthSchema>

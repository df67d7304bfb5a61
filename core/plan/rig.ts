/** What hangs on a housing under water, each part by its weights: the user's own figures. */
import { z } from 'zod'
import { lightIdSchema } from './light'

export const MOST_PARTS = 24

const rigPartSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'letters, digits, - and _ only'),
  name: z.string().trim().min(1, 'a name is needed').max(60),
  count: z.number().int().min(1).max(12),
  airG: z.number().min(0).max(30000).describe('weight of one in air'),
  waterG: z.number().min(-20000).max(30000).describe('weight of one in water, − for what lifts'),
  at: z
    .union([z.literal('housing'), lightIdSchema])
    .describe('on the housing, or on the arm of a light'),
  share: z.number().min(0).max(1).describe('how far out on the arm, 1: at the head')
})
export type RigPart = z.infer<typeof rigPartSchema>

export const rigSchema = z.strictObject({
  weighedIn: z.enum(['fresh', 'sea']).describe('what the weights in water were found in'),
  parts: z.array(rigPartSchema).max(MOST_PARTS)
})
export type Rig = z.infer<typeof rigSchema>

export const NO_RIG: Rig = { weighedIn: 'sea', parts: [] }

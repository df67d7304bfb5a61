/** Light that falls or rises while one works: where and when, what of it is wanted, what was read. */
import { z } from 'zod'
import { SKY_LIGHTS } from '../ambient/twilight'
import { readingSchema } from './ambient'

const idSchema = z.string().min(1).max(64)

export const fallingSchema = z.strictObject({
  latitudeDeg: z.number().min(-90).max(90).describe('+ north'),
  longitudeDeg: z.number().min(-180).max(180).describe('+ east'),
  date: z.iso.date().describe('of that place'),
  way: z.enum(['dusk', 'dawn']),
  lights: z.enum(SKY_LIGHTS).describe('the background: sun and sky, sky alone, a wall it lights'),
  levelStops: z.number().min(-8).max(3).describe('wanted of the background'),
  bracketStops: z
    .union([z.literal(0), z.literal(1 / 3), z.literal(1 / 2)])
    .describe('either side of the shutter that is due; 0: one frame'),
  readings: z
    .array(z.strictObject({ id: idSchema, reading: readingSchema }))
    .max(100)
    .describe('of the background, each with its time'),
  dropped: z
    .array(idSchema)
    .max(200)
    .describe('readings and frames that do not count: a cloud, a slip')
})
export type Falling = z.infer<typeof fallingSchema>

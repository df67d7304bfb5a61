/** The light that is already there: what of it was read together, and sources of it by themselves. */
import { z } from 'zod'
import { sourceSchema } from '../colour/sources'
import type { Medium } from '../medium/water'
import { ambientSourceSchema, AMBIENT_SOURCE_IDS } from './ambientSource'
import { readingSchema } from './reading'

export * from './ambientSource'
export * from './reading'

export const ambientSchema = z.strictObject({
  subject: readingSchema.nullable().describe('of all that is not a source by itself'),
  background: readingSchema.nullable(),
  colour: z
    .strictObject({ subject: sourceSchema, background: sourceSchema })
    .describe('of the light that is there'),
  sources: z
    .array(ambientSourceSchema)
    .max(AMBIENT_SOURCE_IDS.length)
    .describe('each by itself, besides what was read together'),
  shadeStops: z
    .number()
    .min(0)
    .max(10)
    .describe('taken away since it was read: curtains, lamps off, a hood'),
  recheckMinutes: z
    .number()
    .min(1)
    .max(1440)
    .nullable()
    .describe('after this a reading is old; null: never')
})

/** Whether curtains, a hood or lamps that are switched off can take of it: not under water. */
export const canShade = ({ medium }: { readonly medium: Medium }): boolean => medium.kind === 'air'

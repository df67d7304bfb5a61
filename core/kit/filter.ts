/** A filter or gel, for a light or the lens. */
import { z } from 'zod'
import { filterColourSchema } from '../colour/filters'
import { id, measuredTo, name, notes, prepare } from './fields'

export const filterSchema = z.strictObject({
  kind: z.literal('filter'),
  id,
  name,
  notes,
  prepare,
  colour: filterColourSchema,
  lossUncertaintyStops: measuredTo.describe('± of what it costs')
})
export type Filter = z.infer<typeof filterSchema>

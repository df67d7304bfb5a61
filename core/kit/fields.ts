/** Fields that many kit items share. */
import { z } from 'zod'

export const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[A-Za-z0-9_-]+$/, 'letters, digits, - and _ only')
export const name = z.string().trim().min(1, 'a name is needed').max(80)
export const notes = z.string().max(2000).default('')
export const prepare = z
  .string()
  .max(2000)
  .default('')
  .describe('steps of one’s own before it is used, one a line')
/** null: not noted */
export const serviced = z.iso.date().nullable().default(null).describe('when its seals last were')
export const stops = (min: number, max: number) => z.number().min(min).max(max)

export const uncertaintyStops = stops(0.01, 3).describe('±, one standard deviation')
/** null: nobody measured it, as sure as such figures are when they come */
export const measuredTo = uncertaintyStops.nullable().default(null)

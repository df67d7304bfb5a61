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
export const mount = z.string().trim().max(40).default('').describe('lens mount; empty: not said')
const sealSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(60),
  servicedOn: z.iso.date().nullable().describe('when it last was; null: not noted')
})
export type Seal = z.infer<typeof sealSchema>
export const seals = z
  .array(sealSchema)
  .max(12)
  .default([])
  .describe('each by itself; empty: not listed')

/** A picture of the kit: the name it is kept under. */
export const kitPictureName = z.string().regex(/^[0-9a-f]{32}\.jpg$/, 'no such picture')
const assemblyStepSchema = z.strictObject({
  text: z.string().trim().min(1, 'say what is done').max(200),
  picture: kitPictureName.nullable()
})
export type AssemblyStep = z.infer<typeof assemblyStepSchema>
export const assembly = z
  .array(assemblyStepSchema)
  .max(24)
  .default([])
  .describe('how it is put together, in order')
export const stops = (min: number, max: number) => z.number().min(min).max(max)

export const uncertaintyStops = stops(0.01, 3).describe('±, one standard deviation')
/** null: nobody measured it, as sure as such figures are when they come */
export const measuredTo = uncertaintyStops.nullable().default(null)

/** A flash meter: how it shows f-numbers, how it is set and held, what it reads too high. */
import { z } from 'zod'
import { METER_DISPLAYS } from '../scales/meter'
import { id, measuredTo, name, notes, prepare, stops } from './fields'

export const RECEPTORS = ['dome', 'flat'] as const
export const meterSchema = z.strictObject({
  kind: z.literal('meter'),
  id,
  name,
  notes,
  prepare,
  display: z.enum(METER_DISPLAYS).describe('how it shows an f-number'),
  isoStops: stops(-3, 11).describe('the ISO it is set to, stops above 100'),
  shutterStops: stops(-2, 14).describe('the time it is set to: ambient within it is in a reading'),
  receptor: z
    .enum(RECEPTORS)
    .describe('dome: held at the place, toward the lens; flat: turned to the light'),
  offsetStops: stops(-3, 3).default(0).describe('by how much it reads too high'),
  offsetUncertaintyStops: measuredTo.describe('± of that')
})

export type Meter = z.infer<typeof meterSchema>
export type Receptor = (typeof RECEPTORS)[number]

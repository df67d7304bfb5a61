/** A housing for the camera: its body, and the port its lens looks through. */
import { z } from 'zod'
import { assembly, id, name, notes, prepare, seals } from './fields'

const length = (min: number, max: number) => z.number().min(min).max(max)

export const portSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('flat'),
    gapMm: length(0, 300).describe('lens front to the outside of the port, on the axis')
  }),
  z.strictObject({
    kind: z.literal('dome'),
    gapMm: length(0, 300).describe('lens front to the outside of the dome, on the axis'),
    radiusMm: length(20, 500).describe('of the dome’s curve')
  })
])
export type Port = z.infer<typeof portSchema>

export const housingSchema = z.strictObject({
  kind: z.literal('housing'),
  id,
  name,
  notes,
  prepare,
  port: portSchema,
  portDiameterMm: length(20, 400).describe('outer diameter of the port'),
  bodyWidthMm: length(0, 800).describe('0: it stands in no way'),
  bodyHeightMm: length(0, 800),
  seals,
  assembly,
  bodyDepthMm: length(0, 800).describe('of the body behind its port')
})
export type Housing = z.infer<typeof housingSchema>

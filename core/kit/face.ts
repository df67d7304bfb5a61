/** The lit face of a head or modifier. */
import { z } from 'zod'

export const millimetres = z.number().min(1).max(3000)
/**
 * The lit face of a head or modifier: the light leaves it evenly, so a near one is summed over its
 * area.
 */
export const faceSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('disc'), diameterMm: millimetres }),
    z.strictObject({ kind: z.literal('rectangle'), widthMm: millimetres, heightMm: millimetres }),
    z
      .strictObject({ kind: z.literal('ring'), innerMm: millimetres, outerMm: millimetres })
      .describe('diameters; the lens looks through the hole')
  ])
  .superRefine((face, context) => {
    if (face.kind === 'ring' && face.innerMm >= face.outerMm)
      context.addIssue({
        code: 'custom',
        path: ['innerMm'],
        message: 'the hole must be smaller than the ring'
      })
  })
export type Face = z.infer<typeof faceSchema>

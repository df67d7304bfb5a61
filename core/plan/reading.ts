/** Light that is already there, as it was read, and the look it was read for. */
import { z } from 'zod'

const stops = (min: number, max: number) => z.number().min(min).max(max)

export const LOOKS = [
  'black-still',
  'black-soft',
  'daylight-fill',
  'plume',
  'bright-field',
  'dark-field',
  'water-tiny',
  'water-fish',
  'water-snoot',
  'water-wide'
] as const
export const lookSchema = z.enum(LOOKS)
export type Look = z.infer<typeof lookSchema>

export const readingSchema = z
  .strictObject({
    value: z.discriminatedUnion('kind', [
      z
        .strictObject({
          kind: z.literal('camera'),
          apertureStops: stops(-2, 14),
          shutterStops: stops(-6, 16),
          isoStops: stops(-3, 11),
          scaleStops: stops(-5, 5).describe(
            'what its exposure scale showed at these settings; 0: right'
          )
        })
        .describe('settings, and what a camera or meter said of them'),
      z.strictObject({ kind: z.literal('ev'), ev: stops(-20, 25).describe('EV at ISO 100') }),
      z.strictObject({ kind: z.literal('lux'), lux: z.number().min(0.0001).max(300000) })
    ]),
    limit: z
      .enum(['exact', 'at-least', 'at-most'])
      .default('exact')
      .describe('at-most: nothing showed; at-least: it was clipped'),
    via: z
      .enum(['lens', 'reflected', 'incident'])
      .describe('through the lens; hand-held at the surface; hand-held dome'),
    atMagnification: z
      .number()
      .min(0.001)
      .max(20)
      .describe('magnification when read through the lens'),
    takenAt: z.iso.datetime().nullable().describe('when it was read; null when nobody noted it'),
    look: lookSchema.nullable().describe('the look it was read for'),
    frameId: z
      .string()
      .min(1)
      .max(64)
      .optional()
      .describe('the frame it was read from; left out when it was typed')
  })
  .superRefine((reading, context) => {
    if (reading.value.kind === 'lux' && reading.via !== 'incident')
      context.addIssue({
        code: 'custom',
        path: ['via'],
        message: 'lux is light falling on a place: it is an incident reading'
      })
  })
export type AmbientReading = z.infer<typeof readingSchema>

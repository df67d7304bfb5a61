/** What stands behind the subject: its place and size, what it looks like, how ambient falls on it. */
import { z } from 'zod'
import { colourSchema, measuredSchema } from './body'

/** Pixels of a background's picture, across and down. */
export const [PICTURE_WIDE, PICTURE_HIGH] = [160, 120] as const
const PICTURE_LENGTH = PICTURE_WIDE * PICTURE_HIGH * 4

const lengthMm = (min: number, max: number) => z.number().min(min).max(max)

export const backgroundSchema = z.strictObject({
  distanceMm: lengthMm(1, 1e6).describe('from the focus point along the lens axis'),
  reflectance: z.number().min(0.001).max(1),
  widthMm: lengthMm(10, 1e6),
  heightMm: lengthMm(10, 1e6),
  tiltDeg: z.number().min(-80).max(80).describe('0 square to the lens axis, + its top leans away'),
  colour: colourSchema
    .nullable()
    .describe('as light as its reflectance says; a picture brings its own'),
  measured: measuredSchema,
  picture: z
    .strictObject({
      name: z.string().max(120).describe('of the file it came from'),
      pixels: z
        .base64()
        .length(PICTURE_LENGTH, 'a picture holds 160 × 120 colours')
        .describe('sRGB, a byte each of red, green, blue, row by row from the top')
    })
    .nullable()
    .describe('printed all over it, as light on the mean as its reflectance says'),
  gradientStops: z
    .number()
    .min(-8)
    .max(8)
    .describe('ambient on it: so much more at one edge than at the other; its middle is as read'),
  gradientDeg: z
    .number()
    .min(-180)
    .max(180)
    .describe('where that edge is: 0 on the right, 90 at the top, as the lens sees it')
})
export type Background = z.infer<typeof backgroundSchema>

/** A background of one tone, evenly lit. */
export const EVEN = {
  colour: null,
  measured: null,
  picture: null,
  gradientStops: 0,
  gradientDeg: 90
} as const

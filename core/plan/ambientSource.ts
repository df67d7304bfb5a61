/**
 * One source of ambient light by itself: a window, the sky on one side, a lamp in the picture or
 * beside it, a screen. Where it stands is a lit face, as that of a strobe.
 */
import { z } from 'zod'
import { sourceSchema } from '../colour/sources'
import { positionSchema, READ_PLACES } from './light'
import { readingSchema } from './reading'

const lengthMm = (min: number, max: number) => z.number().min(min).max(max)
const stops = (min: number, max: number) => z.number().min(min).max(max)

export const AMBIENT_SOURCE_IDS = ['S1', 'S2', 'S3', 'S4', 'S5', 'S6'] as const
export const ambientSourceIdSchema = z.enum(AMBIENT_SOURCE_IDS)
export type AmbientSourceId = z.infer<typeof ambientSourceIdSchema>

const AMBIENT_KINDS = ['window', 'lamp', 'screen'] as const

export const ambientSourceSchema = z
  .strictObject({
    id: ambientSourceIdSchema,
    name: z.string().trim().min(1, 'a name is needed').max(40),
    kind: z
      .enum(AMBIENT_KINDS)
      .describe('window, sky, screen: a flat face; a lamp shines to all sides'),
    from: z.discriminatedUnion('kind', [
      z
        .strictObject({
          kind: z.literal('around'),
          falls: z.enum([...READ_PLACES, 'both'])
        })
        .describe('from no side more than another'),
      z
        .strictObject({
          kind: z.literal('face'),
          at: positionSchema,
          widthMm: lengthMm(1, 20000),
          heightMm: lengthMm(1, 20000).describe('of a lamp, which is a ball, nothing')
        })
        .describe('where its lit face is; it looks at the focus point')
    ]),
    state: z.enum(['on', 'off', 'shaded']),
    shadeStops: stops(0, 10).describe('what a curtain or a hood takes of it while it is shaded'),
    colour: sourceSchema,
    reading: readingSchema.nullable().describe('of it alone; null: not read yet'),
    readAt: z.enum(['itself', ...READ_PLACES]).describe('where it was read: its own face, or …'),
    wanted: z
      .strictObject({ leastStops: stops(-12, 8), mostStops: stops(-12, 8) })
      .nullable()
      .describe('how bright itself may show in the picture; null: not asked')
  })
  .superRefine((source, context) => {
    const { from, reading, readAt, wanted } = source
    if (readAt === 'itself' && from.kind === 'around')
      context.addIssue({
        code: 'custom',
        path: ['readAt'],
        message: 'light from all round has no face to be read: read it where it falls'
      })
    if (readAt === 'itself' && reading?.via === 'incident')
      context.addIssue({
        code: 'custom',
        path: ['reading', 'via'],
        message: 'a lit face is read by what it sends out: through the lens, or reflected'
      })
    if (from.kind === 'around' && readAt !== 'itself' && ![readAt, 'both'].includes(from.falls))
      context.addIssue({
        code: 'custom',
        path: ['readAt'],
        message: `it does not fall on the ${readAt}`
      })
    if (wanted && wanted.leastStops >= wanted.mostStops)
      context.addIssue({
        code: 'custom',
        path: ['wanted', 'leastStops'],
        message: 'must lie below what it may have at most'
      })
    if (wanted && from.kind === 'around')
      context.addIssue({
        code: 'custom',
        path: ['wanted'],
        message: 'light from all round does not show in the picture itself'
      })
  })
export type AmbientSource = z.infer<typeof ambientSourceSchema>
/** One whose lit face stands somewhere. */
export type PlacedSource = AmbientSource & { readonly from: { readonly kind: 'face' } }

const isPlaced = (source: AmbientSource): source is PlacedSource => source.from.kind === 'face'

/** Those whose light has a way through the set, in their order. */
export const placedSources = (sources: readonly AmbientSource[]): PlacedSource[] =>
  sources.filter(isPlaced)

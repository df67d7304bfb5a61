/**
 * What the picture is wanted to be: levels, sharpness, times; which of it must hold and which is
 * only wished.
 */
import { z } from 'zod'
import { lightIdSchema, placeSchema } from './light'

const stops = (min: number, max: number) => z.number().min(min).max(max)

/**
 * Names of goals, as `goals.wished` lists them. `at:` and a place for the goals of other places.
 */
const GOAL_IDS = [
  'subject',
  'background',
  'depth',
  'edge',
  'blur',
  'ghost',
  'keyFill',
  'highlight',
  'recycle',
  'flashes',
  'iso'
] as const
const goalIdSchema = z
  .string()
  .regex(new RegExp(`^(${GOAL_IDS.join('|')}|at:[A-Za-z][A-Za-z0-9]{0,15})$`), 'no such goal')
export type GoalId = string

/** The lowest goal of a subject: as dark as may be, of which less is no miss. */
export const DARK_SUBJECT = -4

export const goalsSchema = z
  .strictObject({
    backgroundStops: stops(-12, 3).describe('background at most this level'),
    backgroundLeastStops: stops(-14, 2.9)
      .nullable()
      .describe(
        'and at least this one, where surroundings are wanted; null: the darker the better'
      ),
    subjectStops: stops(DARK_SUBJECT, 3).describe('−4: that dark or darker'),
    toleranceStops: stops(0.05, 2),
    blurPx: z.number().min(0.1).max(1000),
    places: z
      .array(
        z.strictObject({
          place: placeSchema,
          kind: z.enum(['about', 'at-most']),
          stops: stops(-14, 6),
          toleranceStops: stops(0.05, 3)
        })
      )
      .max(16)
      .describe('goals at other places'),
    keyFill: z
      .strictObject({
        stops: stops(-8, 12),
        toleranceStops: stops(0.05, 3),
        over: placeSchema.describe('where the key is taken'),
        under: placeSchema.describe('where the fill is')
      })
      .nullable()
      .describe('key over fill; null: not asked'),
    highlight8Bit: z
      .number()
      .min(120)
      .max(255)
      .nullable()
      .describe('brightest place of the subject and its zones at most, of 255; null: not asked'),
    edgeBlurPx: z
      .number()
      .min(0.5)
      .max(1000)
      .nullable()
      .describe('blur at the ends of the depth, defocus and diffraction together; null: not asked'),
    ghostPx: z
      .number()
      .min(0.1)
      .max(10000)
      .nullable()
      .describe('smear of the moving part by ambient; null: as blurPx'),
    recycleS: z.number().min(0.05).max(120).nullable(),
    flashes: z
      .number()
      .int()
      .min(1)
      .max(1e6)
      .nullable()
      .describe('flashes a charge must give at least'),
    isoStops: stops(-2, 10).nullable().describe('ISO ceiling'),
    neutralStops: stops(0.02, 2)
      .nullable()
      .describe(
        'red and blue of a grey card at the subject off its green at most; null: not asked'
      ),
    cast: z
      .strictObject({
        mired: z.number().min(-300).max(400).describe('warmer (+) than the white balance'),
        toleranceMired: z.number().min(1).max(200)
      })
      .nullable()
      .describe('what the light on the background is to look like; null: not asked'),
    alike: z
      .strictObject({ a: lightIdSchema, b: lightIdSchema, toleranceStops: stops(0.02, 2) })
      .nullable()
      .describe('red and blue of two lights apart at most; null: not asked'),
    wished: z.array(goalIdSchema).max(40).describe('goals that may yield; all others are hard')
  })
  .superRefine(({ backgroundStops: most, backgroundLeastStops: least, alike }, context) => {
    if (alike && alike.a === alike.b)
      context.addIssue({
        code: 'custom',
        path: ['alike', 'b'],
        message: 'two lights, not one twice'
      })
    if (least !== null && least >= most)
      context.addIssue({
        code: 'custom',
        path: ['backgroundLeastStops'],
        message: 'must lie below what the background may have at most'
      })
  })

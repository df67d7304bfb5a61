/**
 * What stands in a set: places whose light matters, lights, cards and flags, and where each stands
 * and looks.
 */
import { z } from 'zod'
import { filterSchema } from '../kit/filter'
import { linkSchema } from '../kit/link'
import { modifierSchema, strobeSchema } from '../kit/kit'

const stops = (min: number, max: number) => z.number().min(min).max(max)
const lengthMm = (min: number, max: number) => z.number().min(min).max(max)

/**
 * Places whose light matters. `subject` is the subject's lit side, `background` the middle of the
 * background as the frame sees it; the rest follow from subject, camera and key light
 * (core/set/places.ts). P1, P2 … are the user's own.
 */
export const placeSchema = z
  .string()
  .regex(
    /^(subject|shadow|top|foot|front|rimLeft|rimRight|background|backgroundLeft|backgroundRight|foreground|mirrored|lens|P[1-8])$/,
    'no such place'
  )
export type Place = string
/**
 * The parts of the background whose light is looked at: its middle, and both edges of what the lens
 * sees.
 */
export const BACKGROUND_PLACES = ['background', 'backgroundLeft', 'backgroundRight'] as const

/** Where ambient light is read. */
export const READ_PLACES = ['subject', 'background'] as const
export type ReadPlace = (typeof READ_PLACES)[number]

export const LIGHT_IDS = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const
export const lightIdSchema = z.enum(LIGHT_IDS)
export type LightId = z.infer<typeof lightIdSchema>

/** Groups that lights move in together. */
export const GROUP_LETTERS = ['A', 'B', 'C', 'D', 'E', 'F'] as const

const degrees = (most: number) => z.number().min(-most).max(most)
/**
 * Where a thing stands, seen from the focus point: distance, azimuth round the upright axis (0
 * toward the camera's side, + to the right as the camera sees it, 180 straight behind) and
 * elevation (+ above).
 */
export const positionSchema = z.strictObject({
  distanceMm: lengthMm(5, 20000),
  azimuthDeg: degrees(180),
  elevationDeg: degrees(90)
})
export type Position = z.infer<typeof positionSchema>

export const aimSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('place'), place: z.union([z.literal('focus'), placeSchema]) }),
  z
    .strictObject({ kind: z.literal('free'), azimuthDeg: degrees(180), elevationDeg: degrees(90) })
    .describe('the direction it faces')
])
export type Aim = z.infer<typeof aimSchema>

const ROLES = ['key', 'fill', 'rim', 'background', 'other'] as const

export const zoomSchema = z
  .number()
  .min(1)
  .max(1000)
  .nullable()
  .describe('setting of a head that zooms; null: as its own beam and guide number say')

/** What tells a light to fire. */
const firedBySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('camera').describe('in the camera’s shoe, or built in') }),
  z.strictObject({ kind: z.literal('hand').describe('while the shutter is open') }),
  z.strictObject({
    kind: z.literal('link'),
    link: linkSchema,
    of: lightIdSchema
      .nullable()
      .describe('cell, fibre: whose flash is its signal; null: not said, or no light of the plan'),
    preFlash: z.boolean().describe('that flash gives one or more before its main one'),
    channel: z.number().int().min(1).max(99).nullable().describe('null: not said')
  })
])
export type FiredBy = z.infer<typeof firedBySchema>

export const lightSchema = z.strictObject({
  id: lightIdSchema,
  name: z.string().trim().min(1, 'a name is needed').max(40),
  role: z.enum(ROLES),
  serves: placeSchema
    .nullable()
    .describe('the place whose level its power sets; null: that of its role'),
  on: z.boolean().describe('gives light to the picture'),
  onlyTriggers: z
    .boolean()
    .describe('while it is off it flashes all the same, covered, for the cells that see it'),
  firedBy: firedBySchema.nullable().describe('null: not said'),
  group: z
    .string()
    .regex(new RegExp(`^[${GROUP_LETTERS.join('')}]$`), 'a letter from A to F')
    .nullable(),
  strobe: strobeSchema,
  modifiers: z.array(modifierSchema).max(4).describe('in the order light passes them'),
  filters: z.array(filterSchema).max(4).describe('gels over it'),
  powerStops: stops(-14, 0).describe('stops below full'),
  zoomMm: zoomSchema,
  units: z.number().int().min(1).max(8).describe('heads of this kind that fire as one'),
  mount: z
    .enum(['stand', 'lens'])
    .describe('lens: sits round the lens front and looks where the lens looks'),
  at: positionSchema,
  aim: aimSchema,
  rollDeg: degrees(180).describe('rotation of an oblong face about its own axis'),
  reach: z
    .strictObject({
      nearMm: lengthMm(5, 20000),
      farMm: lengthMm(5, 20000),
      swingDeg: z
        .number()
        .min(0)
        .max(90)
        .describe('how far it may go round or above the subject, or turn its head off it')
    })
    .refine((reach) => reach.nearMm <= reach.farMm, {
      path: ['nearMm'],
      message: 'near must not lie beyond far'
    })
    .nullable()
    .describe('where it may go when ways are looked for; null: it stays')
})
export type Light = z.infer<typeof lightSchema>

export const cardSchema = z.strictObject({
  id: z.string().regex(/^K[1-8]$/, 'K1 to K8'),
  kind: z.enum(['card', 'flag']).describe('a card throws light back, a flag only stops it'),
  on: z.boolean(),
  widthMm: lengthMm(5, 3000),
  heightMm: lengthMm(5, 3000),
  reflectance: z.number().min(0.005).max(1),
  at: positionSchema,
  aim: aimSchema
})
export type Card = z.infer<typeof cardSchema>

export const ownPlaceSchema = z.strictObject({
  id: z.string().regex(/^P[1-8]$/, 'P1 to P8'),
  name: z.string().trim().min(1, 'a name is needed').max(40),
  xMm: degrees(20000),
  yMm: degrees(20000),
  zMm: degrees(20000),
  faces: z.enum(['lens', 'up', 'left', 'right']).describe('which way the surface there faces'),
  reflectance: z.number().min(0.005).max(1),
  finish: z
    .enum(['matt', 'gloss', 'metal', 'clear'])
    .describe('of a zone of the subject with a surface of its own')
})
export type OwnPlace = z.infer<typeof ownPlaceSchema>

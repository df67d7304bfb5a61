/**
 * The plan: everything that decides the picture, as one document that stands alone (the kit it uses
 * is inside it). What each version added: migrate.ts. Format: docs/plan-format.md.
 */
import { z } from 'zod'
import { balanceSchema } from '../colour/balance'
import { filterSchema } from '../kit/filter'
import { cameraSchema, lensSchema, modifierSchema } from '../kit/kit'
import { housingSchema } from '../kit/housing'
import { meterSchema } from '../kit/meter'
import { mediumSchema } from '../medium/water'
import {
  AMBIENT_SOURCE_IDS,
  ambientSchema,
  ambientSourceIdSchema,
  lookSchema,
  readingSchema
} from './ambient'
import { goalsSchema } from './goals'
import {
  aimSchema,
  cardSchema,
  LIGHT_IDS,
  lightSchema,
  ownPlaceSchema,
  placeSchema,
  positionSchema,
  zoomSchema
} from './light'
import { backgroundSchema } from './background'
import { fallingSchema } from './falling'
import { MOST_PROPS, propSchema } from './prop'
import { rigSchema } from './rig'
import { subjectSchema } from './subject'

export * from './ambient'
export * from './goals'
export * from './background'
export * from './body'
export * from './falling'
export * from './light'
export * from './prop'
export * from './rig'
export * from './subject'

export const PLAN_FORMAT = 'fine-spark-plan'
export const PLAN_VERSION = 21

const stops = (min: number, max: number) => z.number().min(min).max(max)
const lengthMm = (min: number, max: number) => z.number().min(min).max(max)
const degrees = (most: number) => z.number().min(-most).max(most)

/** Where things stood that light past the subject depends on. */
export const geometrySchema = z.strictObject({
  at: positionSchema,
  aim: aimSchema,
  rollDeg: degrees(180),
  zoomMm: zoomSchema,
  backgroundMm: lengthMm(1, 1e6),
  backgroundTiltDeg: degrees(80)
})
export type Geometry = z.infer<typeof geometrySchema>

/**
 * A measured fact about one source at one place, held against what the sum had said. It holds while
 * what it was measured with is the same: see core/ledger/corrections.ts.
 */
export const correctionSchema = z.strictObject({
  id: z.string().min(1).max(64),
  frameId: z.string().min(1).max(64),
  source: z.enum(['ambient', ...LIGHT_IDS]),
  place: placeSchema,
  stops: stops(-20, 20).describe('measured minus predicted'),
  uncertaintyStops: stops(0.05, 3).describe('how far off it may be'),
  method: z.enum(['judged', 'meter', 'patch', 'automatic']),
  limit: z
    .enum(['exact', 'at-least', 'at-most'])
    .describe('a clipped or black patch gives a limit only'),
  strobeId: z.string().max(64).nullable(),
  modifierIds: z.array(z.string().max(64)).max(4),
  highSpeedSync: z
    .boolean()
    .nullable()
    .describe('whether the strobe fired in high-speed sync; null: not noted, or ambient'),
  geometry: geometrySchema
    .nullable()
    .describe('where things stood, for light that goes past the subject; null: not tied to it'),
  reading: readingSchema
    .nullable()
    .describe('the ambient reading it corrects; null: not noted, or a strobe'),
  sources: z
    .array(
      z.strictObject({
        id: ambientSourceIdSchema,
        ev: stops(-30, 30).nullable().describe('what it had been read by'),
        shadeStops: stops(0, 10)
      })
    )
    .max(AMBIENT_SOURCE_IDS.length)
    .describe('sources of ambient light that were on besides'),
  on: z.boolean()
})
export type Correction = z.infer<typeof correctionSchema>

/** The knob a run turns to land the subject. */
export const RIDES = ['power', 'aperture', 'distance', 'iso'] as const
export type Ride = (typeof RIDES)[number]

export const settingsSchema = z.strictObject({
  apertureStops: stops(-2, 14),
  shutterStops: stops(-6, 16),
  isoStops: stops(-3, 11),
  ndStops: stops(0, 20),
  highSpeedSync: z
    .boolean()
    .describe('fire the strobes in high-speed sync when the shutter is faster than sync')
})
export type Settings = z.infer<typeof settingsSchema>

const uniqueIds = (
  list: readonly { readonly id: string }[],
  path: string,
  context: z.RefinementCtx
): void =>
  list.forEach((each, i) => {
    if (list.findIndex((other) => other.id === each.id) < i)
      context.addIssue({
        code: 'custom',
        path: [path, i, 'id'],
        message: `${each.id} is there twice`
      })
  })

/** A table shows what stands on it, mirrored, unless it is matt. */
export const TABLE_FINISHES = ['matt', 'gloss', 'metal'] as const

const reflectance = z.number().min(0.01).max(1)
/** A room round the set; the focus point lies anywhere in it. */
const roomSchema = z
  .strictObject({
    widthMm: lengthMm(500, 30000),
    depthMm: lengthMm(500, 30000),
    leftMm: lengthMm(20, 30000).describe('from the focus point to the wall on the left'),
    behindMm: lengthMm(20, 30000).describe('from the focus point to the wall behind the subject'),
    ceilingMm: lengthMm(200, 10000).describe('above the focus point'),
    floorMm: lengthMm(100, 5000).describe('under it'),
    wallReflectance: reflectance,
    ceilingReflectance: reflectance,
    floorReflectance: reflectance
  })
  .superRefine((room, context) => {
    for (const [near, size, wall, span] of [
      ['leftMm', 'widthMm', 'the wall on the left', 'width'],
      ['behindMm', 'depthMm', 'the wall behind', 'depth']
    ] as const)
      if (room[near] > room[size] - 20)
        context.addIssue({
          code: 'custom',
          path: [near],
          message:
            `the focus point would lie outside the room: ${room[near]} mm from ${wall}, ` +
            `in ${room[size]} mm of ${span}`
        })
  })

/** One trial of the sync finder: a shutter, and how much of the frame stayed without flash. */
const syncTrialSchema = z.strictObject({
  shutterStops: stops(0, 16),
  darkShare: z.number().min(0).max(0.99).describe('0: no band')
})

export const planSchema = z
  .strictObject({
    format: z.literal(PLAN_FORMAT),
    version: z.literal(PLAN_VERSION),
    title: z.string().trim().min(1, 'a title is needed').max(120),
    look: lookSchema,
    medium: mediumSchema.describe('what the set stands in'),
    subject: subjectSchema,
    props: z.array(propSchema).max(MOST_PROPS).describe('small things beside the subject'),
    background: backgroundSchema,
    table: z
      .strictObject({
        belowMm: lengthMm(0.1, 5000).describe('under the focus point'),
        widthMm: lengthMm(20, 5000),
        depthMm: lengthMm(20, 5000),
        reflectance: z.number().min(0.005).max(1),
        finish: z.enum(TABLE_FINISHES),
        roughness: z.number().min(0).max(1).describe('gloss, metal: GGX’s α; 0 mirrors sharply')
      })
      .nullable(),
    room: roomSchema.nullable().describe('a closed room whose surfaces throw light back'),
    view: z.strictObject({
      elevationDeg: degrees(90).describe(
        'the camera looks down from above (+) or up from below (−)'
      )
    }),
    goals: goalsSchema,
    bag: z
      .strictObject({
        ndStops: z.array(stops(0.1, 20)).max(8),
        modifiers: z.array(modifierSchema).max(8),
        filters: z.array(filterSchema).max(24),
        aboveSync: z.boolean(),
        shadeStops: stops(0, 10).describe(
          'how much ambient could be taken away by curtains, lamps off, a hood'
        )
      })
      .describe('what may be used when ways are looked for'),
    ambient: ambientSchema,
    falling: fallingSchema.nullable().describe('light that falls or rises meanwhile; null: none'),
    camera: cameraSchema,
    lens: lensSchema,
    housing: housingSchema
      .nullable()
      .describe('round the camera; null: none; under water a flat port right before the lens'),
    rig: rigSchema.describe('what hangs on the housing, by its weights'),
    balance: balanceSchema.describe('white balance the frames are shown in'),
    lensFilters: z.array(filterSchema).max(4).describe('on the lens, besides ND'),
    shutterIn: z
      .enum(['body', 'lens'])
      .describe('the shutter in use: the body’s, or the lens’s own leaf shutter'),
    meter: meterSchema.nullable().describe('the flash meter in use; null: none'),
    rides: z
      .enum(RIDES)
      .describe('what is set in the run to land the subject: the power of the key light, or …'),
    focus: z.strictObject({
      magnification: z.number().min(0.001).max(20),
      blur: z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('pixels'), pixels: z.number().min(0.5).max(50) }),
        z.strictObject({ kind: z.literal('circle'), mm: z.number().min(0.0005).max(1) }),
        z
          .strictObject({
            kind: z.literal('print'),
            printWidthMm: lengthMm(10, 10000),
            viewingMm: lengthMm(50, 20000)
          })
          .describe('what an eye tells apart in a print of the whole frame')
      ]),
      extensionMm: lengthMm(0, 500).describe('tubes between camera and lens'),
      dioptres: z.number().min(0).max(30).describe('close-up lens in front'),
      wetDioptres: z
        .number()
        .min(0)
        .max(30)
        .describe('close-up lens before the port, its power in water'),
      teleconverter: z.number().min(1).max(3),
      crop: z.number().min(1).max(10).describe('sensor width over the width of the part in use'),
      tiltDeg: z
        .number()
        .min(0)
        .max(85)
        .describe('lean of the flat that must be sharp against the plane of focus')
    }),
    settings: settingsSchema,
    lights: z.array(lightSchema).min(1, 'a plan has at least one light').max(8),
    cards: z.array(cardSchema).max(8),
    places: z.array(ownPlaceSchema).max(8),
    corrections: z.array(correctionSchema).max(500),
    syncTrials: z.array(syncTrialSchema).max(40),
    locks: z
      .array(z.string().min(1).max(60))
      .max(60)
      .describe('paths of the figures the user will not have changed')
  })
  .superRefine((plan, context) => {
    uniqueIds(plan.lights, 'lights', context)
    uniqueIds(plan.props, 'props', context)
    uniqueIds(plan.cards, 'cards', context)
    uniqueIds(plan.places, 'places', context)
  })
export type Plan = z.infer<typeof planSchema>

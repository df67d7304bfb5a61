/**
 * The plan: everything that decides the picture, as one document that stands alone (the kit it uses is inside it).
 * Version 3: goals hard or wished, bounds, the bag, what is screwed to the lens. Version 2: a set of lights, cards and places in space. Older versions: older.ts. Format: docs/plan-format.md.
 */
import { z } from 'zod'
import { cameraSchema, lensSchema, modifierSchema, strobeSchema } from '../kit/kit'

export const PLAN_FORMAT = 'fine-spark-plan'
export const PLAN_VERSION = 3

const stops = (min: number, max: number) => z.number().min(min).max(max)
const lengthMm = (min: number, max: number) => z.number().min(min).max(max)

export const LOOKS = ['black-still', 'black-soft', 'daylight-fill', 'plume'] as const
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
          isoStops: stops(-3, 11)
        })
        .describe('the settings a camera or meter called right'),
      z.strictObject({ kind: z.literal('ev'), ev: stops(-20, 25).describe('EV at ISO 100') }),
      z.strictObject({ kind: z.literal('lux'), lux: z.number().min(0.0001).max(300000) })
    ]),
    bound: z
      .enum(['exact', 'at-most'])
      .default('exact')
      .describe('at-most: nothing showed, it may be darker still'),
    via: z
      .enum(['lens', 'reflected', 'incident'])
      .describe('through the lens; hand-held at the surface; hand-held dome'),
    atMagnification: z
      .number()
      .min(0.001)
      .max(20)
      .describe('magnification when read through the lens'),
    takenAt: z.iso.datetime().nullable().describe('when it was read; null when nobody noted it'),
    look: lookSchema.nullable().describe('the look it was read for')
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

/**
 * Places whose light matters. `subject` is the subject's lit side, `ground` the middle of the ground as the frame sees it;
 * the rest follow from subject, camera and key light (core/set/places.ts). P1, P2 … are the user's own.
 */
export const placeSchema = z
  .string()
  .regex(
    /^(subject|shadow|top|front|ground|groundLeft|groundRight|foreground|lens|P[1-8])$/,
    'no such place'
  )
export type Place = string
/** Where ambient light is read. */
export const READ_PLACES = ['subject', 'ground'] as const
export type ReadPlace = (typeof READ_PLACES)[number]

export const LIGHT_IDS = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const
export const lightIdSchema = z.enum(LIGHT_IDS)
export type LightId = z.infer<typeof lightIdSchema>

/** A measured fact about one source at one place, held against what the sum had said. */
export const correctionSchema = z.strictObject({
  id: z.string().min(1).max(64),
  frameId: z.string().min(1).max(64),
  source: z.enum(['ambient', ...LIGHT_IDS]),
  place: placeSchema,
  stops: stops(-20, 20).describe('measured minus predicted'),
  sureStops: stops(0.05, 3).describe('how far off it may be'),
  method: z.enum(['judged', 'meter', 'patch']),
  bound: z
    .enum(['exact', 'at-least', 'at-most'])
    .describe('a clipped or black patch gives a limit only'),
  strobeId: z.string().max(64).nullable(),
  modifierIds: z.array(z.string().max(64)).max(4),
  on: z.boolean()
})
export type Correction = z.infer<typeof correctionSchema>

const degrees = (most: number) => z.number().min(-most).max(most)
/**
 * Where a thing stands, seen from the focus point: distance, turn (0 toward the camera's side, + to the right seen from
 * above with the camera below) and height angle (+ up).
 */
export const spotSchema = z.strictObject({
  distanceMm: lengthMm(5, 20000),
  turnDeg: degrees(180),
  heightDeg: degrees(90)
})
export type Spot = z.infer<typeof spotSchema>

export const aimSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('place'), place: z.union([z.literal('focus'), placeSchema]) }),
  z
    .strictObject({ kind: z.literal('free'), turnDeg: degrees(180), heightDeg: degrees(90) })
    .describe('the direction it faces')
])
export type Aim = z.infer<typeof aimSchema>

export const ROLES = ['key', 'fill', 'rim', 'ground', 'other'] as const

export const lightSchema = z.strictObject({
  id: lightIdSchema,
  name: z.string().trim().min(1, 'a name is needed').max(40),
  role: z.enum(ROLES),
  on: z.boolean(),
  group: z
    .string()
    .regex(/^[A-F]$/, 'a letter from A to F')
    .nullable(),
  strobe: strobeSchema,
  modifiers: z.array(modifierSchema).max(4).describe('in the order light passes them'),
  powerStops: stops(-14, 0).describe('stops below full'),
  mount: z
    .enum(['stand', 'lens'])
    .describe('lens: sits round the lens front and looks where the lens looks'),
  at: spotSchema,
  aim: aimSchema,
  rollDeg: degrees(180).describe('turn of an oblong face about its own axis'),
  reach: z
    .strictObject({ nearMm: lengthMm(5, 20000), farMm: lengthMm(5, 20000) })
    .refine((reach) => reach.nearMm <= reach.farMm, {
      path: ['nearMm'],
      message: 'near must not lie beyond far'
    })
    .nullable()
    .describe('how near and far it may go when ways are looked for; null: it stays')
})
export type Light = z.infer<typeof lightSchema>

export const cardSchema = z.strictObject({
  id: z.string().regex(/^K[1-8]$/, 'K1 to K8'),
  kind: z.enum(['card', 'flag']).describe('a card throws light back, a flag only stops it'),
  on: z.boolean(),
  widthMm: lengthMm(5, 3000),
  heightMm: lengthMm(5, 3000),
  reflectance: z.number().min(0.005).max(1),
  at: spotSchema,
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
  reflectance: z.number().min(0.005).max(1)
})
export type OwnPlace = z.infer<typeof ownPlaceSchema>

export const SHAPES = ['sheet', 'ellipsoid', 'box', 'cylinder', 'vessel', 'plume'] as const
export const FINISHES = ['matt', 'gloss', 'metal', 'clear'] as const

export const settingsSchema = z.strictObject({
  apertureStops: stops(-2, 14),
  shutterStops: stops(-6, 16),
  isoStops: stops(-3, 11),
  ndStops: stops(0, 20),
  pulsedSync: z.boolean().describe('pulse the strobe when the shutter is faster than sync')
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

/** Names of goals, as `goals.wished` lists them. `at:` and a place for the goals of other places. */
const GOAL_IDS = [
  'subject',
  'ground',
  'depth',
  'edge',
  'blur',
  'ghost',
  'keyFill',
  'recycle',
  'flashes',
  'iso'
] as const
const goalIdSchema = z
  .string()
  .regex(new RegExp(`^(${GOAL_IDS.join('|')}|at:[A-Za-z][A-Za-z0-9]{0,11})$`), 'no such goal')
export type GoalId = string

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
    subject: z.strictObject({
      shape: z.enum(SHAPES),
      finish: z.enum(FINISHES),
      widthMm: lengthMm(0.1, 5000),
      heightMm: lengthMm(0.1, 5000),
      depthMm: lengthMm(0.1, 5000).describe('front to back; a sheet has none'),
      turnDeg: degrees(180).describe('about the upright axis'),
      sharpDepthMm: lengthMm(0.001, 5000).describe('depth that must be sharp'),
      reflectance: z.number().min(0.005).max(1),
      speedMmS: z
        .number()
        .min(0)
        .max(1e6)
        .describe('speed of the moving part, 0 for a still subject'),
      directionDeg: z.number().min(0).max(90).describe('0 across the frame, 90 toward the lens')
    }),
    ground: z.strictObject({
      distanceMm: lengthMm(1, 1e6).describe('from the focus point along the lens axis'),
      reflectance: z.number().min(0.001).max(1),
      widthMm: lengthMm(10, 1e6),
      heightMm: lengthMm(10, 1e6),
      tiltDeg: degrees(80).describe('0 square to the lens axis, + its top leans away')
    }),
    table: z
      .strictObject({
        belowMm: lengthMm(0.1, 5000).describe('under the focus point'),
        widthMm: lengthMm(20, 5000),
        depthMm: lengthMm(20, 5000),
        reflectance: z.number().min(0.005).max(1)
      })
      .nullable(),
    room: z
      .strictObject({
        widthMm: lengthMm(500, 30000),
        depthMm: lengthMm(500, 30000),
        ceilingMm: lengthMm(200, 10000).describe('above the focus point'),
        floorMm: lengthMm(100, 5000).describe('under it'),
        wallReflectance: z.number().min(0.01).max(1),
        ceilingReflectance: z.number().min(0.01).max(1)
      })
      .nullable()
      .describe('walls that throw light back; the focus point is in its middle'),
    view: z.strictObject({
      heightDeg: degrees(90).describe('the camera looks down from above (+) or up from below (−)')
    }),
    goals: z.strictObject({
      groundStops: stops(-12, 3).describe('ground at most this level'),
      subjectStops: stops(-4, 3),
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
        .strictObject({ stops: stops(-8, 12), toleranceStops: stops(0.05, 3) })
        .nullable()
        .describe('key over fill; null: not asked'),
      edgeBlurPx: z
        .number()
        .min(0.5)
        .max(1000)
        .nullable()
        .describe(
          'blur at the ends of the depth, defocus and diffraction together; null: not asked'
        ),
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
      wished: z.array(goalIdSchema).max(40).describe('goals that may yield; all others are hard')
    }),
    bag: z
      .strictObject({
        ndStops: z.array(stops(0.1, 20)).max(8),
        modifiers: z.array(modifierSchema).max(8),
        aboveSync: z.boolean(),
        shadeStops: stops(0, 10).describe(
          'how much ambient could be taken away by curtains, lamps off, a hood'
        )
      })
      .describe('what may be used when ways are looked for'),
    ambient: z.strictObject({
      subject: readingSchema.nullable(),
      ground: readingSchema.nullable(),
      shadeStops: stops(0, 10).describe(
        'taken away since it was read: curtains, lamps off, a hood'
      ),
      recheckMinutes: z
        .number()
        .min(1)
        .max(1440)
        .nullable()
        .describe('after this a reading is old; null: never')
    }),
    camera: cameraSchema,
    lens: lensSchema,
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
    uniqueIds(plan.cards, 'cards', context)
    uniqueIds(plan.places, 'places', context)
  })
export type Plan = z.infer<typeof planSchema>

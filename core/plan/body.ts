/** A body of the set: its shape and size, what it is made of. The subject is one, so is each prop. */
import { z } from 'zod'
import { RELIEF_SIDE } from '../model/coin'
import { BOTTLE } from '../model/profiles'
import { spectrumSchema } from '../colour/bands'
import { isWhole, MOST_TRIANGLES } from '../model/own'

/**
 * The first ones by formula; from lathe on, but for vapour, meshes that fill their width, height and
 * depth (core/model).
 */
export const SHAPES = [
  'sheet',
  'ellipsoid',
  'box',
  'cylinder',
  'lathe',
  'vessel',
  'coin',
  'crystal',
  'beetle',
  'crab',
  'movement',
  'leaf',
  'wing',
  'curved',
  'own',
  'plume'
] as const

/** What a body is made of; light comes out at the other side of a clear or translucent one. */
export const FINISHES = ['matt', 'gloss', 'metal', 'clear', 'translucent'] as const
/** What is as thin everywhere: light on the back of a spot comes out at that spot. */
const THIN = ['sheet', 'leaf', 'wing', 'curved'] as const

const lengthMm = (min: number, max: number) => z.number().min(min).max(max)
const share = z.number().min(0).max(1)
export const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/i, 'a colour is written #rrggbb')
/** Light through so much of something clear comes out in its colour. */
const seenThrough = {
  colour: colourSchema,
  throughMm: lengthMm(0.1, 5000).describe('so thick a layer shows white light in its colour')
}

/** What a colour is where it was measured. */
export const measuredSchema = spectrumSchema
  .nullable()
  .describe('what it throws back by band; its scale does not count; null: as its colour says')

const profileSchema = z
  .array(
    z.strictObject({
      out: share.describe('from the axis, over the widest'),
      up: share.describe('from the foot'),
      corner: z.boolean().describe('the outline turns sharply there')
    })
  )
  .min(2, 'an outline has at least two points')
  .max(24)
  .refine((points) => points.some(({ out }) => out > 0.02), 'the outline lies on the axis')
  .refine(
    (points) => points.some(({ up }) => Math.abs(up - points[0]!.up) > 0.02),
    'the outline has no height'
  )

/** Bytes of a relief in base64. */
const RELIEF_LENGTH = 4 * Math.ceil(RELIEF_SIDE ** 2 / 3)

/** The last mesh that was found whole: it is the same for most edits of a plan. */
let lastWhole = ['', '']
const ownSchema = z
  .strictObject({
    name: z.string().max(120).describe('of the file it came from'),
    points: z
      .base64()
      .max(600000)
      .describe('16 bits each of x, y, z, low byte first: steps across its box, 0 to 65535'),
    corners: z
      .base64()
      .max(200000)
      .describe('16 bits each, low byte first: three points a triangle')
  })
  .refine((own) => {
    if (own.points === lastWhole[0] && own.corners === lastWhole[1]) return true
    const whole = isWhole(own)
    if (whole) lastWhole = [own.points, own.corners]
    return whole
  }, `its points and triangles do not fit together, or are more than ${MOST_TRIANGLES}`)

/** What every body says of itself. */
export const bodyFields = {
  shape: z.enum(SHAPES),
  finish: z.enum(FINISHES),
  widthMm: lengthMm(0.1, 5000),
  heightMm: lengthMm(0.1, 5000),
  depthMm: lengthMm(0.1, 5000).describe('front to back; a sheet has none'),
  rotationDeg: z.number().min(-180).max(180).describe('about the upright axis'),
  lying: z.boolean().describe('meshes: what would face the lens faces up'),
  reflectance: z.number().min(0.005).max(1),
  transmittance: share.describe('translucent: what of the light on its back comes out in front'),
  layerMm: lengthMm(0.1, 5000).describe(
    'translucent and not thin: so thick a layer lets so much through, a thicker one less'
  ),
  colour: colourSchema
    .nullable()
    .describe('of what it throws back, as light as its reflectance says'),
  measured: measuredSchema,
  roughness: share.describe('gloss, metal, clear: GGX’s α; 0 mirrors sharply'),
  texture: share.describe('how strong a fine mottle is drawn on it'),
  profile: profileSchema.describe('lathe, vessel: the outline from foot to top'),
  relief: z
    .base64()
    .length(RELIEF_LENGTH, 'a relief holds 96 × 96 greys')
    .nullable()
    .describe('coin: a grey picture of 96 × 96, one byte each, row by row; null: the coiled shell'),
  own: ownSchema.nullable().describe('a mesh of the user’s; null: a plain box stands for it'),
  glass: z.strictObject({ wallMm: lengthMm(0.02, 500), ...seenThrough }),
  liquid: z
    .strictObject({ level: share.describe('of the inside’s height'), ...seenThrough })
    .nullable()
    .describe('vessel: what is in it')
}
export type Body = z.infer<z.ZodObject<typeof bodyFields>>

type Translucence = Pick<Body, 'shape' | 'finish' | 'reflectance' | 'transmittance'>
/** Whether light comes through a spot of it from the other side, spread. */
const isTranslucent = ({ shape, finish }: Translucence): boolean =>
  finish === 'translucent' && isThin(shape)
/** Whether light comes through its thickness, spread: wax, cloudy ice. */
export const glowsThrough = ({ shape, finish }: Pick<Body, 'shape' | 'finish'>): boolean =>
  finish === 'translucent' && !isThin(shape) && shape !== 'plume'
export const isThin = (shape: Body['shape']): boolean => (THIN as readonly string[]).includes(shape)

/**
 * What of the light on the back of a thin thing comes out in front: what it does not throw back at
 * most.
 * @returns 0 where nothing comes through
 */
export const transmittanceOf = (body: Translucence): number =>
  isTranslucent(body) ? Math.min(body.transmittance, 1 - body.reflectance) : 0

/** What a body looks like where nothing else is said. */
export const PLAIN = {
  lying: false,
  transmittance: 0.3,
  layerMm: 10,
  colour: null,
  measured: null,
  roughness: 0,
  texture: 0,
  profile: BOTTLE,
  relief: null,
  own: null,
  glass: { wallMm: 2, colour: '#ffffff', throughMm: 20 },
  liquid: null
} as const satisfies Partial<Body>

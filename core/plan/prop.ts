/** A small thing beside the subject: a stand under it, a piece in its liquid, something for scale. */
import { z } from 'zod'
import { bodyFields, SHAPES } from './body'

/** Vapour and a mesh from a file are subjects only. */
export const PROP_SHAPES = SHAPES.filter(
  (shape): shape is Exclude<(typeof SHAPES)[number], 'own' | 'plume'> =>
    shape !== 'own' && shape !== 'plume'
)

/** What holds a prop up. */
export const RESTS = ['free', 'table', 'under', 'on', 'afloat'] as const
const offset = z.number().min(-5000).max(5000)

export const MOST_PROPS = 6
export const propSchema = z.strictObject({
  ...bodyFields,
  shape: z.enum(PROP_SHAPES),
  own: z.null(),
  id: z.string().regex(/^T[1-6]$/, 'T1 to T6'),
  name: z.string().trim().min(1, 'a name is needed').max(40),
  rests: z
    .enum(RESTS)
    .describe(
      'free: at yMm; table: on the table, or level with the subject’s foot; under: the subject ' +
        'stands on it; on: it lies on the subject; afloat: on the liquid in the subject'
    ),
  xMm: offset.describe('its middle, to the right of the subject’s'),
  yMm: offset.describe('above the subject’s middle; counts where it rests on nothing'),
  zMm: offset.describe('nearer to the camera’s side')
})
export type Prop = z.infer<typeof propSchema>

/** What tells a strobe to fire: a cable, a light guide, radio, infrared, a cell that sees a flash. */
import { z } from 'zod'
import { id, name, notes, prepare } from './fields'

const LINK_WAYS = ['cable', 'fibre', 'radio', 'infrared', 'cell'] as const

/** What a link does at a flash before the main one. */
const AT_PRE_FLASH = ['fires', 'second', 'learns'] as const

const metres = z.number().min(0).max(1000).nullable()

export const linkSchema = z.strictObject({
  kind: z.literal('link'),
  id,
  name,
  notes,
  prepare,
  way: z.enum(LINK_WAYS).describe('fibre: light of a flash led to the strobe’s cell'),
  carriesPower: z.boolean().describe('the camera sets the power of each group'),
  carriesAutomatic: z.boolean().describe('automatic flash works over it'),
  carriesHighSpeedSync: z.boolean(),
  delayMs: z.number().min(0).max(50).describe('from its signal to the start of the flash'),
  rangeM: metres.describe('length of a cable or fibre, reach of the rest indoors; null: not known'),
  rangeInSunM: metres.describe('reach in sunlight; 0: none; null: not known'),
  atPreFlash: z
    .enum(AT_PRE_FLASH)
    .describe(
      'fires: at the first flash it sees; second: at the second; learns: at the main one, after a ' +
        'test frame'
    ),
  channels: z.number().int().min(1).max(99).describe('1: it has no choice')
})
export type Link = z.infer<typeof linkSchema>

/** Whether it is told by light that it must see. */
export const isSeen = ({ way }: Pick<Link, 'way'>): boolean => way === 'infrared' || way === 'cell'
/** Whether another flash is its signal. */
export const hearsFlash = ({ way }: Pick<Link, 'way'>): boolean => way === 'cell' || way === 'fibre'

/**
 * What the user says of the steps of a run and of getting ready for it: done, skipped, once more,
 * another order; and which cautions were read. Each is noted once under its own name and never
 * changed; the latest counts.
 */
import { z } from 'zod'
import { lightIdSchema, type LightId } from '../plan/plan'

/**
 * A step of the run. `part-A-1`: light A alone with the first of its modifiers on, the others off.
 */
export const stepKeySchema = z
  .string()
  .regex(
    /^(prepare|test-flash|black|light-[A-H]|part-[A-H]-\d|together|background|variations|recheck)$/,
    'no step of a run'
  )
export type StepKey = z.infer<typeof stepKeySchema>

const named = {
  id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only'),
  at: z.iso.datetime()
}

/** Names a step of the checklist. */
const checkKeySchema = z.string().regex(/^[A-Za-z0-9_-]{1,120}$/, 'letters, digits, - and _ only')

export const tickSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('step'),
    ...named,
    step: stepKeySchema,
    mark: z
      .enum(['done', 'skipped', 'again'])
      .describe('again: open once more, whatever was said or taken before'),
    after: z
      .string()
      .max(64)
      .nullable()
      .describe('again: frames up to this one no longer count; null: all do'),
    why: z.string().trim().max(200).describe('why it was skipped, where that was said')
  }),
  z.strictObject({
    kind: z.literal('order'),
    ...named,
    steps: z
      .array(stepKeySchema)
      .max(80)
      .describe('from first to last; empty: the order of the work')
  }),
  z.strictObject({
    kind: z.literal('parts'),
    ...named,
    light: lightIdSchema,
    on: z.boolean().describe('its modifiers go on one at a time, each with a frame of its own')
  }),
  z.strictObject({
    kind: z.literal('check'),
    ...named,
    item: checkKeySchema,
    mark: z.enum(['done', 'skipped', 'open']),
    why: z.string().trim().max(200).describe('why it was skipped, where that was said')
  }),
  z.strictObject({
    kind: z.literal('check-order'),
    ...named,
    items: z.array(checkKeySchema).max(300).describe('from first to last; empty: as made')
  }),
  z.strictObject({
    kind: z.literal('own-check'),
    ...named,
    item: checkKeySchema,
    when: z.enum(['before', 'after']),
    text: z.string().trim().max(200).describe('empty: taken out again')
  }),
  z.strictObject({
    kind: z.literal('told'),
    ...named,
    what: z
      .string()
      .regex(/^[a-z-]{1,40}$/, 'a name in small letters')
      .describe('a caution that was read, or what is told once')
  })
])
export type Tick = z.infer<typeof tickSchema>
export type StepTick = Extract<Tick, { kind: 'step' }>
export type CheckTick = Extract<Tick, { kind: 'check' }>
export type OwnCheck = Extract<Tick, { kind: 'own-check' }>

/** A run has room for so many; older ones are dropped by whoever reads them. */
export const MOST_TICKS = 2000

export interface RunNotes {
  /** the latest that was said of each step */
  readonly steps: ReadonlyMap<StepKey, StepTick>
  readonly order: readonly StepKey[]
  /** lights whose modifiers go on one at a time */
  readonly parts: ReadonlySet<LightId>
  /** the latest that was said of each step of the checklist, by its key */
  readonly checks: ReadonlyMap<string, CheckTick>
  readonly checkOrder: readonly string[]
  /** steps of the user's own, in the order they came */
  readonly ownChecks: readonly OwnCheck[]
  /** what was read, and is not shown again */
  readonly told: ReadonlySet<string>
}

/** @param ticks in the order in which they arrived */
export function notesOf(ticks: readonly Tick[]): RunNotes {
  const steps = new Map<StepKey, StepTick>()
  const parts = new Set<LightId>()
  const checks = new Map<string, CheckTick>()
  const own = new Map<string, OwnCheck>()
  const told = new Set<string>()
  let order: readonly StepKey[] = []
  let checkOrder: readonly string[] = []
  const take = (tick: Tick): unknown => {
    switch (tick.kind) {
      case 'step':
        return steps.set(tick.step, tick)
      case 'order':
        return (order = tick.steps)
      case 'parts':
        return tick.on ? parts.add(tick.light) : parts.delete(tick.light)
      case 'check':
        return checks.set(tick.item, tick)
      case 'check-order':
        return (checkOrder = tick.items)
      case 'own-check':
        return own.set(tick.item, tick)
      case 'told':
        return told.add(tick.what)
    }
  }
  ticks.forEach(take)
  const ownChecks = [...own.values()].filter(({ text }) => text !== '')
  return { steps, order, parts, checks, checkOrder, ownChecks, told }
}
export const NO_NOTES: RunNotes = notesOf([])

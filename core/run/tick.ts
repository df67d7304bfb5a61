/**
 * What the user says of the steps of a run: done, skipped, once more, another order. Each is noted
 * once under its own name and never changed; the latest counts.
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
  })
])
export type Tick = z.infer<typeof tickSchema>
export type StepTick = Extract<Tick, { kind: 'step' }>

/** A run has room for so many; older ones are dropped by whoever reads them. */
export const MOST_TICKS = 2000

export interface RunNotes {
  /** the latest that was said of each step */
  readonly steps: ReadonlyMap<StepKey, StepTick>
  readonly order: readonly StepKey[]
  /** lights whose modifiers go on one at a time */
  readonly parts: ReadonlySet<LightId>
}

/** @param ticks in the order in which they arrived */
export function notesOf(ticks: readonly Tick[]): RunNotes {
  const steps = new Map<StepKey, StepTick>()
  const parts = new Set<LightId>()
  let order: readonly StepKey[] = []
  for (const tick of ticks)
    if (tick.kind === 'step') steps.set(tick.step, tick)
    else if (tick.kind === 'order') order = tick.steps
    else if (tick.on) parts.add(tick.light)
    else parts.delete(tick.light)
  return { steps, order, parts }
}
export const NO_NOTES: RunNotes = notesOf([])

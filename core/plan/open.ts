/** Opens a plan from outside: checks it, migrates older versions, names each fault by its path. */
import { z } from 'zod'
import { migratePlan } from './migrate'
import { PLAN_FORMAT, PLAN_VERSION, planSchema, type Plan } from './plan'

export interface Fault {
  /** dotted path, "" for the whole document */
  readonly path: string
  readonly message: string
}

export type Opened =
  | { readonly ok: true; readonly plan: Plan }
  | { readonly ok: false; readonly faults: readonly Fault[] }

export const faultsOf = (error: z.ZodError): Fault[] =>
  error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }))

const headSchema = z.object({ format: z.literal(PLAN_FORMAT), version: z.number().int().min(1) })

/** A plan nests a dozen deep; a document past this is none, and not worth following down. */
const DEEPEST = 40

function tooDeep(input: unknown): boolean {
  let layer: unknown[] = [input]
  for (let depth = 0; depth < DEEPEST; depth++) {
    layer = layer.flatMap((each) =>
      typeof each === 'object' && each !== null ? Object.values(each) : []
    )
    if (layer.length === 0) return false
  }
  return true
}

/** @param input parsed JSON of any origin; never throws */
export function openPlan(input: unknown): Opened {
  if (tooDeep(input))
    return { ok: false, faults: [{ path: '', message: `nested more than ${DEEPEST} deep` }] }
  const head = headSchema.safeParse(input)
  if (!head.success)
    return {
      ok: false,
      faults: [
        { path: faultsOf(head.error)[0]?.path ?? '', message: `not a ${PLAN_FORMAT} document` }
      ]
    }
  if (head.data.version > PLAN_VERSION)
    return {
      ok: false,
      faults: [
        {
          path: 'version',
          message:
            `this plan is of version ${head.data.version}; this program reads versions up to ` +
            `${PLAN_VERSION}`
        }
      ]
    }
  const parsed = planSchema.safeParse(
    head.data.version < PLAN_VERSION ? migratePlan(input as Record<string, unknown>) : input
  )
  return parsed.success
    ? { ok: true, plan: parsed.data }
    : { ok: false, faults: faultsOf(parsed.error) }
}

/** JSON Schema (draft 2020-12) of the present plan version, generated from the Zod schema. */
export const planJsonSchema = (): Record<string, unknown> => ({
  title: `Fine Spark plan, version ${PLAN_VERSION}`,
  ...(z.toJSONSchema(planSchema, { io: 'input' }) as Record<string, unknown>)
})

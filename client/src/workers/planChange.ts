/**
 * Plans on their way to a worker and back: said by what differs from one the other side has, so
 * that parts that did not change stay the same objects there and what is remembered of them serves
 * again.
 */
import { applyPatches, enablePatches, type Patch } from 'immer'
import type { Plan } from '@core/plan/plan'

enablePatches()

export type PlanPatches = readonly Patch[]

const keysOf = (value: unknown): string[] | null =>
  typeof value === 'object' && value !== null ? Object.keys(value) : null

/** Whether two values hold the same keys, so that what differs between them lies deeper. */
function sameShape(before: unknown, after: unknown): boolean {
  const [a, b] = [keysOf(before), keysOf(after)]
  return (
    a !== null &&
    b !== null &&
    Array.isArray(before) === Array.isArray(after) &&
    a.length === b.length &&
    a.every((key) => Object.hasOwn(after as object, key))
  )
}

/**
 * What makes one document of another, as immer's patches. Parts that are the same objects are not
 * looked into.
 */
export function patchesBetween(
  before: unknown,
  after: unknown,
  path: readonly string[] = []
): Patch[] {
  if (Object.is(before, after)) return []
  if (!sameShape(before, after)) return [{ op: 'replace', path: [...path], value: after }]
  const [was, is] = [before, after] as Record<string, unknown>[]
  return keysOf(after)!.flatMap((key) => patchesBetween(was![key], is![key], [...path, key]))
}

/** The plan that patches make of another. */
export const patched = (plan: Plan, patches: PlanPatches): Plan =>
  applyPatches(plan, patches as Patch[])

/** A plan for a worker that may know the one before it. */
export type PlanChange = { readonly whole: Plan } | { readonly patches: PlanPatches }

/** The sending side: remembers what the worker was sent last. */
export function planSender(): (plan: Plan) => PlanChange {
  let sent: Plan | null = null
  return (plan) => {
    const change = sent ? { patches: patchesBetween(sent, plan) } : { whole: plan }
    sent = plan
    return change
  }
}

/** The receiving side, in the worker. */
export function planReceiver(): (change: PlanChange) => Plan {
  let known: Plan | null = null
  return (change) => (known = 'whole' in change ? change.whole : patched(known!, change.patches))
}

/**
 * Documents as they lie in the database, opened through the same door as those from outside. What
 * cannot be read is named, never served as it is.
 */
import type { z } from 'zod'
import { faultsOf, openPlan, type Fault, type Opened } from '@core/plan/open'

const NOT_JSON: Fault = { path: '', message: 'it is not JSON' }

/** Parsed JSON, or undefined for what is none. */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

export function openStoredPlan(text: string): Opened {
  const parsed = parseJson(text)
  return parsed === undefined ? { ok: false, faults: [NOT_JSON] } : openPlan(parsed)
}

export type Checked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] }

export function openStored<S extends z.ZodType>(schema: S, text: string): Checked<z.infer<S>> {
  const parsed = parseJson(text)
  if (parsed === undefined) return { ok: false, faults: [NOT_JSON] }
  const checked = schema.safeParse(parsed)
  return checked.success
    ? { ok: true, value: checked.data }
    : { ok: false, faults: faultsOf(checked.error) }
}

/** The first few faults of a document in one line. */
export const faultWords = (faults: readonly Fault[]): string =>
  faults
    .slice(0, 3)
    .map(({ path, message }) => (path ? `${path}: ${message}` : message))
    .join('; ') + (faults.length > 3 ? ` and ${faults.length - 3} more` : '')

/** What is worked out of a plan is remembered by the identity of its parts (core/set/same.ts). */

const isParts = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null

/** A document with those parts of an earlier one that hold the same. */
export function sharing<T>(before: unknown, after: T): T {
  if (!isParts(before) || !isParts(after) || Array.isArray(before) !== Array.isArray(after))
    return after
  const keys = Object.keys(after)
  const parts = keys.map((key) => sharing(before[key], (after as Record<string, unknown>)[key]))
  if (
    keys.length === Object.keys(before).length &&
    keys.every((key, i) => parts[i] === before[key])
  )
    return before as T
  if (Array.isArray(after)) return parts as T
  return Object.fromEntries(keys.map((key, i) => [key, parts[i]])) as T
}

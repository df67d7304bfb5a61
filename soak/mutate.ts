/** Documents that are nearly right: one or a few parts of a good one are exchanged for something odd. */
import type { Chance } from './random'

const ODD: readonly (() => unknown)[] = [
  () => null,
  () => 0,
  () => -1,
  () => 1e9,
  () => 1e-9,
  () => -1e308,
  () => 0.1 + 0.2,
  () => 2 ** 53,
  () => '',
  () => 'x',
  () => '\ud835',
  () => 'constructor',
  () => '__proto__',
  () => 'A'.repeat(300),
  () => true,
  () => [],
  () => {},
  () => ({}),
  () => ({ toString: null }),
  () => [[[[]]]],
  () => ({ kind: 'x' }),
  () => ({ id: 'A' })
]

const keysOf = (value: unknown): string[] =>
  typeof value === 'object' && value !== null ? Object.keys(value) : []

/** A number near to, or somewhere about, another. */
const about = (value: number, { next, pick }: Chance): number =>
  pick([
    value + (next() - 0.5) * 2,
    value * 2 ** ((next() - 0.5) * 6),
    -value,
    Math.round(value),
    (next() - 0.5) * 400
  ])

function exchange(value: unknown, by: Chance): unknown {
  if (typeof value === 'number' && by.next() < 0.75) return about(value, by)
  if (typeof value === 'boolean' && by.next() < 0.75) return !value
  if (Array.isArray(value) && value.length && by.next() < 0.6)
    return by.pick([
      [...(value as unknown[]), value[by.below(value.length)]],
      value.slice(1),
      [...(value as unknown[])].reverse(),
      []
    ])
  return by.pick(ODD)()
}

/**
 * A copy of a document with one part exchanged, deep or shallow.
 * @param document plain JSON
 */
export function mutated(document: unknown, by: Chance): unknown {
  const keys = keysOf(document)
  if (keys.length === 0 || by.next() < 0.12) return exchange(document, by)
  const key = by.pick(keys)
  const part = (document as Record<string, unknown>)[key]
  if (by.next() < 0.03 && !Array.isArray(document)) {
    const { [key]: _gone, ...rest } = document as Record<string, unknown>
    return rest
  }
  const next = mutated(part, by)
  return Array.isArray(document)
    ? document.map((each: unknown, i) => (String(i) === key ? next : each))
    : { ...(document as object), [key]: next }
}

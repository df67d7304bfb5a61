/**
 * Documents nobody has checked yet: a migration only moves what is there, the schema refuses the
 * rest by its path.
 */
export type Loose = Record<string, unknown>
export const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
export const loose = (value: unknown): Loose => (isObject(value) ? value : {})
export const number = (value: unknown, otherwise: number): number =>
  typeof value === 'number' && Number.isFinite(value) ? value : otherwise
/** A text or a number as text; '' for anything else, so that no object is asked how it reads. */
export const text = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : ''
/** What a table of new names gives for a name; the name itself where it has none. */
export const named = (table: ReadonlyMap<string, string>, value: unknown): unknown =>
  table.get(text(value)) ?? value

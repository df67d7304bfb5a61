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

/**
 * Files of commands that belong to no shoot: a frame of a card on the bench. Kept in memory for who
 * asked, for a while, and stored nowhere.
 */
import { notFound } from '../http/problem'
import type { HeldFiles } from '@core/api/devices'

interface File {
  readonly name: string
  readonly bytes: Buffer
}
/** Two raw files of the largest kind with their JPEGs. */
const MOST_BYTES = 400 * 2 ** 20

export function heldFiles() {
  /** oldest first */
  const held = new Map<string, readonly File[]>()
  const total = (): number =>
    [...held.values()].flat().reduce((sum, { bytes }) => sum + bytes.length, 0)
  return {
    hold: (key: string, file: File): void => {
      held.set(key, [...(held.get(key) ?? []), file])
      for (const oldest of held.keys()) {
        if (total() <= MOST_BYTES || oldest === key) break
        held.delete(oldest)
      }
    },
    list: (key: string): HeldFiles =>
      (held.get(key) ?? []).map(({ name, bytes }) => ({ name, bytes: bytes.length })),
    /** @throws ProblemError 404 where it is held no longer */
    get: (key: string, number: number): Buffer => {
      const file = held.get(key)?.[number]
      if (!file) throw notFound('file')
      return file.bytes
    },
    forget: (key: string): void => void held.delete(key)
  }
}

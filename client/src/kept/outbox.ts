/**
 * Frames on their way to the server, pictures with them, kept in this browser until they have
 * arrived. Where the browser keeps nothing they wait in the open page.
 */
import { del, set, values } from 'idb-keyval'
import { migrateFrame, migratePlan } from '@core/plan/migrate'
import { frameSchema, type Frame } from '@core/run/frame'
import { outboxStore } from './outboxStore'

export interface Waiting {
  readonly shootId: string
  readonly frame: Frame
  /** the frame's version on the server this began from; null while it is not there */
  readonly version: number | null
  /** the frame itself has still to go, not only its picture */
  readonly frameWaits: boolean
  readonly image: Blob | null
  /** the raw file beside the picture */
  readonly raw: Blob | null
  /** why the server will not take it; null while it was not asked or not reached */
  readonly refused: string | null
}

export const keyOf = (shootId: string, frameId: string): string => `${shootId}/${frameId}`

const record = (value: unknown): Record<string, unknown> | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : null

/**
 * What was kept, perhaps by an older program, as this one has it.
 * @returns null for what cannot be read
 */
export function openWaiting(value: unknown): Waiting | null {
  const entry = record(value) as Partial<Waiting> | null
  const frame = record(migrateFrame(entry?.frame))
  const plan = record(frame?.plan)
  if (!entry || !frame || !plan || typeof entry.shootId !== 'string') return null
  if (entry.image !== null && !(entry.image instanceof Blob)) return null
  // Older programs kept none.
  const raw = entry.raw ?? null
  if (raw !== null && !(raw instanceof Blob)) return null
  // As it would be stored: what an older program had not noted is not there.
  const stored: unknown = JSON.parse(JSON.stringify({ ...frame, plan: migratePlan(plan) }))
  const parsed = frameSchema.safeParse(stored)
  return parsed.success ? ({ ...entry, raw, frame: parsed.data } as Waiting) : null
}

export const outbox = {
  /** What was left from before; what cannot be read stays where it is and is passed over. */
  all: async (): Promise<Waiting[]> => {
    try {
      return (await values<unknown>(outboxStore())).flatMap((each) => openWaiting(each) ?? [])
    } catch {
      return []
    }
  },
  /** @returns whether it is really kept */
  put: async (entry: Waiting): Promise<boolean> => {
    try {
      await set(keyOf(entry.shootId, entry.frame.id), entry, outboxStore())
      return true
    } catch {
      return false
    }
  },
  drop: async (key: string): Promise<void> => {
    try {
      await del(key, outboxStore())
    } catch {
      // It was not kept there.
    }
  }
}

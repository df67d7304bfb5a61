/**
 * Frames on their way to the server, pictures with them, kept in this browser until they have
 * arrived. Where the browser keeps nothing they wait in the open page.
 */
import { del, set, values } from 'idb-keyval'
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
  /** why the server will not take it; null while it was not asked or not reached */
  readonly refused: string | null
}

export const keyOf = (shootId: string, frameId: string): string => `${shootId}/${frameId}`

function isWaiting(value: unknown): value is Waiting {
  const { shootId, frame, image } = (value ?? {}) as Partial<Waiting>
  return (
    typeof shootId === 'string' &&
    frameSchema.safeParse(frame).success &&
    (image === null || image instanceof Blob)
  )
}

export const outbox = {
  /** What was left from before; what cannot be read stays where it is and is passed over. */
  all: async (): Promise<Waiting[]> => {
    try {
      return (await values<unknown>(outboxStore())).filter(isWaiting)
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

/** Ticks on their way to the server, kept in this browser until they have arrived. */
import { createStore, del, set, values, type UseStore } from 'idb-keyval'
import { tickSchema, type Tick } from '@core/run/tick'

export interface WaitingTick {
  readonly shootId: string
  readonly tick: Tick
  /** order in which they were made here */
  readonly turn: number
}

let store: UseStore | null = null
// A store of its own needs a database of its own.
const tickStore = (): UseStore => (store ??= createStore('fine-spark-ticks', 'ticks'))
const keyOf = ({ shootId, tick }: WaitingTick): string => `${shootId}/${tick.id}`

const opened = (value: unknown): WaitingTick[] => {
  const entry = value as Partial<WaitingTick> | null
  const tick = tickSchema.safeParse(entry?.tick)
  return tick.success && typeof entry?.shootId === 'string' && typeof entry.turn === 'number'
    ? [{ shootId: entry.shootId, turn: entry.turn, tick: tick.data }]
    : []
}

/** A browser that keeps nothing leaves them in the open page. */
export const tickBox = {
  all: async (): Promise<WaitingTick[]> => {
    try {
      const kept = (await values<unknown>(tickStore())).flatMap(opened)
      return kept.sort((a, b) => a.turn - b.turn)
    } catch {
      return []
    }
  },
  put: (entry: WaitingTick): Promise<void> => set(keyOf(entry), entry, tickStore()).catch(() => {}),
  drop: (entry: WaitingTick): Promise<void> => del(keyOf(entry), tickStore()).catch(() => {})
}

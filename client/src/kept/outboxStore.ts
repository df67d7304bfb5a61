/** Where the outbox lies, apart from what reads it: asking whether it is empty takes little. */
import { createStore, keys, type UseStore } from 'idb-keyval'

let store: UseStore | null = null
export const outboxStore = (): UseStore => (store ??= createStore('fine-spark', 'outbox'))

export async function isOutboxEmpty(): Promise<boolean> {
  try {
    return (await keys(outboxStore())).length === 0
  } catch {
    return true
  }
}

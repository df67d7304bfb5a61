/**
 * Waits for a database that another program holds, without holding up other requests: a refused
 * piece of work is tried again a little later, whole.
 */
import { setTimeout as pause } from 'node:timers/promises'

const AGAIN_MS = 40

export const isBusy = (error: unknown): boolean =>
  String((error as { code?: unknown } | null)?.code).startsWith('SQLITE_BUSY')

/**
 * A store whose every call is tried again while the database is held.
 * @param store its calls each do all they do, or nothing
 * @param patienceMs after this the driver's refusal is passed on
 */
export function patient<S extends object>(store: S, patienceMs = 1500): S {
  const waiting =
    (call: (...args: unknown[]) => Promise<unknown>) =>
    async (...args: unknown[]) => {
      const began = performance.now()
      for (;;)
        try {
          return await call(...args)
        } catch (error) {
          if (!isBusy(error) || performance.now() - began > patienceMs) throw error
          await pause(AGAIN_MS)
        }
    }
  return Object.fromEntries(
    Object.entries(store).map(([name, call]) => [
      name,
      waiting(call as (...args: unknown[]) => Promise<unknown>)
    ])
  ) as S
}

/** The one worker that checks sets and looks for remedies. */
import type { SetWorker } from './set.worker'
import { workerHost } from './workerHost'

export const setWorker = workerHost<SetWorker>(
  () => new Worker(new URL('./set.worker.ts', import.meta.url), { type: 'module' })
)

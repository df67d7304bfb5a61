/**
 * One worker and the questions put to it: started when first asked; cancelling ends it, the next
 * question starts another.
 */
import * as Comlink from 'comlink'
import type { Plan } from '@core/plan/plan'
import { planSender, type PlanChange } from './planChange'

/** What a question that was called off is refused with. */
export class Cancelled extends Error {}

interface Running<Api> {
  readonly worker: Worker
  readonly api: Comlink.Remote<Api>
  readonly changeTo: (plan: Plan) => PlanChange
}

export interface WorkerHost<Api> {
  /**
   * Puts a question to the worker.
   * @param question gets the worker's functions and what to send it in place of a plan
   */
  readonly ask: <T>(
    question: (api: Comlink.Remote<Api>, changeTo: (plan: Plan) => PlanChange) => Promise<T>
  ) => Promise<T>
  /** Ends the worker; every question that waits is refused with `Cancelled`. */
  readonly cancel: () => void
}

/**
 * @param start makes the worker: `() => new Worker(new URL('./x.worker.ts', import.meta.url), {
 * type: 'module' })`
 */
export function workerHost<Api>(start: () => Worker): WorkerHost<Api> {
  let running: Running<Api> | null = null
  const waiting = new Set<(reason: Error) => void>()

  const end = (reason: Error): void => {
    running?.worker.terminate()
    running = null
    for (const refuse of [...waiting]) refuse(reason)
    waiting.clear()
  }
  const begin = (): Running<Api> => {
    const worker = start()
    worker.onerror = (event) => end(new Error(event.message || 'the work broke off'))
    return { worker, api: Comlink.wrap<Api>(worker), changeTo: planSender() }
  }
  return {
    ask: (question) =>
      new Promise((resolve, reject) => {
        running ??= begin()
        waiting.add(reject)
        question(running.api, running.changeTo)
          .then(resolve, reject)
          .finally(() => waiting.delete(reject))
      }),
    cancel: () => end(new Cancelled('Cancelled.'))
  }
}

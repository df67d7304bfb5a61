/**
 * One worker and the questions put to it: started when first asked. Calling a question off ends the
 * worker, as nothing else stops one at work; the other questions are put again to the next.
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

type Put<Api, T> = (api: Comlink.Remote<Api>, changeTo: (plan: Plan) => PlanChange) => Promise<T>

interface Waiting<Api> {
  readonly put: (running: Running<Api>) => void
  readonly refuse: (reason: Error) => void
}

export interface WorkerHost<Api> {
  /**
   * Puts a question to the worker.
   * @param question gets the worker's functions and what to send it in place of a plan
   * @param signal calls this question off, and no other
   */
  readonly ask: <T>(question: Put<Api, T>, signal?: AbortSignal) => Promise<T>
  /** Starts the worker ahead of its first question, while the server is there to load it from. */
  readonly warm: () => void
  /** Ends the worker; every question that waits is refused with `Cancelled`. */
  readonly cancel: () => void
}

/**
 * @param start makes the worker: `() => new Worker(new URL('./x.worker.ts', import.meta.url), {
 * type: 'module' })`
 */
export function workerHost<Api>(start: () => Worker): WorkerHost<Api> {
  let running: Running<Api> | null = null
  const waiting = new Set<Waiting<Api>>()

  const stop = (): void => {
    running?.worker.terminate()
    running = null
  }
  const end = (reason: Error): void => {
    stop()
    for (const { refuse } of [...waiting]) refuse(reason)
    waiting.clear()
  }
  const begin = (): Running<Api> => {
    const worker = start()
    worker.onerror = (event) => end(new Error(event.message || 'the work broke off'))
    return { worker, api: Comlink.wrap<Api>(worker), changeTo: planSender() }
  }
  const ask = <T>(question: Put<Api, T>, signal?: AbortSignal): Promise<T> =>
    new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(new Cancelled('Cancelled.'))
      const mine: Waiting<Api> = {
        put: (to) =>
          void question(to.api, to.changeTo).then(
            // A worker that was ended answers nothing any more.
            (answer) => to === running && settle(() => resolve(answer)),
            (error: Error) => to === running && settle(() => reject(error))
          ),
        refuse: (reason) => settle(() => reject(reason))
      }
      const callOff = (): void => {
        settle(() => reject(new Cancelled('Cancelled.')))
        stop()
        if (waiting.size === 0) return
        running = begin()
        for (const other of waiting) other.put(running)
      }
      const settle = (how: () => void): void => {
        waiting.delete(mine)
        signal?.removeEventListener('abort', callOff)
        how()
      }
      signal?.addEventListener('abort', callOff)
      waiting.add(mine)
      running ??= begin()
      mine.put(running)
    })
  return {
    ask,
    warm: () => void (running ??= begin()),
    cancel: () => end(new Cancelled('Cancelled.'))
  }
}

/**
 * The ways to the goals of a plan, looked for in a worker that a newer question, leaving, or Cancel
 * ends.
 */
import type { Plan } from '@core/plan/plan'
import type { Nearest, Relaxation } from '@core/solve/relax'
import type { Way } from '@core/solve/ways'
import { patched } from '@/workers/planChange'
import { useWorkerQuery } from '@/workers/useWorkerQuery'
import type { WaysWorker } from '@/workers/ways.worker'
import { workerHost } from '@/workers/workerHost'

interface Answer {
  readonly ways: readonly Way[]
  readonly relaxations: readonly Relaxation[]
  /** only where neither fits */
  readonly nearest: Nearest | null
  readonly ms: number
}

export const useWays = (plan: () => Plan) =>
  useWorkerQuery<WaysWorker, Answer | null>({
    host: workerHost<WaysWorker>(
      () => new Worker(new URL('../workers/ways.worker.ts', import.meta.url), { type: 'module' })
    ),
    plan,
    ask: async (api, change, about, progress) => {
      const found = await api.findWays(change, progress)
      return {
        ...found,
        relaxations: found.relaxations.map((each) =>
          each.kind === 'goal' ? each : { ...each, after: patched(about, each.after) }
        )
      }
    },
    nothing: null,
    delayMs: 250,
    endsOlder: true
  })

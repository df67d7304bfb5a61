/**
 * Looks for ways, and for the smallest relaxations where there are none. Ended as a whole when it
 * is cancelled.
 */
import * as Comlink from 'comlink'
import { nearestWay, relaxations } from '@core/solve/relax'
import { findWays } from '@core/solve/ways'
import { patchesBetween, planReceiver, type PlanChange } from './planChange'

const receive = planReceiver()

const api = {
  /** The plans of relaxations come as what differs from the plan asked about. */
  findWays: (change: PlanChange, progress: (share: number) => void) => {
    const plan = receive(change)
    const began = performance.now()
    const ways = findWays(plan, (share) => progress(share * 0.3))
    const relaxed = ways.length ? [] : relaxations(plan, (share) => progress(0.3 + share * 0.7))
    const nearest = ways.length || relaxed.length ? null : nearestWay(plan)
    return {
      ways,
      relaxations: relaxed.map((each) =>
        each.kind === 'goal' ? each : { ...each, after: patchesBetween(plan, each.after) }
      ),
      nearest,
      ms: performance.now() - began
    }
  }
}
export type WaysWorker = typeof api
Comlink.expose(api)

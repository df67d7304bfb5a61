/** Looks for ways, and for the smallest relaxations where there are none. Ended as a whole when it is cancelled. */
import * as Comlink from 'comlink'
import type { Plan } from '@core/plan/plan'
import { nearestWay, relaxations, type Nearest, type Relaxation } from '@core/solve/relax'
import { findWays, type Way } from '@core/solve/ways'

export interface Answer {
  readonly ways: readonly Way[]
  readonly relaxations: readonly Relaxation[]
  /** only where neither fits */
  readonly nearest: Nearest | null
  readonly ms: number
}

const ask = (plan: Plan, progress: (share: number) => void): Answer => {
  const began = performance.now()
  const ways = findWays(plan, (share) => progress(share * 0.3))
  const relaxed = ways.length ? [] : relaxations(plan, (share) => progress(0.3 + share * 0.7))
  const nearest = ways.length || relaxed.length ? null : nearestWay(plan)
  return { ways, relaxations: relaxed, nearest, ms: performance.now() - began }
}

const api = { ask }
export type WaysWorker = typeof api
Comlink.expose(api)

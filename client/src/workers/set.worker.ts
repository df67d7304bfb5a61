/**
 * What looks for remedies by evaluating many sets: away from the page, so that typing and dragging
 * never wait.
 */
import * as Comlink from 'comlink'
import { powerRemedies } from '@core/advise/powerRemedies'
import { checkSet } from '@core/checks/checks'
import type { Modifier } from '@core/kit/kit'
import type { LightId } from '@core/plan/plan'
import { patchesBetween, planReceiver, type PlanChange } from './planChange'

const receive = planReceiver()

const api = {
  /** The plans of remedies come as what differs from the plan asked about. */
  checkSet: (change: PlanChange, bag: readonly Modifier[]) => {
    const plan = receive(change)
    return checkSet(plan, bag).map((check) => ({
      ...check,
      remedies: check.remedies.map((remedy) => ({
        ...remedy,
        after: remedy.after && patchesBetween(plan, remedy.after)
      }))
    }))
  },
  powerRemedies: (change: PlanChange, light: LightId, bag: readonly Modifier[]) => {
    const plan = receive(change)
    const index = plan.lights.findIndex((each) => each.id === light)
    if (index < 0) return []
    return powerRemedies(plan, index, bag).map((remedy) => ({
      ...remedy,
      after: patchesBetween(plan, remedy.after)
    }))
  }
}
export type SetWorker = typeof api
Comlink.expose(api)

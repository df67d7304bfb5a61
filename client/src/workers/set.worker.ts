/**
 * What looks for remedies by evaluating many sets: away from the page, so that typing and dragging
 * never wait.
 */
import * as Comlink from 'comlink'
import { powerRemedies } from '@core/advise/powerRemedies'
import { zoomChoices, type ZoomChoices } from '@core/advise/zoomChoices'
import { checkSet, linksOf } from '@core/checks/checks'
import type { Modifier } from '@core/kit/kit'
import type { LightId } from '@core/plan/plan'
import { evennessOf } from '@core/set/evenness'
import { patchesBetween, planReceiver, type PlanChange } from './planChange'

export interface LightAnswer {
  readonly evenness: ReturnType<typeof evennessOf>
  readonly zoom: ZoomChoices
}

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
  /** Which strobes will not fire, and why. */
  links: (change: PlanChange) => linksOf(receive(change)),
  /** How evenly a light falls, and what zooming it buys. */
  light: (change: PlanChange, id: LightId): LightAnswer | null => {
    const plan = receive(change)
    const index = plan.lights.findIndex((each) => each.id === id)
    return index < 0 ? null : { evenness: evennessOf(plan, index), zoom: zoomChoices(plan, index) }
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

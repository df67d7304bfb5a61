/** What light comes by bounces in a set: away from the page, so that dragging never waits for it. */
import * as Comlink from 'comlink'
import { transportOf } from '@core/set/remembered'
import type { Bounces } from '@core/set/transport'
import { planReceiver, type PlanChange } from './planChange'

const receive = planReceiver()

const api = {
  bounces: (change: PlanChange): Bounces => {
    const { reflectors, bounce, later, bounceWayMm, bounceBy } = transportOf(receive(change))
    return { reflectors, bounce, later, bounceWayMm, bounceBy }
  }
}
export type LightWorker = typeof api
Comlink.expose(api)

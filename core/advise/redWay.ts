/** How much of its red each light has left at the subject, and how near it must come to keep it. */
import { passedOf, waysOf } from '../ledger/water'
import { lightSpectrum } from '../ledger/sourceColours'
import { channelLosses, wayForRed } from '../medium/red'
import type { LightId, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'

/** Red this far behind green still comes back when the frame is developed; common practice, no source. */
const RED_KEPT_STOPS = 1

export interface RedWay {
  readonly id: LightId
  /** out to the subject, straight, and back to the port; m */
  readonly outM: number
  readonly backM: number
  /** by how much its red has fallen behind its green there, stops ≥ 0; Infinity: none is left */
  readonly behindStops: number
  /** the longest way on which it falls no more than RED_KEPT_STOPS behind, m */
  readonly mostM: number
}

/** @returns the lights that are on, in their order; none in air */
export function redWays(plan: Plan): RedWay[] {
  const { medium, balance } = plan
  if (medium.kind === 'air') return []
  const transport = transportOf(plan)
  return plan.lights.flatMap((light, i) => {
    if (!light.on || !passedOf(plan, transport, i, 0)) return []
    const { outM, backM } = waysOf(transport, i, 0)
    const spectrum = lightSpectrum(plan, light)
    const [red, green] = channelLosses(medium, spectrum, outM + backM, balance)
    return [
      {
        id: light.id,
        outM,
        backM,
        behindStops: red === -Infinity ? Infinity : green - red,
        mostM: wayForRed(medium, spectrum, RED_KEPT_STOPS, balance)
      }
    ]
  })
}

/** What black frames showed of the ambient light at a place. */
import { cameraStops } from '../ledger/cameraStops'
import type { AmbientReading, Place, Plan } from '../plan/plan'
import { measuredLevel, uncertaintyOf } from './calibrate'
import type { Evidence, Frame } from './frame'

type Limit = AmbientReading['limit']

/** Ambient light as a black frame showed it at a place, at the camera settings of now. */
export interface BlackLevel {
  readonly frame: Frame
  readonly level: number
  readonly limit: Limit
  readonly uncertaintyStops: number
}

const isRead = (evidence: Evidence): evidence is Extract<Evidence, { readonly limit: Limit }> =>
  evidence.kind === 'patch' || evidence.kind === 'judged'

/** What black frames showed at a place, the newest first. */
export function blackLevels(plan: Plan, frames: readonly Frame[], place: Place): BlackLevel[] {
  const now = cameraStops(plan) - plan.settings.shutterStops
  return frames
    .flatMap((frame): BlackLevel[] => {
      const evidence = frame.evidence.filter(isRead).findLast((each) => each.place === place)
      if (frame.kind !== 'black' || !evidence) return []
      const then = cameraStops(frame.plan) - frame.plan.settings.shutterStops
      return [
        {
          frame,
          level: measuredLevel(frame.plan, evidence) + now - then,
          limit: evidence.limit,
          uncertaintyStops: uncertaintyOf(evidence)
        }
      ]
    })
    .reverse()
}

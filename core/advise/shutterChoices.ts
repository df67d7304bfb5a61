/** A body's curtains against a lens's leaf shutter: how far each goes, and what that costs. */
import { shutterLoss } from '../ledger/cells'
import type { Plan } from '../plan/plan'
import { shutterOf } from '../plan/shutterInUse'
import { keyLight } from '../set/places'

export interface ShutterChoice {
  readonly shutterIn: Plan['shutterIn']
  readonly after: Plan
  /** fastest that lights the whole frame with single flashes, −log2 s */
  readonly limitStops: number
  /** ambient there against now, stops */
  readonly ambientStops: number
  /** what it takes from the key light there, stops ≤ 0 */
  readonly lossStops: number
}

/** @returns both, the body's first; none where the lens has no shutter of its own */
export function shutterChoices(plan: Plan): ShutterChoice[] {
  if (plan.lens.leafFastestStops === null) return []
  return (['body', 'lens'] as const).map((shutterIn) => {
    const chosen: Plan = { ...plan, shutterIn }
    const limitStops = shutterOf(chosen).syncStops
    const there: Plan = { ...chosen, settings: { ...plan.settings, shutterStops: limitStops } }
    return {
      shutterIn,
      after: {
        ...chosen,
        settings: {
          ...plan.settings,
          shutterStops: Math.min(plan.settings.shutterStops, shutterOf(chosen).fastestShutterStops)
        }
      },
      limitStops,
      ambientStops: plan.settings.shutterStops - limitStops,
      lossStops: shutterLoss(there, keyLight(there)).stops
    }
  })
}

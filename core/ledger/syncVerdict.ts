/** Does every part of the frame get the whole flash? */
import { shutterOf } from '../plan/shutterInUse'
import { cutStops } from '../light/pulse'
import { pulseOf } from '../light/strobe'
import { darkShare } from '../optics/shutter'
import type { Light, Plan } from '../plan/plan'
import { isPastSync, openTimesOf, usesHighSpeedSync } from '../plan/sync'
import { secondsAt } from '../scales/marks'
import { flashSecondsOf, shutterLoss } from './cells'
import { visibleLights } from './freeze'
import type { Ledger } from './ledger'
import type { Reason, Verdict } from './verdict'

/** A row that loses more of the flash than this is told, stops. */
const UNEVEN_STOPS = 0.1

/** What the second curtain takes from the rows that close first and last, stops ≤ 0. */
function tailLoss(plan: Plan, light: Light): { firstStops: number; lastStops: number } {
  const pulse = pulseOf(light.powerStops, light.strobe)
  const { firstS, lastS } = openTimesOf(plan, light)
  const firstStops = cutStops(pulse, firstS)
  const lastStops = firstStops === 0 ? 0 : cutStops(pulse, lastS)
  return { firstStops, lastStops }
}

export function syncVerdict(plan: Plan, ledger: Ledger): Verdict {
  const { settings } = plan
  const t = secondsAt(settings.shutterStops)
  const lights = visibleLights(plan, ledger)
  let worst = lights[0]!
  let lost = shutterLoss(plan, worst)
  for (const light of lights.slice(1)) {
    const other = shutterLoss(plan, light)
    if (other.stops < lost.stops) [worst, lost] = [light, other]
  }
  const uneven = tailLoss(plan, worst)
  const { curtain, syncStops } = shutterOf(plan)
  const leaf = curtain === 'leaf'
  const within = !leaf && !isPastSync(plan)
  // One strobe without high-speed sync leaves its band, however many others do.
  const banded = isPastSync(plan) && lights.some((light) => !usesHighSpeedSync(plan, light))
  const reason: Reason = leaf
    ? lost.kind
      ? 'sync-leaf-clip'
      : 'sync-leaf'
    : within
      ? uneven.firstStops < -UNEVEN_STOPS
        ? 'sync-tail'
        : 'sync-within'
      : banded
        ? 'sync-band'
        : 'sync-high-speed'
  return {
    id: 'sync',
    reason,
    state:
      reason === 'sync-band'
        ? 'miss'
        : reason === 'sync-tail' || (lost.kind && !within)
          ? 'near'
          : 'ok',
    value: settings.shutterStops,
    limit: syncStops,
    figures: {
      dark: banded ? darkShare(t, secondsAt(syncStops)) : 0,
      loss: lost.stops,
      t01: flashSecondsOf(worst),
      ...uneven
    },
    cause: lost.kind && !banded ? { source: worst.id, place: 'subject', term: lost.kind } : null,
    path: 'settings.shutterStops'
  }
}

/** Does a strobe fire in time: by hand, in high-speed sync, through a link that is late? */
import { blurFor } from '../ledger/freeze'
import { isCameraLocked } from '../plan/controls'
import { delaySeconds, hearsHighSpeedSync } from '../plan/firing'
import type { Light, Plan } from '../plan/plan'
import { shutterOf } from '../plan/shutterInUse'
import { curtainTravelS, isPastSync, openTimesOf, wantsHighSpeedSync } from '../plan/sync'
import { marksOf, secondsAt } from '../scales/marks'
import { effectAt, type Remedy } from './check'
import { plainly, type Trouble } from './trouble'

/** Shorter than this nobody fires by hand while the shutter is open, s; common practice, no source. */
const BY_HAND_S = 0.5
/** A band of less than this share of the frame is not told; common practice, no source. */
const LEAST_BAND = 0.02
const MISSED_BAND = 0.1

/** The shutter at which a trouble is none. */
function shutterRemedy(plan: Plan, light: Light, cures: (after: Plan) => boolean): Remedy[] {
  if (isCameraLocked(plan, 'shutter')) return []
  const slower = marksOf('shutter', plan.camera.step)
    .filter(
      ({ stops }) => stops < plan.settings.shutterStops && stops >= plan.camera.slowestShutterStops
    )
    .sort((a, b) => b.stops - a.stops)
  for (const { stops } of slower) {
    const after = { ...plan, settings: { ...plan.settings, shutterStops: stops } }
    if (cures(after))
      return [
        {
          kind: 'shutter',
          figures: { to: stops },
          effectStops: effectAt(plan, after, light, 'subject'),
          after
        }
      ]
  }
  return []
}

/** Share of the frame the second curtain covers before a late flash starts, 0–1. */
function lateBand(plan: Plan, light: Light): number {
  const { firstS, middleS, lastS } = openTimesOf(plan, light)
  if (shutterOf(plan).curtain === 'leaf' || firstS === lastS) return middleS <= 0 ? 1 : 0
  return firstS >= 0 ? 0 : Math.min(1, -firstS / curtainTravelS(plan))
}

export function timingTroubles(plan: Plan, light: Light, i: number): Trouble[] {
  const byHand = ({ settings }: Plan): boolean => secondsAt(settings.shutterStops) >= BY_HAND_S
  if (light.firedBy?.kind === 'hand')
    return byHand(plan)
      ? []
      : [
          {
            ...plainly('by-hand', 'miss', { seconds: secondsAt(plan.settings.shutterStops) }),
            remedies: shutterRemedy(plan, light, byHand)
          }
        ]
  // Covered it only triggers: its own light is none.
  if (!light.on) return []
  if (wantsHighSpeedSync(plan, light) && !hearsHighSpeedSync(light))
    return [
      {
        ...plainly('high-speed', 'miss'),
        remedies: shutterRemedy(plan, light, (after) => !isPastSync(after))
      }
    ]
  const found: Trouble[] = []
  const lateS = delaySeconds(plan.lights, light)
  const band = isPastSync(plan) || lateS === 0 ? 0 : lateBand(plan, light)
  if (band > LEAST_BAND)
    found.push({
      ...plainly('late', band > MISSED_BAND ? 'miss' : 'near', { ms: lateS * 1000, band }),
      remedies: shutterRemedy(plan, light, (after) => lateBand(after, light) === 0)
    })
  // Told once of each pair.
  for (const other of plan.lights.slice(0, i)) {
    if (!other.on || other.firedBy === null) continue
    const apartS = Math.abs(lateS - delaySeconds(plan.lights, other))
    const pixels = apartS > 0 ? blurFor(plan, apartS) : 0
    if (pixels > plan.goals.blurPx)
      found.push(plainly('apart', 'near', { ms: apartS * 1000, pixels }, other.id))
  }
  return found
}

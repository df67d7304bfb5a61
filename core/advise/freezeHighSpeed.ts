/**
 * Freezing while a strobe fires in high-speed sync: there the shutter freezes, not the flash. Only
 * a faster shutter helps, or a single flash at sync, which brings the ambient back.
 */
import { shutterLoss } from '../ledger/cells'
import { blurFor, litSeconds } from '../ledger/freeze'
import { isCameraLocked, isLightLocked } from '../plan/controls'
import type { Plan } from '../plan/plan'
import { firedStops, powerMarks } from '../plan/sync'
import { markGiving, outputStops } from '../light/output'
import { marksBetween, marksOf, secondsAt } from '../scales/marks'
import type { FreezeMove } from './freezeMove'

/** The plan under another shutter, every light that is on moved so that it gives what it gave. */
function underShutter(plan: Plan, shutterStops: number): { after: Plan; shortStops: number } {
  const there: Plan = { ...plan, settings: { ...plan.settings, shutterStops } }
  let shortStops = 0
  const lights = plan.lights.map((light, i) => {
    if (!light.on) return light
    const wanted =
      outputStops(light.strobe, firedStops(plan, light)) +
      shutterLoss(plan, light).stops -
      shutterLoss(there, there.lights[i]!).stops
    shortStops = Math.max(shortStops, wanted)
    const { stops } = markGiving(light.strobe, wanted)
    return { ...light, powerStops: Math.max(stops, powerMarks(there, light)[0]!.stops) }
  })
  return { after: { ...there, lights }, shortStops }
}

/**
 * @param index position among `plan.lights` of the light that smears most, in high-speed sync
 * @returns a faster shutter where the camera has one that freezes, and going back to sync
 */
export function highSpeedMoves(plan: Plan, index: number): FreezeMove[] {
  const light = plan.lights[index]!
  const { camera, settings, goals } = plan
  const locked =
    isCameraLocked(plan, 'shutter') ||
    plan.lights.some((each) => each.on && isLightLocked(plan, 'power', each.id))
  const moves: FreezeMove[] = []
  const mark = marksBetween(
    marksOf('shutter', camera.step),
    settings.shutterStops,
    camera.fastestShutterStops
  ).find((each) => blurFor(plan, secondsAt(each.stops)) <= goals.blurPx)
  if (mark) {
    const { after, shortStops } = underShutter(plan, mark.stops)
    const was = shutterLoss(plan, light).stops
    const is = shutterLoss(after, after.lights[index]!).stops
    moves.push({
      kind: 'faster-shutter',
      light: light.id,
      from: settings.shutterStops,
      to: mark.stops,
      after: locked ? null : after,
      blurPx: blurFor(plan, secondsAt(mark.stops)),
      stops: was - is,
      shortStops
    })
  }
  const { after } = underShutter(plan, camera.syncStops)
  const single = after.lights[index]!
  moves.push({
    kind: 'to-sync',
    light: light.id,
    powerStops: single.powerStops,
    after: locked ? null : after,
    blurPx: blurFor(after, litSeconds(after, single)),
    ambientStops: settings.shutterStops - camera.syncStops
  })
  return moves
}

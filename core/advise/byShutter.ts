/**
 * Ambient and strobe at every shutter of the camera, all else as it is: what the Dark stage draws.
 */
import { shutterOf } from '../plan/shutterInUse'
import type { Plan } from '../plan/plan'
import { shutterLoss } from '../ledger/cells'
import { isPastSync, usesHighSpeedSync } from '../plan/sync'
import { visibleLights } from '../ledger/freeze'
import { ledgerOf } from '../ledger/ledger'
import { keyLight } from '../set/places'
import { darkShare } from '../optics/shutter'
import { marksBetween, marksOf, secondsAt } from '../scales/marks'

/**
 * sync: the whole frame sees the flash; highSpeedSync: all strobes fire so; band: part of the frame
 * gets none; leaf: all speeds sync
 */
export type Regime = 'sync' | 'highSpeedSync' | 'band' | 'leaf'

export interface ShutterPoint {
  readonly shutterStops: number
  /** levels, stops; −Infinity where nothing was read */
  readonly subject: number
  readonly background: number
  readonly strobe: number
  readonly regime: Regime
  /** what the shutter takes from the key light, stops ≤ 0 */
  readonly lossStops: number
  /** share of the frame without flash */
  readonly dark: number
}

export function regimeOf(plan: Plan, ledger = ledgerOf(plan)): Regime {
  if (shutterOf(plan).curtain === 'leaf') return 'leaf'
  if (!isPastSync(plan)) return 'sync'
  return visibleLights(plan, ledger).every((light) => usesHighSpeedSync(plan, light))
    ? 'highSpeedSync'
    : 'band'
}

export function byShutter(plan: Plan): ShutterPoint[] {
  const { camera } = plan
  const key = keyLight(plan)
  return marksBetween(
    marksOf('shutter', camera.step),
    camera.slowestShutterStops,
    shutterOf(plan).fastestShutterStops
  ).map(({ stops: shutterStops }) => {
    const there = { ...plan, settings: { ...plan.settings, shutterStops } }
    const ledger = ledgerOf(there)
    const regime = regimeOf(there, ledger)
    return {
      shutterStops,
      regime,
      subject: ledger.ambient.subject!.level,
      background: ledger.ambient.background!.level,
      strobe: ledger.flash.subject!,
      lossStops: shutterLoss(there, key).stops,
      dark: regime === 'band' ? darkShare(secondsAt(shutterStops), secondsAt(camera.syncStops)) : 0
    }
  })
}

export interface HighSpeedPrice {
  /** ambient taken away against staying at sync, stops */
  readonly darker: number
  /** what high-speed sync takes from the key light, stops */
  readonly highSpeed: number
  /** what the same darkness by aperture at sync would take from it: as much as from the ambient */
  readonly byAperture: number
}
/**
 * Going past sync against staying there and closing the aperture by as much.
 * @returns null for a leaf shutter, at or under sync, or when the key light does not fire in
 *   high-speed sync
 */
export function highSpeedAgainstSync(plan: Plan): HighSpeedPrice | null {
  const darker = plan.settings.shutterStops - plan.camera.syncStops
  const key = keyLight(plan)
  if (darker <= 1e-6 || !usesHighSpeedSync(plan, key)) return null
  return { darker, highSpeed: 0 - shutterLoss(plan, key).stops, byAperture: darker }
}

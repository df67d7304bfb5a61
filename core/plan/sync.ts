/** How strobe and shutter meet: high-speed sync, and how long a single flash finds it open. */
import { findSync } from '../optics/shutter'
import { secondsAt } from '../scales/marks'
import type { Light } from './light'
import type { Plan } from './plan'
import { shutterOf } from './shutterInUse'

type Shuttered = Pick<Plan, 'camera' | 'lens' | 'shutterIn' | 'settings'>

/** Faster than sync with a focal-plane shutter. */
export function isPastSync(plan: Shuttered): boolean {
  const { curtain, syncStops } = shutterOf(plan)
  return curtain === 'focal-plane' && plan.settings.shutterStops > syncStops + 1e-6
}

/** Faster than sync with a focal-plane shutter, this strobe in high-speed sync. */
export const usesHighSpeedSync = (plan: Shuttered, light: Pick<Light, 'strobe'>): boolean =>
  isPastSync(plan) &&
  plan.settings.highSpeedSync &&
  plan.camera.highSpeedSync &&
  light.strobe.highSpeedSync

/**
 * Curtain travel as a share of the sync time, where no trial has measured it: the rest is what the
 * body leaves for the flash. Value from memory.
 */
const TRAVEL_SHARE = 0.8
/** A measured travel leaves at least this share of the sync time to the flash. */
const MOST_TRAVEL = 0.97

/** Time the first curtain takes over the frame, s. */
export function curtainTravelS(plan: Pick<Plan, 'camera' | 'syncTrials'>): number {
  const syncS = secondsAt(plan.camera.syncStops)
  const measured = plan.syncTrials.length ? findSync(plan.syncTrials).curtainSeconds : null
  return measured === null ? TRAVEL_SHARE * syncS : Math.min(measured, MOST_TRAVEL * syncS)
}

/**
 * How long a row of the frame stays open after the start of a single flash, s: with a leaf shutter
 * the whole exposure; with curtains, at sync or slower, t − Tc·(1 − y), for the flash starts when
 * the first curtain has arrived; Infinity past sync, where the flash is spread or leaves a band.
 * @param row 0 for the row that opens and closes first, 1 for the last; the middle when left out
 * Source: geometry of two curtains.
 */
export function openAfterFlashS(plan: Shuttered & Pick<Plan, 'syncTrials'>, row = 0.5): number {
  const t = secondsAt(plan.settings.shutterStops)
  if (shutterOf(plan).curtain === 'leaf') return t
  return isPastSync(plan) ? Infinity : t - curtainTravelS(plan) * (1 - row)
}

/** Whether a strobe fires in high-speed sync. */
import type { Light } from './light'
import type { Plan } from './plan'

/** Faster than sync with a focal-plane shutter, this strobe in high-speed sync. */
export const usesHighSpeedSync = (
  plan: Pick<Plan, 'camera' | 'settings'>,
  light: Pick<Light, 'strobe'>
): boolean =>
  plan.camera.curtain === 'focal-plane' &&
  plan.settings.shutterStops > plan.camera.syncStops + 1e-6 &&
  plan.settings.highSpeedSync &&
  plan.camera.highSpeedSync &&
  light.strobe.highSpeedSync

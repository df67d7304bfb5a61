/** The shutter a shoot uses: the body's, or the leaf shutter some lenses bring along. */
import type { Camera } from '../kit/kit'
import type { Plan } from './plan'

export type ShutterInUse = Pick<
  Camera,
  'curtain' | 'syncStops' | 'fastestShutterStops' | 'slowestShutterStops' | 'highSpeedSync'
>

/**
 * Limits of the shutter in use. A lens without one of its own leaves the body's. A leaf shutter
 * syncs at every speed and knows no high-speed sync.
 */
export function shutterOf({
  camera,
  lens,
  shutterIn
}: Pick<Plan, 'camera' | 'lens' | 'shutterIn'>): ShutterInUse {
  if (shutterIn === 'body' || lens.leafFastestStops === null) return camera
  return {
    curtain: 'leaf',
    syncStops: lens.leafFastestStops,
    fastestShutterStops: lens.leafFastestStops,
    slowestShutterStops: camera.slowestShutterStops,
    highSpeedSync: false
  }
}

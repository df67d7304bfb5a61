/** Daylight under water, made of what falls on the surface, as a reading of it would be. */
import { luminanceLoss } from '../medium/depth'
import type { Water } from '../medium/water'
import type { AmbientReading, Plan } from '../plan/plan'

/**
 * @param surfaceEv at ISO 100, as a meter reads it above water
 * @param takenAt null: nobody read it
 */
export const daylightAt = (
  { focus, look }: Pick<Plan, 'focus' | 'look'>,
  water: Water,
  surfaceEv: number,
  takenAt: string | null
): AmbientReading & { readonly value: { readonly kind: 'ev' } } => ({
  value: {
    kind: 'ev',
    ev: Number((surfaceEv + luminanceLoss(water, water.depthM)).toFixed(1))
  },
  limit: 'exact',
  via: 'incident',
  atMagnification: focus.magnification,
  takenAt,
  look
})

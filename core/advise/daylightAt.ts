/** Daylight under water, made of what falls on the surface, as readings of it would be. */
import { luminanceLoss } from '../medium/depth'
import type { Water } from '../medium/water'
import type { AmbientReading, Plan } from '../plan/plan'

/**
 * What faces the lens gets this much less than what faces up, stops. Source: light on upright faces
 * in clear water is about a third of that from above, Jerlov, Marine Optics, 1976 (value from
 * memory).
 */
export const UPRIGHT_STOPS = -1.5

type EvReading = AmbientReading & { readonly value: { readonly kind: 'ev' } }

/**
 * @param surfaceEv at ISO 100, as a meter reads it above water
 * @param takenAt null: nobody read it
 * @returns of the subject's side toward the lens, and of the water behind it, which light from above
 *   goes through
 */
export function daylightAt(
  { focus, look }: Pick<Plan, 'focus' | 'look'>,
  water: Water,
  surfaceEv: number,
  takenAt: string | null
): { readonly subject: EvReading; readonly background: EvReading } {
  const ev = Number((surfaceEv + luminanceLoss(water, water.depthM)).toFixed(1))
  const reading = (stops: number): EvReading => ({
    value: { kind: 'ev', ev: Number((ev + stops).toFixed(1)) },
    limit: 'exact',
    via: 'incident',
    atMagnification: focus.magnification,
    takenAt,
    look
  })
  return { subject: reading(UPRIGHT_STOPS), background: reading(0) }
}

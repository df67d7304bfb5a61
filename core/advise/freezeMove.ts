/** One thing to do to freeze more: what it changes, what it leaves of the blur, what it costs. */
import type { LightId, Plan } from '../plan/plan'

export type FreezeMove =
  /** the light to a lower mark and nearer until the subject has its light again, mm */
  | {
      readonly kind: 'nearer'
      readonly light: LightId
      readonly powerStops: number
      readonly from: number
      readonly to: number
      readonly after: Plan | null
      readonly blurPx: number
    }
  /** as many heads alike, each at that power */
  | {
      readonly kind: 'heads'
      readonly light: LightId
      readonly powerStops: number
      readonly heads: number
      readonly after: null
      readonly blurPx: number
    }
  | {
      readonly kind: 'aperture'
      readonly light: LightId
      readonly powerStops: number
      readonly from: number
      readonly to: number
      readonly after: Plan | null
      readonly blurPx: number
      readonly depthMm: number
    }
  /** stops of ambient to take away until no ghost shows */
  | {
      readonly kind: 'ambient'
      readonly stops: number
      readonly after: null
      readonly ghostPx: number
    }
  /** a voltage-controlled head is quickest at full power, or as its table says */
  | {
      readonly kind: 'other-head'
      readonly light: LightId
      readonly after: null
      readonly blurPx: number
    }
  /** high-speed sync off, shutter at sync, all lights lowered by what it had taken */
  | {
      readonly kind: 'to-sync'
      readonly light: LightId
      readonly powerStops: number
      readonly after: Plan | null
      readonly blurPx: number
      /** ambient that comes back, stops */
      readonly ambientStops: number
    }
  /** high-speed sync kept, a faster shutter does the freezing */
  | {
      readonly kind: 'faster-shutter'
      readonly light: LightId
      readonly from: number
      readonly to: number
      readonly after: Plan | null
      readonly blurPx: number
      /** what it takes from the strobes, stops ≥ 0, and what the weakest of them lacks for it */
      readonly stops: number
      readonly shortStops: number
    }

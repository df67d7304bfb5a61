/** Next moves of a run: what a step of it may ask for, and what is to be done about one light's power. */
import type { DarkMove } from '../advise/darken'
import { rideMove, type RideMove } from '../advise/ride'
import type { Evaluation } from '../ledger/evaluate'
import { isLightLocked } from '../plan/controls'
import { withLight } from '../plan/edit'
import type { Light, LightId, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import type { GoalResult } from '../solve/goals'
import type { Frame } from './frame'
import type { Part } from './part'

export type NextMove =
  /** nothing is taken yet: the set is to stand and the dials are to be set as planned */
  | { readonly kind: 'prepare' }
  | { readonly kind: 'test-flash'; readonly lights: readonly LightId[] }
  | { readonly kind: 'take-black' }
  /** strobes off, to see the daylight alone: where surroundings are wanted and not read yet */
  | { readonly kind: 'take-ambient' }
  | { readonly kind: 'judge'; readonly frame: Frame }
  | { readonly kind: 'darken'; readonly move: DarkMove | null; readonly overStops: number }
  | {
      readonly kind: 'set-power'
      readonly light: LightId
      readonly from: number
      readonly to: number
      readonly after: Plan
      readonly errorStops: number
    }
  | {
      readonly kind: 'no-power-fits'
      /** the end of the dial it runs into, or coarse: the goal lies between two marks */
      readonly why: 'coarse' | 'too-bright' | 'too-dim'
      readonly light: LightId
      readonly missStops: number
    }
  | {
      readonly kind: 'too-much'
      readonly by: 'ambient' | 'others'
      readonly light: LightId
      readonly overStops: number
    }
  | { readonly kind: 'no-light'; readonly light: LightId }
  | { readonly kind: 'power-locked'; readonly light: LightId; readonly wanted: number }
  | { readonly kind: 'take-lit'; readonly lights: readonly LightId[]; readonly alone: boolean }
  /** one light alone with only some of its modifiers on */
  | { readonly kind: 'take-part'; readonly part: Part }
  | { readonly kind: 'all-off' }
  /** another time brings the background to where it is wanted */
  | {
      readonly kind: 'set-shutter'
      readonly from: number
      readonly to: number
      readonly after: Plan
      readonly locked: boolean
    }
  /** the knob the run rides, when it is not the power */
  | { readonly kind: 'ride'; readonly move: RideMove }
  /** everything is lit and judged, and a hard goal is missed nevertheless */
  | { readonly kind: 'goal-missed'; readonly goal: GoalResult; readonly others: number }
  | {
      readonly kind: 'done'
      readonly missStops: number
      /** wishes that are missed */
      readonly wishes: readonly GoalResult[]
    }

/** A goal missed by less reads as kept, and no frame can tell, stops. */
export const UNTOLD = 0.05

/**
 * What to do about one light's power; null when its place comes out as wanted or it has no goal.
 */
export function powerMove(plan: Plan, evaluation: Evaluation, light: Light): NextMove | null {
  const suggestion = evaluation.suggestions[light.id]
  if (!suggestion) return null
  const miss = evaluation.ledger.totals[suggestion.place]! - suggestion.goalStops
  if (Math.abs(miss) <= suggestion.toleranceStops + 1e-9) return null
  const index = plan.lights.indexOf(light)
  if (plan.rides !== 'power' && light === keyLight(plan) && suggestion.place === 'subject') {
    const move = rideMove(plan)
    return move
      ? { kind: 'ride', move }
      : {
          kind: 'no-power-fits',
          why: miss > 0 ? 'too-bright' : 'too-dim',
          light: light.id,
          missStops: miss
        }
  }
  switch (suggestion.state) {
    case 'ambient-alone':
      return { kind: 'too-much', by: 'ambient', light: light.id, overStops: suggestion.missStops }
    case 'others-alone':
      return { kind: 'too-much', by: 'others', light: light.id, overStops: suggestion.missStops }
    case 'no-light':
      return { kind: 'no-light', light: light.id }
    case 'ok':
      break
    default:
      return {
        kind: 'no-power-fits',
        why: suggestion.state,
        light: light.id,
        missStops: suggestion.missStops
      }
  }
  const { mark, errorStops } = suggestion.choice!
  if (isLightLocked(plan, 'power', light.id))
    return { kind: 'power-locked', light: light.id, wanted: mark.stops }
  return {
    kind: 'set-power',
    light: light.id,
    from: light.powerStops,
    to: mark.stops,
    after: withLight(plan, index, { powerStops: mark.stops }),
    errorStops
  }
}

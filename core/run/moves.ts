/** Next moves of a run: what a step of it may ask for, and what is to be done about one light's power. */
import type { DarkMove } from '../advise/darken'
import { rideMove, type RideMove } from '../advise/ride'
import type { Evaluation } from '../ledger/evaluate'
import { correctionFor } from '../ledger/corrections'
import { goalOf, type Suggestion } from '../ledger/suggest'
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
  | {
      readonly kind: 'take-lit'
      readonly lights: readonly LightId[]
      readonly alone: boolean
      /** how sure the eye is of it so far, stops: it is taken to be judged once more */
      readonly unsureStops?: number
    }
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

/** More looks at one light are not asked for: the rest is taste. */
const MOST_LOOKS = 4
/** So many times its ± must a goal be wide for one to be sure of it: five of six times. */
const SURE = 1.4
/** How sure a light is where that is less than its goal is wide, stops; else, or not read: null. */
function unsureStops(plan: Plan, light: Light): number | null {
  const goal = goalOf(plan, light)
  const known = goal && correctionFor(plan, light.id, goal.place)
  return known && SURE * known.uncertaintyStops > goal.toleranceStops
    ? known.uncertaintyStops
    : null
}

/**
 * A light judged by eye alone, taken once more where that is less sure than its goal is wide: two
 * looks know more than one. Null where they do, or were enough.
 */
export function lookAgain(plan: Plan, light: Light, frame: Frame | null): NextMove | null {
  const unsure = unsureStops(plan, light)
  if (unsure === null || frame?.evidence.at(-1)?.kind !== 'judged') return null
  const looks = plan.corrections.filter(
    ({ on, source, method }) => on && source === light.id && method === 'judged'
  ).length
  if (looks >= MOST_LOOKS) return null
  return {
    kind: 'take-lit',
    lights: [light.id],
    alone: plan.lights.filter(({ on }) => on).length > 1,
    unsureStops: unsure
  }
}

/** A goal missed by less reads as kept, and no frame can tell, stops. */
export const UNTOLD = 0.05

/** So much nearer must another mark be to be worth a hand on the dial, stops. */
const WORTH = 0.1
/** Whether a light that is not known well leaves no margin where another mark would. */
const nearerMark = (plan: Plan, light: Light, suggestion: Suggestion, miss: number): boolean =>
  plan.rides === 'power' &&
  suggestion.state === 'ok' &&
  unsureStops(plan, light) !== null &&
  Math.abs(miss) - Math.abs(suggestion.missStops) > WORTH

/**
 * What to do about one light's power; null when its place comes out as wanted or it has no goal.
 */
export function powerMove(plan: Plan, evaluation: Evaluation, light: Light): NextMove | null {
  const suggestion = evaluation.suggestions[light.id]
  if (!suggestion) return null
  const miss = evaluation.ledger.totals[suggestion.place]! - suggestion.goalStops
  if (
    Math.abs(miss) <= suggestion.toleranceStops + 1e-9 &&
    !nearerMark(plan, light, suggestion, miss)
  )
    return null
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

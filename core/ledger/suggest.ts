/**
 * The power to set: what a light must give so that, with everything else, the place it serves comes
 * out as wanted, on the strobe's own dial.
 */
import type { Light, Place, Plan } from '../plan/plan'
import { chooseOnDial, dialLowest, type DialChoice } from '../scales/dial'
import { keyLight } from '../set/places'
import type { Ledger } from './ledger'

export interface Suggestion {
  readonly place: Place
  readonly goalStops: number
  readonly toleranceStops: number
  /**
   * ok: a mark within the tolerance; coarse: the goal lies between two marks of the dial, and the
   * nearest is off by more than the tolerance; too-bright / too-dim: past an end of the dial;
   * ambient-alone / others-alone: without this light there is already more
   * than the goal; no-light: it does not reach the place
   */
  readonly state:
    'ok' | 'coarse' | 'too-bright' | 'too-dim' | 'ambient-alone' | 'others-alone' | 'no-light'
  /**
   * power that would hit the goal exactly, stops below full; null when no power does: nothing
   * reaches the place, or the other light is at the goal already (then the lowest mark adds least)
   */
  readonly wantedStops: number | null
  readonly choice: DialChoice | null
  /** predicted total at the place with the chosen mark, minus the goal; stops */
  readonly missStops: number
}

const SERVES: Record<Light['role'], Place | null> = {
  key: 'subject',
  fill: 'shadow',
  rim: 'top',
  background: 'background',
  other: null
}

export interface Aimed {
  readonly place: Place
  readonly stops: number
  readonly toleranceStops: number
}
/**
 * The place whose level a light sets, by its role, and the goal there. A light without a goal of
 * its own kind has none; the key light serves the subject.
 */
export function goalOf(plan: Plan, light: Light): Aimed | null {
  const place = keyLight(plan) === light ? 'subject' : SERVES[light.role]
  if (place === null) return null
  if (place === 'subject')
    return { place, stops: plan.goals.subjectStops, toleranceStops: plan.goals.toleranceStops }
  const goal = plan.goals.places.find((each) => each.place === place && each.kind === 'about')
  return goal ? { place, stops: goal.stops, toleranceStops: goal.toleranceStops } : null
}

const noPower = (aimed: Aimed, state: Suggestion['state'], missStops: number): Suggestion => ({
  place: aimed.place,
  goalStops: aimed.stops,
  toleranceStops: aimed.toleranceStops,
  state,
  wantedStops: null,
  choice: null,
  missStops
})

/** @returns null when the light has no goal to serve, or its place is not there */
export function suggestFrom(plan: Plan, ledger: Ledger, light: Light): Suggestion | null {
  const aimed = goalOf(plan, light)
  if (!aimed || !(aimed.place in ledger.totals)) return null
  const { place, stops: goal, toleranceStops } = aimed
  let own = -Infinity
  let others = 0
  for (const row of ledger.rows) {
    const level = row.cells[place]!.level
    if (row.source === light.id) own = level
    else others += 2 ** level
  }
  const ambient = ledger.ambient[place]!.level
  if (ambient >= goal + toleranceStops) return noPower(aimed, 'ambient-alone', ambient - goal)
  if (Math.log2(others) >= goal + toleranceStops)
    return noPower(aimed, 'others-alone', Math.log2(others) - goal)
  if (own === -Infinity) return noPower(aimed, 'no-light', -Infinity)
  const room = 2 ** goal - others
  const { dial } = light.strobe
  // The rest inside the tolerance but at the goal: any further light only adds, so the lowest mark
  // is the best.
  const wantedStops = room > 0 ? light.powerStops + Math.log2(room) - own : null
  const choice = chooseOnDial(dial, wantedStops ?? dialLowest(dial))
  const missStops = Math.log2(others + 2 ** (own - light.powerStops + choice.mark.stops)) - goal
  const inside = Math.abs(missStops) <= toleranceStops + 1e-9
  const state = inside
    ? 'ok'
    : choice.beyondStops > 0
      ? 'too-dim'
      : choice.beyondStops < 0 || wantedStops === null
        ? 'too-bright'
        : 'coarse'
  return { place, goalStops: goal, toleranceStops, state, wantedStops, choice, missStops }
}

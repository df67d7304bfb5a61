/**
 * The power to set: what a light must give so that, with everything else, the place it serves comes
 * out as wanted, on the strobe's own dial.
 */
import type { Light, Place, Plan } from '../plan/plan'
import { chooseOnDial, dialLowest, dialMarks, type Dial, type DialChoice } from '../scales/dial'
import type { Mark } from '../scales/marks'
import { keyLight } from '../set/places'
import { shutterLoss } from './cells'
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
 * The place whose level a light sets, its own or by its role, and the goal there. A light without a goal of
 * its own kind has none; the key light serves the subject.
 */
export function goalOf(plan: Plan, light: Light): Aimed | null {
  const place = light.serves ?? (keyLight(plan) === light ? 'subject' : SERVES[light.role])
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

/**
 * What a light gives at its place at a power, stops: as much more as the power, less what the
 * shutter cuts off its longer flash.
 */
function givenAt(plan: Plan, light: Light, own: number): (powerStops: number) => number {
  const lost = (powerStops: number): number => shutterLoss(plan, { ...light, powerStops }).stops
  const uncut = lost(0) === lost(light.powerStops)
  const now = own - light.powerStops - lost(light.powerStops)
  return uncut
    ? (powerStops) => own - light.powerStops + powerStops
    : (powerStops) => now + powerStops + lost(powerStops)
}

/**
 * The power that gives a level, stops below full; past an end of the dial by as much as the level
 * is.
 */
function powerFor(
  gives: (powerStops: number) => number,
  level: number,
  lowestStops: number
): number {
  let [low, high] = [lowestStops, 0]
  if (level >= gives(high)) return level - gives(high)
  if (level <= gives(low)) return low + level - gives(low)
  for (let i = 0; i < 50 && high - low > 1e-12; i++) {
    const middle = (low + high) / 2
    if (gives(middle) < level) low = middle
    else high = middle
  }
  return high
}

/** The mark whose light is nearest to that of a wanted power. */
function nearestGiving(
  dial: Dial,
  gives: (powerStops: number) => number,
  wantedStops: number
): DialChoice {
  const choice = chooseOnDial(dial, wantedStops)
  if (choice.beyondStops !== 0) return choice
  const wanted = gives(wantedStops)
  const off = (mark: Mark): number => Math.abs(gives(mark.stops) - wanted)
  const mark = dialMarks(dial)
    .filter((each) => Math.abs(each.stops - choice.mark.stops) < 2.5)
    .reduce((best, each) => (off(each) < off(best) - 1e-9 ? each : best), choice.mark)
  return { ...choice, mark, errorStops: mark.stops - wantedStops }
}

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
  const gives = givenAt(plan, light, own)
  // The rest inside the tolerance but at the goal: any further light only adds, so the lowest mark
  // is the best.
  const wantedStops = room > 0 ? powerFor(gives, Math.log2(room), dialLowest(dial)) : null
  const choice = nearestGiving(dial, gives, wantedStops ?? dialLowest(dial))
  const missStops = Math.log2(others + 2 ** gives(choice.mark.stops)) - goal
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

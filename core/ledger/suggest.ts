/**
 * The power to set: what a light must give so that, with everything else, the place it serves comes
 * out as wanted, on the strobe's own dial.
 */
import type { Light, Place, Plan } from '../plan/plan'
import { chooseAmong, type DialChoice } from '../scales/dial'
import type { Mark } from '../scales/marks'
import { keyLight } from '../set/places'
import { markStops } from '../light/output'
import { cutStops } from '../light/pulse'
import { pulseOf } from '../light/strobe'
import { leastPowerOf, openTimesOf, powerMarks } from '../plan/sync'
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
/** The place whose level a light sets: its own, or that of its role; null for none. */
export const placeServed = (plan: Plan, light: Light): Place | null =>
  light.serves ?? (keyLight(plan) === light ? 'subject' : SERVES[light.role])

/**
 * The place whose level a light sets and the goal there. A light without a goal of
 * its own kind has none; the key light serves the subject.
 */
export function goalOf(plan: Plan, light: Light): Aimed | null {
  const place = placeServed(plan, light)
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
 * What a light gives at a power besides what its dial says, stops: its mark as measured, less what
 * the shutter takes.
 */
type Lost = (powerStops: number) => number

/**
 * In high-speed sync the shutter takes the same at every power it fires at; a single flash gets longer
 * with its power, and the shutter may close on its tail.
 */
function lostBy(plan: Plan, light: Light): Lost {
  const openS = openTimesOf(plan, light).middleS
  const { strobe } = light
  if (openS === Infinity) {
    const { stops } = shutterLoss(plan, light)
    const least = leastPowerOf(plan, light)
    return (powerStops) => {
      const fired = Math.max(powerStops, least)
      return fired - powerStops + markStops(strobe, fired) + stops
    }
  }
  return (powerStops) =>
    markStops(strobe, powerStops) + cutStops(pulseOf(powerStops, strobe), openS)
}

/**
 * The power that gives a level, stops below full; past an end of the dial by as much as the level
 * is.
 * @param base level at full power with nothing lost, stops
 */
function powerFor(level: number, base: number, lost: Lost, lowestStops: number): number {
  const least = lost(lowestStops)
  const plainly = level - base - least
  // Mostly nothing more is cut off there than at the lowest power: then it is as plain as that.
  if (plainly <= lowestStops || (plainly <= 0 && lost(plainly) === least)) return plainly
  const gives = (powerStops: number): number => base + powerStops + lost(powerStops)
  if (level >= gives(0)) return level - gives(0)
  let [low, high] = [lowestStops, 0]
  for (let i = 0; i < 40 && high - low > 1e-10; i++) {
    const middle = (low + high) / 2
    if (gives(middle) < level) low = middle
    else high = middle
  }
  return high
}

/** The mark whose light is nearest to that of a wanted power. */
function nearestGiving(
  marks: readonly Mark[],
  base: number,
  lost: Lost,
  wantedStops: number
): DialChoice {
  const choice = chooseAmong(marks, wantedStops)
  if (choice.beyondStops !== 0) return choice
  const wanted = base + wantedStops + lost(wantedStops)
  const off = (mark: Mark): number => Math.abs(base + mark.stops + lost(mark.stops) - wanted)
  const at = marks.indexOf(choice.mark)
  let mark = choice.mark
  for (const each of [marks[at - 1], marks[at + 1]])
    if (each && off(each) < off(mark) - 1e-9) mark = each
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
  const marks = powerMarks(plan, light)
  const lowest = marks[0]!.stops
  const lost = lostBy(plan, light)
  const base = own - light.powerStops - lost(light.powerStops)
  // The rest inside the tolerance but at the goal: any further light only adds, so the lowest mark
  // is the best.
  const wantedStops = room > 0 ? powerFor(Math.log2(room), base, lost, lowest) : null
  const choice = nearestGiving(marks, base, lost, wantedStops ?? lowest)
  const { stops } = choice.mark
  const missStops = Math.log2(others + 2 ** (base + stops + lost(stops))) - goal
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

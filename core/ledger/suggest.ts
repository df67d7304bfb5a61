/**
 * The power to set: what the strobe must give so that, with the ambient, the subject comes out as wanted,
 * on the strobe's own dial.
 */
import type { Plan } from '../plan/plan'
import { chooseOnDial, type DialChoice } from '../scales/dial'
import { ambientCell, strobeCell } from './cells'
import type { Cell } from './terms'

export interface Suggestion {
  /** ok: a mark within the tolerance; coarse: the dial's steps are too wide; too-bright / too-dim: past an end of the
   * dial; ambient-alone: ambient already gives more than the goal; no-light: the strobe does not reach the subject */
  readonly state: 'ok' | 'coarse' | 'too-bright' | 'too-dim' | 'ambient-alone' | 'no-light'
  /** power that would hit the goal exactly, stops below full; null when no power does */
  readonly wantedStops: number | null
  readonly choice: DialChoice | null
  /** predicted total at the subject with the chosen mark, minus the goal; stops */
  readonly missStops: number
}

export const suggestFromCells = (plan: Plan, ambient: Cell, strobe: Cell): Suggestion => {
  const goal = plan.goals.subjectStops
  const light = plan.lights[0]
  const none = (state: Suggestion['state'], missStops: number): Suggestion => ({ state, wantedStops: null, choice: null, missStops })
  if (ambient.level >= goal + plan.goals.toleranceStops) return none('ambient-alone', ambient.level - goal)
  if (strobe.level === -Infinity) return none('no-light', -Infinity)
  const room = 2 ** goal - 2 ** ambient.level
  // Ambient inside the tolerance but at the goal: any further light only adds, so the lowest mark is the best.
  const wantedStops = room > 0 ? light.powerStops + Math.log2(room) - strobe.level : -99
  const choice = chooseOnDial(light.strobe.dial, wantedStops)
  const level = Math.log2(2 ** ambient.level + 2 ** (strobe.level - light.powerStops + choice.mark.stops))
  const missStops = level - goal
  const inside = Math.abs(missStops) <= plan.goals.toleranceStops + 1e-9
  const state = inside ? 'ok' : choice.beyondStops > 0 ? 'too-dim' : choice.beyondStops < 0 ? 'too-bright' : 'coarse'
  return { state, wantedStops, choice, missStops }
}

export const suggestPower = (plan: Plan): Suggestion =>
  suggestFromCells(plan, ambientCell(plan, 'subject'), strobeCell(plan, 'subject'))

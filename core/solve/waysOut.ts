/**
 * Ways out when no mark of the dial gives the light wanted: lowest power still too bright, full power too dim, or the
 * dial's steps too wide. Each way changes one thing, then sets the best power, and is priced by evaluating the plan again.
 */
import type { Modifier } from '../kit/kit'
import { distanceForStops, distanceStops } from '../light/strobe'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import type { Plan } from '../plan/plan'
import { suggestPower, type Suggestion } from '../ledger/suggest'
import { apertureRange } from './darken'
import { isLocked, priceOf, type Control, type Price } from './price'

export interface WayOut {
  readonly control: Exclude<Control, 'power' | 'pulsed'>
  /** positions in the control's own unit (stops, mm); modifiers by name */
  readonly from: number | string
  readonly to: number | string
  /** the plan with the change made and the best power set */
  readonly after: Plan
  readonly suggestion: Suggestion
  /** solves: the subject comes out right; helps: part of the way */
  readonly solves: boolean
  readonly price: Price
}

/** Nearest and farthest a way out will send the strobe, mm. */
const NEAREST_MM = 30
const FARTHEST_MM = 5000

const finish = (plan: Plan, control: WayOut['control'], from: number | string, to: number | string, changed: Plan): WayOut => {
  const suggestion = suggestPower(changed)
  const after: Plan = suggestion.choice
    ? { ...changed, lights: [{ ...changed.lights[0], powerStops: suggestion.choice.mark.stops }] }
    : changed
  return { control, from, to, after, suggestion, solves: suggestion.state === 'ok', price: priceOf(plan, after) }
}

/**
 * @param plan the plan as it stands
 * @param bag modifiers at hand
 * @returns ways in the order people prefer them (distance, modifier, aperture, ISO, ND), those that solve it first;
 *          empty when a mark on the dial already does it. Locked controls are left alone.
 */
export const waysOut = (plan: Plan, bag: readonly Modifier[] = []): WayOut[] => {
  const now = suggestPower(plan)
  if (now.state === 'ok' || now.state === 'no-light' || now.state === 'ambient-alone') return []
  const excess = now.missStops
  const light = plan.lights[0]
  const { settings, camera } = plan
  const ways: WayOut[] = []
  const add = (control: WayOut['control'], from: number | string, to: number | string, changed: Plan) => {
    if (!isLocked(plan, control) && from !== to) ways.push(finish(plan, control, from, to, changed))
  }
  const withLight = (part: Partial<typeof light>): Plan => ({ ...plan, lights: [{ ...light, ...part }] })
  const withSettings = (part: Partial<typeof settings>): Plan => ({ ...plan, settings: { ...settings, ...part } })

  const distance = Math.round(distanceForStops(distanceStops(light.distanceMm) - excess))
  const reachable = Math.min(FARTHEST_MM, Math.max(NEAREST_MM, distance))
  add('distance', light.distanceMm, reachable, withLight({ distanceMm: reachable }))

  const worn = light.modifier?.lossStops ?? 0
  const candidates: (Modifier | null)[] = [null, ...bag]
  const useful = candidates
    .filter((each) => each?.id !== light.modifier?.id)
    .map((each) => ({ each, gain: worn - (each?.lossStops ?? 0) }))
    .filter(({ gain }) => Math.sign(gain) === -Math.sign(excess) && gain !== 0)
    .sort((a, b) => Math.abs(a.gain + excess) - Math.abs(b.gain + excess))
  for (const { each } of useful.slice(0, 2)) add('modifier', light.modifier?.name ?? '', each?.name ?? '', withLight({ modifier: each }))

  const [widest, narrowest] = apertureRange(plan)
  const apertures = marksBetween(marksOf('aperture', camera.step), widest, narrowest)
  if (apertures.length) {
    const to = nearestMark(apertures, settings.apertureStops + excess).stops
    add('aperture', settings.apertureStops, to, withSettings({ apertureStops: to }))
  }
  const isos = marksBetween(marksOf('iso', camera.step), camera.lowestIsoStops, camera.highestIsoStops)
  if (isos.length) {
    const to = nearestMark(isos, settings.isoStops - excess).stops
    add('iso', settings.isoStops, to, withSettings({ isoStops: to }))
  }
  const nd = Math.min(20, Math.max(0, settings.ndStops + Math.round(excess)))
  add('nd', settings.ndStops, nd, withSettings({ ndStops: nd }))

  return ways
    .filter((way) => Math.abs(way.suggestion.missStops) < Math.abs(excess) - 1e-6)
    .sort((a, b) => Number(b.solves) - Number(a.solves))
}

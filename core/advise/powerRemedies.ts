/**
 * Remedies when no mark of the dial gives the light wanted: lowest power still too bright, full
 * power too dim, the dial's steps too wide, or the power locked. Each changes one thing, then sets
 * the best power there is, and is priced by evaluating the plan again.
 */
import type { Modifier } from '../kit/kit'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { evaluate } from '../ledger/evaluate'
import { sumAt } from '../ledger/ratios'
import type { Suggestion } from '../ledger/suggest'
import type { LightId, Plan } from '../plan/plan'
import { isCameraLocked, isLightLocked, type Control } from '../plan/controls'
import { withLight } from '../plan/edit'
import { apertureRange } from '../plan/lensInUse'
import { fitting } from '../set/fitting'
import { comesIntoFrame } from '../set/inFrame'
import { distanceAtPower } from './distanceAtPower'
import { priceOf, type Price } from './price'

export interface PowerRemedy {
  readonly control: Exclude<Control, 'power' | 'highSpeedSync'>
  /** positions in the control's own unit (stops, mm); modifiers by name */
  readonly from: number | string
  readonly to: number | string
  /** the plan with the change made and the best power set */
  readonly after: Plan
  /** its place after minus its goal, stops */
  readonly missStops: number
  /** solves: the subject comes out right; helps: part of the way */
  readonly solves: boolean
  readonly price: Price
}

const modifierNames = (modifiers: readonly Modifier[]): string =>
  modifiers.map((each) => each.name).join(' + ')

/**
 * The level a light moves its place to: the goal; where the other lights are at it already, halfway
 * between them and what the tolerance allows.
 */
function goalToReach(plan: Plan, now: Standing, id: LightId): number {
  if (!now.full) return now.goalStops
  const { ledger } = evaluate(plan)
  const rest = ledger.rows.map((row) => row.source).filter((source) => source !== id)
  return (sumAt(ledger, now.place, rest) + now.goalStops + now.toleranceStops) / 2
}

function finish(
  plan: Plan,
  index: number,
  control: PowerRemedy['control'],
  from: number | string,
  to: number | string,
  changed: Plan
): PowerRemedy | null {
  const standing = standingOf(changed, index)
  if (!standing) return null
  const after = withLight(changed, index, { powerStops: standing.powerStops })
  return {
    control,
    from,
    to,
    after,
    missStops: standing.missStops,
    solves: Math.abs(standing.missStops) <= standing.toleranceStops + 1e-9,
    price: priceOf(plan, after)
  }
}

/** How a light's place comes out at the best power there is: the present one where it is locked. */
interface Standing extends Pick<
  Suggestion,
  'place' | 'goalStops' | 'toleranceStops' | 'missStops'
> {
  readonly powerStops: number
  /** nothing to do, or nothing that remedies of this light could do */
  readonly settled: boolean
  /** others are at the goal already */
  readonly full: boolean
}
function standingOf(plan: Plan, index: number): Standing | null {
  const light = plan.lights[index]!
  const { suggestions, ledger } = evaluate(plan)
  const suggestion = suggestions[light.id]
  if (!suggestion) return null
  const { place, goalStops, toleranceStops, wantedStops, choice } = suggestion
  const base = { place, goalStops, toleranceStops, full: wantedStops === null }
  if (!isLightLocked(plan, 'power', light.id))
    return {
      ...base,
      missStops: suggestion.missStops,
      powerStops: choice?.mark.stops ?? light.powerStops,
      settled: !['coarse', 'too-bright', 'too-dim'].includes(suggestion.state)
    }
  const missStops = ledger.totals[place]! - goalStops
  return {
    ...base,
    missStops,
    powerStops: light.powerStops,
    settled: choice === null || Math.abs(missStops) <= toleranceStops + 1e-9
  }
}

/**
 * Remedies for a light no mark of whose dial will do.
 * @param plan the plan as it stands
 * @param index the light whose dial has run out
 * @param bag modifiers at hand
 * @returns remedies in the order people prefer them (distance, modifier, aperture, ISO, ND),
 *   those that solve it first; empty when a mark on the dial already does it. Locked controls are
 *   left alone.
 */
export function powerRemedies(
  plan: Plan,
  index: number,
  bag: readonly Modifier[] = []
): PowerRemedy[] {
  const light = plan.lights[index]!
  const now = standingOf(plan, index)
  if (!now || now.settled) return []
  const excess = now.missStops
  const { settings, camera } = plan
  const remedies: PowerRemedy[] = []
  const add = (
    control: PowerRemedy['control'],
    from: number | string,
    to: number | string,
    changed: Plan
  ) => {
    const locked =
      control === 'distance' || control === 'modifier'
        ? isLightLocked(plan, control, light.id)
        : isCameraLocked(plan, control)
    if (locked || from === to) return
    const remedy = finish(plan, index, control, from, to, changed)
    if (remedy) remedies.push(remedy)
  }
  const withSettings = (part: Partial<typeof settings>): Plan => ({
    ...plan,
    settings: { ...settings, ...part }
  })
  if (light.mount === 'stand') {
    const to = distanceAtPower(
      plan,
      index,
      now.place,
      goalToReach(plan, now, light.id),
      now.powerStops
    ).distanceMm
    const moved = withLight(plan, index, { at: { ...light.at, distanceMm: to } })
    if (!comesIntoFrame(plan, moved, index)) add('distance', light.at.distanceMm, to, moved)
  }
  // One layer more, or one less, of what is at hand.
  const less = light.modifiers.map((each) => ({
    name: light.modifiers.filter((other) => other !== each),
    gain: each.lossStops
  }))
  const more = fitting(light, bag).map((each) => ({
    name: [...light.modifiers, each],
    gain: -each.lossStops
  }))
  const useful = [...less, ...more]
    .filter(({ gain }) => Math.sign(gain) === -Math.sign(excess) && gain !== 0)
    .sort((a, b) => Math.abs(a.gain + excess) - Math.abs(b.gain + excess))
  for (const { name: modifiers } of useful.slice(0, 2))
    add(
      'modifier',
      modifierNames(light.modifiers),
      modifierNames(modifiers),
      withLight(plan, index, { modifiers })
    )
  const [widest, narrowest] = apertureRange(plan)
  const apertures = marksBetween(marksOf('aperture', camera.step), widest, narrowest)
  if (apertures.length) {
    const to = nearestMark(apertures, settings.apertureStops + excess).stops
    add('aperture', settings.apertureStops, to, withSettings({ apertureStops: to }))
  }
  const isos = marksBetween(
    marksOf('iso', camera.step),
    camera.lowestIsoStops,
    camera.highestIsoStops
  )
  if (isos.length) {
    const to = nearestMark(isos, settings.isoStops - excess).stops
    add('iso', settings.isoStops, to, withSettings({ isoStops: to }))
  }
  const nd = Math.min(20, Math.max(0, settings.ndStops + Math.round(excess)))
  add('nd', settings.ndStops, nd, withSettings({ ndStops: nd }))

  return remedies
    .filter((remedy) => Math.abs(remedy.missStops) < Math.abs(excess) - 1e-6)
    .sort((a, b) => Number(b.solves) - Number(a.solves))
}

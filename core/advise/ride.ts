/**
 * Landing the subject with another knob than the key light's power: the aperture, the ISO or the
 * distance of the key light, the powers kept.
 */
import { evaluate } from '../ledger/evaluate'
import { ledgerOf } from '../ledger/ledger'
import { isCameraLocked, isLightLocked } from '../plan/controls'
import { withLight } from '../plan/edit'
import { apertureRange } from '../plan/lensInUse'
import type { Plan, Ride } from '../plan/plan'
import { marksBetween, marksOf } from '../scales/marks'
import { keyLight } from '../set/places'
import { distanceAtPower } from './distanceAtPower'
import { priceOf, type Price } from './price'
import { comesIntoFrame } from '../set/inFrame'

export interface RideMove {
  readonly control: Exclude<Ride, 'power'>
  /** stops, or mm for a distance */
  readonly from: number
  readonly to: number
  readonly after: Plan
  /** subject after minus its goal, stops */
  readonly missStops: number
  readonly price: Price
  readonly locked: boolean
}

const missOf = (plan: Plan): number => ledgerOf(plan).totals.subject! - plan.goals.subjectStops

function byMarks(plan: Plan, axis: 'aperture' | 'iso'): Plan {
  const [from, to] =
    axis === 'aperture'
      ? apertureRange(plan)
      : [plan.camera.lowestIsoStops, plan.camera.highestIsoStops]
  const at = (stops: number): Plan => ({
    ...plan,
    settings: { ...plan.settings, [`${axis}Stops`]: stops }
  })
  return marksBetween(marksOf(axis, plan.camera.step), from, to)
    .map((mark) => at(mark.stops))
    .reduce(
      (best, each) => (Math.abs(missOf(each)) < Math.abs(missOf(best)) - 1e-9 ? each : best),
      plan
    )
}

function byDistance(plan: Plan): Plan {
  const light = keyLight(plan)
  if (light.mount === 'lens') return plan
  const index = plan.lights.indexOf(light)
  const { distanceMm } = distanceAtPower(
    plan,
    index,
    'subject',
    plan.goals.subjectStops,
    light.powerStops
  )
  const moved = withLight(plan, index, { at: { ...light.at, distanceMm } })
  return comesIntoFrame(plan, moved, index) ? plan : moved
}

/**
 * The one change that lands the subject best by the knob of the plan.
 * @returns null when it rides the power, or nothing else is better than what is set
 */
export function rideMove(plan: Plan): RideMove | null {
  const { rides } = plan
  if (rides === 'power') return null
  const after = rides === 'distance' ? byDistance(plan) : byMarks(plan, rides)
  const of = (each: Plan): number =>
    rides === 'distance' ? keyLight(each).at.distanceMm : each.settings[`${rides}Stops`]
  if (Math.abs(missOf(after)) > Math.abs(missOf(plan)) - 1e-6) return null
  return {
    control: rides,
    from: of(plan),
    to: of(after),
    after,
    missStops: missOf(after),
    price: priceOf(plan, after, evaluate(plan), evaluate(after)),
    locked:
      rides === 'distance'
        ? isLightLocked(plan, 'distance', keyLight(plan).id)
        : isCameraLocked(plan, rides)
  }
}

/** Freezing with a single flash: what makes it shorter, and gives its light back. */
import { blurFor, litSeconds } from '../ledger/freeze'
import { ledgerOf } from '../ledger/ledger'
import { isCameraLocked, isLightLocked } from '../plan/controls'
import { withLight } from '../plan/edit'
import { apertureRange, depthOf } from '../plan/lensInUse'
import type { Light, Plan } from '../plan/plan'
import { markGiving, outputStops } from '../light/output'
import { dialMarks } from '../scales/dial'
import { marksBetween, marksOf } from '../scales/marks'
import { distanceAtPower } from './distanceAtPower'
import type { FreezeMove } from './freezeMove'
import { comesIntoFrame } from '../set/inFrame'

/** A place counts as having its light again within this, stops. */
const SAME_LIGHT = 0.1

/** A lower mark nearer, or null where the head cannot come near enough. */
function nearer(plan: Plan, index: number, powerStops: number, blurPx: number): FreezeMove | null {
  const light = plan.lights[index]!
  if (light.mount === 'lens') return null
  const { subject } = ledgerOf(plan).totals
  const to = distanceAtPower(plan, index, 'subject', subject!, powerStops)
  if (Math.abs(to.missStops) > SAME_LIGHT) return null
  const after = withLight(plan, index, {
    powerStops,
    at: { ...light.at, distanceMm: to.distanceMm }
  })
  if (comesIntoFrame(plan, after, index)) return null
  const locked = isLightLocked(plan, 'distance', light.id) || isLightLocked(plan, 'power', light.id)
  return {
    kind: 'nearer',
    light: light.id,
    powerStops,
    from: light.at.distanceMm,
    to: to.distanceMm,
    after: locked ? null : after,
    blurPx
  }
}

/** Every light falls with the aperture, or the others would be too bright. */
function wider(
  plan: Plan,
  light: Light,
  stops: number,
  blurAt: (powerStops: number) => number
): FreezeMove | null {
  const { settings, camera } = plan
  const [widest, narrowest] = apertureRange(plan)
  const mark = marksBetween(marksOf('aperture', camera.step), widest, narrowest)
    .filter((each) => each.stops <= settings.apertureStops - stops + 1e-6)
    .at(-1)
  if (!mark) return null
  const gained = settings.apertureStops - mark.stops
  const lowered = (each: Light): number =>
    markGiving(each.strobe, outputStops(each.strobe, each.powerStops) - gained).stops
  const after: Plan = {
    ...plan,
    settings: { ...settings, apertureStops: mark.stops },
    lights: plan.lights.map((each) => (each.on ? { ...each, powerStops: lowered(each) } : each))
  }
  const locked =
    isCameraLocked(plan, 'aperture') ||
    plan.lights.some((each) => each.on && isLightLocked(plan, 'power', each.id))
  return {
    kind: 'aperture',
    light: light.id,
    powerStops: lowered(light),
    from: settings.apertureStops,
    to: mark.stops,
    after: locked ? null : after,
    blurPx: blurAt(lowered(light)),
    depthMm: depthOf(after).totalMm
  }
}

/**
 * Moves for a light whose single flash is too long: the highest mark whose flash is short enough,
 * its light given back by distance, by more heads, or by the aperture.
 * @param index the light's position among `plan.lights`
 */
export function flashMoves(plan: Plan, index: number): FreezeMove[] {
  const light = plan.lights[index]!
  const limit = plan.goals.blurPx
  const blurAt = (powerStops: number): number =>
    blurFor(plan, litSeconds(plan, { ...light, powerStops }))
  const marks = dialMarks(light.strobe.dial)
  const fit = marks
    .filter((mark) => mark.stops <= light.powerStops + 1e-9 && blurAt(mark.stops) <= limit)
    .at(-1)
  if (!fit)
    return [
      {
        kind: 'other-head',
        light: light.id,
        after: null,
        blurPx: Math.min(...marks.map((mark) => blurAt(mark.stops)))
      }
    ]
  if (light.powerStops - fit.stops < 1e-9) return []
  const { strobe } = light
  const stops = outputStops(strobe, light.powerStops) - outputStops(strobe, fit.stops)
  return [
    nearer(plan, index, fit.stops, blurAt(fit.stops)),
    {
      kind: 'heads' as const,
      light: light.id,
      powerStops: fit.stops,
      heads: Math.ceil(2 ** stops - 1e-9),
      after: null,
      blurPx: blurAt(fit.stops)
    },
    wider(plan, light, stops, blurAt)
  ].filter((move) => move !== null)
}

/** Which frames still stand for the plan: taken with the same camera settings, set and lights. */
import { levelTo8Bit } from '../ambient/blackScale'
import { BLACK_VALUE } from '../measure/analyse'
import type { Light, LightId, Plan } from '../plan/plan'
import { near, sameKit, sameParts, samePosition } from '../plan/sameLight'
import { shutterOf } from '../plan/shutterInUse'
import { usesHighSpeedSync } from '../plan/sync'
import { litIds, type Frame } from './frame'
import { withPart, type Part } from './part'

const sameTime = ({ settings }: Plan, now: Plan): boolean =>
  near(settings.shutterStops, now.settings.shutterStops)
const sameCameraButTime = ({ settings: a, focus }: Plan, now: Plan): boolean =>
  near(a.apertureStops, now.settings.apertureStops) &&
  near(a.isoStops, now.settings.isoStops) &&
  near(a.ndStops, now.settings.ndStops) &&
  near(focus.magnification, now.focus.magnification)
/** What stands round the subject is where it was. */
const sameSet = (a: Plan, now: Plan): boolean =>
  near(a.background.distanceMm, now.background.distanceMm) &&
  near(a.background.tiltDeg, now.background.tiltDeg) &&
  sameParts(a.cards, now.cards)
const sameStand = (a: Light, now: Light): boolean =>
  samePosition(a.at, now.at) && near(a.rollDeg, now.rollDeg) && sameParts(a.aim, now.aim)
const sameLight = (a: Light, now: Light | undefined): boolean =>
  now !== undefined && near(a.powerStops, now.powerStops) && sameStand(a, now) && sameKit(a, now)
const sameIds = (a: readonly LightId[], b: readonly LightId[]): boolean =>
  a.length === b.length && a.every((id) => b.includes(id))

/** Whether a single flash falls whole within the shutter’s time: then that time is nothing to it. */
const flashIsWhole = (plan: Plan): boolean =>
  plan.settings.shutterStops <= shutterOf(plan).syncStops + 1e-6 &&
  plan.lights.every((light) => !light.on || !usesHighSpeedSync(plan, light))

/** Every source of ambient light that was known then gives what it gives now. */
const sameAmbient = ({ ambient: a }: Plan, { ambient: now }: Plan): boolean =>
  a.sources.every(({ id, state, shadeStops }) => {
    const is = now.sources.find((each) => each.id === id)
    return !is || (is.state === state && (state !== 'shaded' || near(is.shadeStops, shadeStops)))
  })

/** Somebody looked, or the file shows by itself that 99 % of the picture is as black as wanted. */
export const isSeen = (frame: Frame, backgroundStops: number): boolean =>
  frame.evidence.length > 0 ||
  (frame.analysis !== null &&
    frame.analysis.percentiles.p99 <= Math.max(BLACK_VALUE, levelTo8Bit(backgroundStops)))

/** The newest black frame that stands for the plan. */
export const blackFrame = (plan: Plan, frames: readonly Frame[]): Frame | null =>
  frames.findLast(
    ({ kind, plan: then }) =>
      kind === 'black' &&
      sameTime(then, plan) &&
      sameCameraButTime(then, plan) &&
      sameAmbient(then, plan) &&
      sameSet(then, plan)
  ) ?? null

/**
 * The newest lit frame that stands for the plan with these lights.
 * @param anyTime its shutter may have been another, as long as each flash fell whole within both
 */
export const litFrame = (
  plan: Plan,
  frames: readonly Frame[],
  ids: readonly LightId[],
  anyTime: boolean
): Frame | null =>
  frames.findLast(
    ({ kind, plan: then }) =>
      kind === 'lit' &&
      (sameTime(then, plan) || (anyTime && flashIsWhole(then) && flashIsWhole(plan))) &&
      sameCameraButTime(then, plan) &&
      sameSet(then, plan) &&
      then.settings.highSpeedSync === plan.settings.highSpeedSync &&
      sameIds(litIds({ plan: then }), ids) &&
      then.lights.every(
        (light) =>
          !light.on ||
          sameLight(
            light,
            plan.lights.find((each) => each.id === light.id)
          )
      )
  ) ?? null

/** The newest frame of a light with only some of its modifiers on, at whatever power. */
export function partFrame(plan: Plan, frames: readonly Frame[], part: Part): Frame | null {
  const meant = withPart(plan, part)
  const light = meant.lights.find(({ id }) => id === part.light)!
  return (
    frames.findLast(({ kind, plan: then }) => {
      const [fired, ...others] = then.lights.filter(({ on }) => on)
      return (
        kind === 'lit' &&
        others.length === 0 &&
        fired?.id === part.light &&
        sameStand(fired, light) &&
        sameKit(fired, light) &&
        sameCameraButTime(then, plan) &&
        sameSet(then, plan)
      )
    }) ?? null
  )
}

/**
 * The next thing to do, one change at a time, worked out from the plan and the frames alone:
 * nothing else is remembered, so leaving and coming back loses nothing.
 */
import { levelTo8Bit } from '../ambient/blackScale'
import { BLACK_VALUE } from '../measure/analyse'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import type { Light, LightId, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import { darkenMove, type DarkMove } from '../advise/darken'
import { rideMove, type RideMove } from '../advise/ride'
import { judgeGoals, type GoalResult } from '../solve/goals'
import { isLightLocked } from '../plan/controls'
import { withLight } from '../plan/edit'
import { near, sameKit, samePosition, sameParts } from '../plan/sameLight'
import { litIds, type Frame } from './frame'

export type NextMove =
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
  | { readonly kind: 'take-lit'; readonly lights: readonly LightId[]; readonly alone: boolean }
  | { readonly kind: 'all-off' }
  /** the knob the run rides, when it is not the power */
  | { readonly kind: 'ride'; readonly move: RideMove }
  /** everything is lit and judged, and a hard goal is missed nevertheless */
  | { readonly kind: 'goal-missed'; readonly goal: GoalResult; readonly others: number }
  | {
      readonly kind: 'done'
      readonly frame: Frame
      readonly missStops: number
      /** wishes that are missed */
      readonly wishes: readonly GoalResult[]
    }

const sameCamera = ({ settings: a, focus }: Plan, now: Plan): boolean =>
  near(a.apertureStops, now.settings.apertureStops) &&
  near(a.shutterStops, now.settings.shutterStops) &&
  near(a.isoStops, now.settings.isoStops) &&
  near(a.ndStops, now.settings.ndStops) &&
  near(focus.magnification, now.focus.magnification)
/** What stands round the subject is where it was. */
const sameSet = (a: Plan, now: Plan): boolean =>
  near(a.background.distanceMm, now.background.distanceMm) &&
  near(a.background.tiltDeg, now.background.tiltDeg) &&
  sameParts(a.cards, now.cards)
const sameLight = (a: Light, now: Light | undefined): boolean =>
  now !== undefined &&
  near(a.powerStops, now.powerStops) &&
  samePosition(a.at, now.at) &&
  near(a.rollDeg, now.rollDeg) &&
  sameParts(a.aim, now.aim) &&
  sameKit(a, now)
const sameIds = (a: readonly LightId[], b: readonly LightId[]): boolean =>
  a.length === b.length && a.every((id) => b.includes(id))

function latest(frames: readonly Frame[], test: (frame: Frame) => boolean): Frame | null {
  for (let i = frames.length - 1; i >= 0; i--) if (test(frames[i]!)) return frames[i]!
  return null
}

/** A goal missed by less reads as kept, and no frame can tell, stops. */
const UNTOLD = 0.05

/** Somebody looked, or the file shows by itself that 99 % of the picture is as black as wanted. */
const seen = (frame: Frame, backgroundStops: number): boolean =>
  frame.evidence.length > 0 ||
  (frame.analysis !== null &&
    frame.analysis.percentiles.p99 <= Math.max(BLACK_VALUE, levelTo8Bit(backgroundStops)))

/**
 * What to do about one light's power; null when its place comes out as wanted or it has no goal.
 */
function powerMove(plan: Plan, evaluation: Evaluation, light: Light): NextMove | null {
  const suggestion = evaluation.suggestions[light.id]
  if (!suggestion) return null
  const miss = evaluation.ledger.totals[suggestion.place]! - suggestion.goalStops
  if (Math.abs(miss) <= suggestion.toleranceStops + 1e-9) return null
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

/**
 * Whether the run begins with a frame that should come out black: not where surroundings are
 * wanted.
 */
const wantsBlack = (plan: Plan): boolean =>
  plan.look !== 'daylight-fill' && plan.goals.backgroundLeastStops === null

/**
 * What to do about the ambient before any light: the black frame, or where surroundings are wanted
 * a frame of the daylight alone, unless it has been read; null when it stands.
 */
function ambientMove(
  plan: Plan,
  { ledger }: Evaluation,
  frames: readonly Frame[]
): NextMove | null {
  const { backgroundStops } = plan.goals
  const black = latest(
    frames,
    ({ kind, plan: then }) => kind === 'black' && sameCamera(then, plan) && sameSet(then, plan)
  )
  const ambient = ledger.ambient.background!
  const overStops = ambient.level - backgroundStops
  if (overStops > UNTOLD && (ambient.limit !== 'at-most' || black))
    return { kind: 'darken', move: darkenMove(plan), overStops }
  if (wantsBlack(plan)) {
    if (!black) return { kind: 'take-black' }
    return seen(black, backgroundStops) ? null : { kind: 'judge', frame: black }
  }
  if (ambient.state === 'known') return null
  return black && black.evidence.length === 0
    ? { kind: 'judge', frame: black }
    : { kind: 'take-ambient' }
}

/**
 * The order people work in: the black frame; each light alone, the key first, its power corrected;
 * all together; then every goal.
 * @param frames the run so far, oldest first
 */
export function nextMove(plan: Plan, frames: readonly Frame[]): NextMove {
  const evaluation = evaluate(plan)
  const before = ambientMove(plan, evaluation, frames)
  if (before) return before
  const lit = plan.lights.filter((light) => light.on)
  if (lit.length === 0) return { kind: 'all-off' }
  const key = keyLight(plan)
  const order = [
    ...lit.filter((light) => light.id === key.id),
    ...lit.filter((light) => light.id !== key.id)
  ]
  const taken = (ids: readonly LightId[]): Frame | null =>
    latest(
      frames,
      ({ kind, plan: then }) =>
        kind === 'lit' &&
        sameCamera(then, plan) &&
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
    )
  const show = (ids: readonly LightId[], alone: boolean): NextMove | null => {
    const frame = taken(ids)
    if (!frame) return { kind: 'take-lit', lights: ids, alone }
    return frame.evidence.length === 0 ? { kind: 'judge', frame } : null
  }
  for (const light of order) {
    const move = powerMove(plan, evaluation, light)
    if (move) return move
    const alone = order.length > 1 ? show([light.id], true) : null
    if (alone) return alone
  }
  const ids = order.map((light) => light.id)
  const together = show(ids, false)
  if (together) return together
  const missed = judgeGoals(plan, evaluation)
    .filter((goal) => !goal.ok && goal.missStops > UNTOLD)
    .sort((a, b) => b.missStops - a.missStops)
  const hard = missed.filter((goal) => goal.hard)
  if (hard[0]) return { kind: 'goal-missed', goal: hard[0], others: hard.length - 1 }
  return {
    kind: 'done',
    frame: taken(ids)!,
    missStops: evaluation.ledger.totals.subject! - plan.goals.subjectStops,
    wishes: missed
  }
}

/**
 * The next thing to do, one change at a time, worked out from the plan and the frames alone: nothing else is remembered,
 * so leaving and coming back loses nothing.
 */
import { levelTo8Bit } from '../ambient/blackScale'
import type { Modifier } from '../kit/kit'
import { BLACK_VALUE } from '../measure/analyse'
import type { Plan } from '../plan/plan'
import { evaluate } from '../ledger/evaluate'
import { darkenMove, type DarkMove } from '../solve/darken'
import { isLocked } from '../solve/price'
import { waysOut, type WayOut } from '../solve/waysOut'
import type { Frame, Snapshot } from './frame'
import { snapshotOf } from './frame'

export type NextMove =
  | { readonly kind: 'take-black' }
  | { readonly kind: 'judge'; readonly frame: Frame }
  | { readonly kind: 'darken'; readonly move: DarkMove | null; readonly overStops: number }
  | { readonly kind: 'set-power'; readonly from: number; readonly to: number; readonly after: Plan; readonly errorStops: number }
  | { readonly kind: 'way-out'; readonly ways: readonly WayOut[]; readonly missStops: number }
  | { readonly kind: 'ambient-alone'; readonly overStops: number }
  | { readonly kind: 'no-light' }
  | { readonly kind: 'power-locked'; readonly wanted: number }
  | { readonly kind: 'take-lit' }
  | { readonly kind: 'done'; readonly frame: Frame; readonly missStops: number }

const near = (a: number, b: number) => Math.abs(a - b) < 1e-6

const sameCamera = (a: Snapshot, b: Snapshot): boolean =>
  near(a.apertureStops, b.apertureStops) && near(a.shutterStops, b.shutterStops) && near(a.isoStops, b.isoStops) &&
  near(a.ndStops, b.ndStops) && near(a.magnification, b.magnification)

const sameLight = (a: Snapshot, b: Snapshot): boolean =>
  near(a.powerStops, b.powerStops) && near(a.distanceMm, b.distanceMm) && near(a.tiltDeg, b.tiltDeg) &&
  a.strobeId === b.strobeId && a.modifierId === b.modifierId && a.pulsedSync === b.pulsedSync

const latest = (frames: readonly Frame[], test: (frame: Frame) => boolean): Frame | null => {
  for (let i = frames.length - 1; i >= 0; i--) if (test(frames[i]!)) return frames[i]!
  return null
}

/** Somebody looked, or the file shows by itself that 99 % of the picture is as black as wanted. */
const seen = (frame: Frame, groundStops: number): boolean =>
  frame.evidence.length > 0 || (frame.analysis !== null && frame.analysis.percentiles.p99 <= Math.max(BLACK_VALUE, levelTo8Bit(groundStops)))

/**
 * @param frames the run so far, oldest first
 * @param bag modifiers at hand, for ways out
 */
export const nextMove = (plan: Plan, frames: readonly Frame[], bag: readonly Modifier[] = []): NextMove => {
  const now = snapshotOf(plan)
  const { ledger, suggestion } = evaluate(plan)
  const black = latest(frames, (frame) => frame.kind === 'black' && sameCamera(frame.snapshot, now))
  const ambient = ledger.ambient.ground
  if (ambient.level > plan.goals.groundStops + 0.05 && (ambient.bound !== 'at-most' || black))
    return { kind: 'darken', move: darkenMove(plan), overStops: ambient.level - plan.goals.groundStops }
  if (!black) return { kind: 'take-black' }
  if (!seen(black, plan.goals.groundStops)) return { kind: 'judge', frame: black }
  if (suggestion.state === 'ambient-alone') return { kind: 'ambient-alone', overStops: suggestion.missStops }
  if (suggestion.state === 'no-light') return { kind: 'no-light' }
  const miss = ledger.totals.subject - plan.goals.subjectStops
  if (Math.abs(miss) > plan.goals.toleranceStops + 1e-9) {
    if (suggestion.state !== 'ok') return { kind: 'way-out', ways: waysOut(plan, bag), missStops: suggestion.missStops }
    const { mark, errorStops } = suggestion.choice!
    if (isLocked(plan, 'power')) return { kind: 'power-locked', wanted: mark.stops }
    const after: Plan = { ...plan, lights: [{ ...plan.lights[0], powerStops: mark.stops }] }
    return { kind: 'set-power', from: plan.lights[0].powerStops, to: mark.stops, after, errorStops }
  }
  const lit = latest(frames, (frame) => frame.kind === 'lit' && sameCamera(frame.snapshot, now) && sameLight(frame.snapshot, now))
  if (!lit) return { kind: 'take-lit' }
  if (lit.evidence.length === 0) return { kind: 'judge', frame: lit }
  return { kind: 'done', frame: lit, missStops: miss }
}

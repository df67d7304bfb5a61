/** What a run asks about the ambient: before any light, and again when it may have changed. */
import { changeBetween } from '../advise/course'
import { darkenMove } from '../advise/darken'
import type { Evaluation } from '../ledger/evaluate'
import { readingAges } from '../plan/age'
import type { Plan } from '../plan/plan'
import type { Frame } from './frame'
import { courseFor, lightChanges, MINDED } from './lightChange'
import { UNTOLD, type NextMove } from './moves'
import { blackFrame, isSeen } from './standing'

/**
 * Whether the run begins with a frame that should come out black: not where surroundings are
 * wanted.
 */
export const wantsBlack = (plan: Pick<Plan, 'look' | 'goals'>): boolean =>
  plan.look !== 'daylight-fill' && plan.goals.backgroundLeastStops === null

/** The frame without any flash: to be taken, to be judged, or null when it has been. */
function darkFrameMove(plan: Plan, black: Frame | null): NextMove | null {
  const asBlack = wantsBlack(plan)
  if (!black) return { kind: asBlack ? 'take-black' : 'take-ambient' }
  const seen = asBlack ? isSeen(black, plan.goals.backgroundStops) : black.evidence.length > 0
  return seen ? null : { kind: 'judge', frame: black }
}

/**
 * What to do about the ambient before any light: the black frame, or where surroundings are wanted
 * a frame of the daylight alone, unless it has been read; null when it stands.
 * @param anew a frame is wanted whatever was read before
 */
export function ambientMove(
  plan: Plan,
  { ledger }: Evaluation,
  frames: readonly Frame[],
  anew: boolean
): NextMove | null {
  const { backgroundStops } = plan.goals
  const black = blackFrame(plan, frames)
  const ambient = ledger.ambient.background!
  const overStops = ambient.level - backgroundStops
  const stands = black !== null || (!anew && ambient.limit !== 'at-most')
  if (overStops > UNTOLD && stands) return { kind: 'darken', move: darkenMove(plan), overStops }
  if (anew || wantsBlack(plan)) return darkFrameMove(plan, black)
  if (ambient.state === 'known') return null
  return darkFrameMove(plan, black) ?? { kind: 'take-ambient' }
}

const MINUTE_MS = 60_000

/**
 * The black frame, or that of the daylight, once more when the reading has grown old, was made for
 * another look, or the light has changed by its course; null while it need not be taken.
 * @param nowMs ms since 1970
 */
export function recheckMove(plan: Plan, frames: readonly Frame[], nowMs: number): NextMove | null {
  const course = courseFor(plan, frames)
  const changed = course !== null && lightChanges(plan, course, nowMs).length > 0
  if (!changed && readingAges(plan, nowMs).every(({ due }) => due === null)) return null
  const { recheckMinutes } = plan.ambient
  const black = blackFrame(plan, frames)
  const since = black === null ? nowMs : Date.parse(black.takenAt)
  const old =
    (recheckMinutes !== null && nowMs - since > recheckMinutes * MINUTE_MS) ||
    (course !== null && Math.abs(changeBetween(course, since, nowMs) ?? 0) >= MINDED)
  return darkFrameMove(plan, old ? null : black)
}

/**
 * Vapour that stays in the room after each try: it raises the background, which black frames show.
 */
import type { Plan } from '../plan/plan'
import { blackLevels, type BlackLevel } from './blackLevels'
import type { Frame } from './frame'

/** After so many tries a black frame should look for haze; common practice, no source. */
const TRIES = 12
/** A rise of the background by so much is worth airing the room; a third of a stop, practice. */
const RISEN = 1 / 3

export interface Haze {
  /** frames with flash since the last one without */
  readonly tries: number
  /** what black frames show; null where no two of them can be compared */
  readonly rise: {
    /** the background without flash, now against the clearest air, stops */
    readonly stops: number
    readonly uncertaintyStops: number
    /** frames with flash that lie between */
    readonly tries: number
    /** what it would be by now, had it gone on rising by as much light a try */
    readonly nowStops: number
  } | null
  /** air the room, or look whether it is time to; null: neither */
  readonly due: 'air' | 'look' | null
}

const litAfter = (frames: readonly Frame[], black: Frame): number =>
  frames
    .slice(frames.findIndex(({ id }) => id === black.id) + 1)
    .filter(({ kind }) => kind === 'lit').length

/** Since the air was clearest: what was before an airing is over. */
function riseOf(frames: readonly Frame[], levels: readonly BlackLevel[]): Haze['rise'] {
  const [now] = levels
  if (!now || now.limit === 'at-least') return null
  const clear = levels
    .slice(1)
    .filter(({ limit }) => limit !== 'at-least')
    .reduce<BlackLevel | null>(
      (least, each) => (least === null || each.level < least.level ? each : least),
      null
    )
  if (!clear) return null
  const tries = litAfter(frames, clear.frame) - litAfter(frames, now.frame)
  // Nothing showed then, and nothing does now: it has not risen past that.
  if (tries <= 0 || now.limit === 'at-most') return null
  const [was, is] = [2 ** clear.level, 2 ** now.level]
  const more = ((is - was) / tries) * litAfter(frames, now.frame)
  return {
    stops: now.level - clear.level,
    uncertaintyStops: Math.hypot(now.uncertaintyStops, clear.uncertaintyStops),
    tries,
    nowStops: Math.log2(Math.max(was, is + more) / was)
  }
}

/**
 * @param frames of the run, oldest first
 * @returns null where no vapour is photographed
 */
export function hazeOf(plan: Plan, frames: readonly Frame[]): Haze | null {
  if (plan.subject.shape !== 'plume') return null
  const levels = blackLevels(plan, frames, 'background')
  const last = frames.findLast(({ kind }) => kind === 'black')
  const tries = last ? litAfter(frames, last) : frames.filter(({ kind }) => kind === 'lit').length
  const rise = riseOf(frames, levels)
  const risen =
    rise !== null && rise.nowStops >= RISEN && rise.stops > Math.min(RISEN, rise.uncertaintyStops)
  return { tries, rise, due: risen ? 'air' : tries >= TRIES ? 'look' : null }
}

/**
 * Prices: what a change of one control does to everything that matters, found by evaluating the
 * plan again.
 */
import type { Plan } from '../plan/plan'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import { depthOf, markedFNumber } from '../plan/lensInUse'

export interface Price {
  /** change of each level, stops; 0 where a source gives nothing before and after */
  readonly ambientSubject: number
  readonly ambientBackground: number
  readonly strobeSubject: number
  readonly strobeBackground: number
  readonly depthMm: number
  /** marked f-number after minus before; diffraction follows it */
  readonly fNumber: number
}

const change = (after: number, before: number): number =>
  after === before || !Number.isFinite(after - before) ? 0 : after - before

/** What leads from one plan to another costs, in stops, mm and f-numbers. */
export const priceOf = (
  before: Plan,
  after: Plan,
  was: Evaluation = evaluate(before),
  is: Evaluation = evaluate(after)
): Price => ({
  ambientSubject: change(is.ledger.ambient.subject!.level, was.ledger.ambient.subject!.level),
  ambientBackground: change(
    is.ledger.ambient.background!.level,
    was.ledger.ambient.background!.level
  ),
  strobeSubject: change(is.ledger.flash.subject!, was.ledger.flash.subject!),
  strobeBackground: change(is.ledger.flash.background!, was.ledger.flash.background!),
  depthMm: change(depthOf(after).totalMm, depthOf(before).totalMm),
  fNumber: markedFNumber(after) - markedFNumber(before)
})

/** What a frame that is taken now is meant to show. */
import type { LightId, Plan } from '../plan/plan'
import type { Frame } from './frame'
import { nextMove, type NextMove } from './nextMove'

export interface Asked {
  readonly kind: Frame['kind']
  /** the lights that are to fire; undefined: all that are on in the plan */
  readonly fired: readonly LightId[] | undefined
}

/** What the next move asks for; where it asks for no frame, what the step is about. */
export function askedBy(move: NextMove): Asked {
  if (move.kind === 'judge') return { kind: move.frame.kind, fired: undefined }
  const black = ['take-black', 'take-ambient', 'darken'].includes(move.kind)
  return {
    kind: black ? 'black' : 'lit',
    fired: move.kind === 'take-lit' ? move.lights : undefined
  }
}

/** @param frames the run so far, oldest first */
export const askedNow = (plan: Plan, frames: readonly Frame[]): Asked =>
  askedBy(nextMove(plan, frames))

/** A file that says its flash fired is no black frame, whatever was to be taken. */
export const asFileSays = (asked: Asked, flashFired: boolean | null): Asked =>
  asked.kind === 'black' && flashFired ? { kind: 'lit', fired: undefined } : asked

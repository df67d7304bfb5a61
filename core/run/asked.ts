/** What a frame that is taken now is meant to show. */
import { withOnly } from '../plan/edit'
import type { LightId, Plan } from '../plan/plan'
import type { Frame } from './frame'
import type { NextMove } from './moves'
import { partPlan, type Part } from './part'

export interface Asked {
  readonly kind: Frame['kind']
  /** the lights that are to fire; undefined: all that are on in the plan */
  readonly fired: readonly LightId[] | undefined
  /** a light that is to be without some of its modifiers; left out: all are on */
  readonly part?: Part
}

/** What the next move asks for; where it asks for no frame, what the step is about. */
export function askedBy(move: NextMove): Asked {
  if (move.kind === 'judge') return { kind: move.frame.kind, fired: undefined }
  if (move.kind === 'take-part') return { kind: 'lit', fired: [move.part.light], part: move.part }
  const black = ['take-black', 'take-ambient', 'darken'].includes(move.kind)
  return {
    kind: black ? 'black' : 'lit',
    fired: move.kind === 'take-lit' ? move.lights : undefined
  }
}

/** The plan as it stands for such a frame: what fires is on, what is to be off its light is off. */
export function planAsked(plan: Plan, { kind, fired, part }: Asked): Plan {
  if (kind === 'black') return withOnly(plan, [])
  if (part) return partPlan(plan, part)
  return fired ? withOnly(plan, fired) : plan
}

/** A file that says its flash fired is no black frame, whatever was to be taken. */
export const asFileSays = (asked: Asked, flashFired: boolean | null): Asked =>
  asked.kind === 'black' && flashFired ? { kind: 'lit', fired: undefined } : asked

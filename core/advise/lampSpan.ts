/**
 * Which shutter speeds keep every lamp, window or screen that shows in the picture as bright as it is
 * wanted, while the strobes’ light on the subject stays what it is.
 */
import { ownLevel } from '../ledger/ambientSources'
import { ledgerOf } from '../ledger/ledger'
import type { AmbientSourceId, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { usableShutters, withShutter } from './usableShutters'

/** Ambient may add so much to the subject before it counts as touched; common practice, no source. */
export const UNTOUCHED = 0.1

/** −log2 of seconds. */
export interface Span {
  readonly slowestStops: number
  readonly fastestStops: number
}
export interface LampSpan {
  readonly id: AmbientSourceId
  readonly name: string
  /** as it shows at the shutter that is set, stops */
  readonly level: number
  /** speeds at which it shows as wanted; null: none of the camera’s */
  readonly span: Span | null
  /**
   * by how much it is too bright (+) or too dim (−) for the speeds that suit subject and all the
   * other lamps; 0: it suits them too; null: the others suit each other at none
   */
  readonly offStops: number | null
}
export interface LampSpans {
  readonly lamps: readonly LampSpan[]
  /** speeds that leave the subject to the strobes; null: none */
  readonly subject: Span | null
  /** speeds that suit all of them; null: none */
  readonly together: Span | null
}

const spanOf = (marks: readonly number[]): Span | null =>
  marks.length === 0 ? null : { slowestStops: marks[0]!, fastestStops: marks.at(-1)! }

interface Wanted {
  readonly id: AmbientSourceId
  readonly name: string
  readonly level: number
  readonly least: number
  readonly most: number
}

function wantedLamps(plan: Plan): Wanted[] {
  const transport = transportOf(plan)
  return plan.ambient.sources.flatMap((source) => {
    const level = source.wanted && ownLevel(plan, transport, source)
    return source.wanted && level !== null
      ? [
          {
            id: source.id,
            name: source.name,
            level,
            least: source.wanted.leastStops,
            most: source.wanted.mostStops
          }
        ]
      : []
  })
}

/** @returns null where no source that is on, and read, has a brightness that is wanted of it */
export function lampSpans(plan: Plan): LampSpans | null {
  const wanted = wantedLamps(plan)
  if (wanted.length === 0) return null
  const now = plan.settings.shutterStops
  const marks = usableShutters(plan)
  const leaves = (mark: number): boolean => {
    const { totals, flash } = ledgerOf(withShutter(plan, mark))
    return totals.subject! - flash.subject! <= UNTOUCHED
  }
  /** as it would show at another speed */
  const at = ({ level }: Wanted, mark: number): number => level + now - mark
  const suits = (lamp: Wanted, mark: number): boolean =>
    at(lamp, mark) >= lamp.least - 1e-9 && at(lamp, mark) <= lamp.most + 1e-9
  const ofSubject = marks.filter(leaves)
  const offBy = (lamp: Wanted): number | null => {
    const others = ofSubject.filter((mark) =>
      wanted.every((other) => other === lamp || suits(other, mark))
    )
    if (others.length === 0) return null
    return others
      .map((mark) => at(lamp, mark) - Math.min(lamp.most, Math.max(lamp.least, at(lamp, mark))))
      .reduce((best, off) => (Math.abs(off) < Math.abs(best) ? off : best))
  }
  return {
    lamps: wanted.map((lamp) => ({
      id: lamp.id,
      name: lamp.name,
      level: lamp.level,
      span: spanOf(marks.filter((mark) => suits(lamp, mark))),
      offStops: offBy(lamp)
    })),
    subject: spanOf(ofSubject),
    together: spanOf(ofSubject.filter((mark) => wanted.every((lamp) => suits(lamp, mark))))
  }
}

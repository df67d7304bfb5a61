/** What the sum says that a frame shows. */
import { ledgerOf } from '../ledger/ledger'
import type { PatchLevel } from '../measure/patch'
import type { AmbientReading, Place, Plan } from '../plan/plan'
import type { Frame } from './frame'

const byOthers = (reading: AmbientReading | null, frameId: string): AmbientReading | null =>
  reading?.frameId === frameId ? null : reading

/**
 * The set a frame was taken with, with what has been learned since by other frames: its own earlier
 * corrections at the place are what is to be found anew.
 */
export function setOf(frame: Frame, plan: Plan, place: Place): Plan {
  const then = frame.plan
  return {
    ...then,
    // What is known of the meter now, it did then.
    meter: plan.meter ?? then.meter,
    corrections: plan.corrections.filter(
      (each) => each.frameId !== frame.id || each.place !== place
    ),
    ambient: {
      ...then.ambient,
      subject: then.ambient.subject ?? byOthers(plan.ambient.subject, frame.id),
      background: then.ambient.background ?? byOthers(plan.ambient.background, frame.id),
      sources: then.ambient.sources.map((source) => {
        const now = plan.ambient.sources.find(({ id }) => id === source.id)
        const reading = source.reading ?? byOthers(now?.reading ?? null, frame.id)
        return reading === source.reading
          ? source
          : { ...source, reading, readAt: now!.readAt, from: now!.from }
      })
    }
  }
}

/** The same with nothing at all that the frame itself taught. */
export const setBefore = (frame: Frame, plan: Plan): Plan => ({
  ...setOf(frame, plan, ''),
  corrections: plan.corrections.filter(({ frameId }) => frameId !== frame.id)
})

/**
 * The level a frame should show at each place, by the set it was taken with and all that other
 * frames have taught; stops against mid-grey. A place about which nothing is known is left out.
 * @param plan the plan now
 */
export function expectedLevels(frame: Frame, plan: Plan): ReadonlyMap<Place, number> {
  const levels = new Map<Place, number>()
  // What this frame taught at a place must not speak for itself there.
  const taughtAt = new Set(
    plan.corrections.filter(({ frameId }) => frameId === frame.id).map(({ place }) => place)
  )
  const others = ledgerOf(setOf(frame, plan, ''))
  for (const place of others.places) {
    const { totals } = taughtAt.has(place) ? ledgerOf(setOf(frame, plan, place)) : others
    const level = totals[place]!
    if (Number.isFinite(level)) levels.set(place, level)
  }
  return levels
}

export interface Against {
  /** found minus expected, stops */
  readonly offStops: number
  /** whether the reading says nothing against it: within its uncertainty, or a limit that is kept */
  readonly fits: boolean
}

/** How a reading stands to what was expected at its place. */
export function heldAgainst(
  expectedStops: number,
  { level, limit, uncertaintyStops }: Pick<PatchLevel, 'level' | 'limit' | 'uncertaintyStops'>
): Against {
  const offStops = level - expectedStops
  const kept = (limit === 'at-most' && offStops > 0) || (limit === 'at-least' && offStops < 0)
  return { offStops, fits: kept || Math.abs(offStops) <= uncertaintyStops }
}

/** By how much falling light has changed since it was read, by its course. */
import { changeBetween, courseOf, evAt, type Course } from '../advise/course'
import type { AmbientReading, AmbientSourceId, Plan } from '../plan/plan'
import { evOfReading } from '../plan/readingEv'
import { fallingReadings } from './fallingReadings'
import type { Frame } from './frame'

/** Less than this nobody minds, stops; common practice, no source. */
export const MINDED = 0.3

export interface LightChange {
  readonly of: 'background' | AmbientSourceId
  /** stops since it was read, by `since`, ms since 1970 */
  readonly by: number
  readonly since: number
}

/** The course of the light of a plan; null where none falls or rises. */
export const courseFor = (plan: Plan, frames: readonly Frame[]): Course | null =>
  plan.falling && courseOf(plan, plan.falling, fallingReadings(plan, plan.falling, frames))

/** What goes with the course: the background, and every window that is on. */
const readWithTime = ({ ambient }: Plan) =>
  [
    { of: 'background' as const, reading: ambient.background },
    ...ambient.sources
      .filter(({ kind, state }) => kind === 'window' && state !== 'off')
      .map(({ id, reading }) => ({ of: id, reading }))
  ].flatMap(({ of, reading }) =>
    reading?.takenAt ? [{ of, reading, since: Date.parse(reading.takenAt) }] : []
  )

/** What has changed so much that it should be read again. */
export const lightChanges = (plan: Plan, course: Course, nowMs: number): LightChange[] =>
  readWithTime(plan).flatMap(({ of, since }) => {
    const by = changeBetween(course, since, nowMs)
    return by !== null && Math.abs(by) >= MINDED ? [{ of, by, since }] : []
  })

/** The plan with what the course says now in place of what was read of what has changed. */
export function asByCourse(plan: Plan, course: Course, nowMs: number): Plan {
  const changes = new Map(lightChanges(plan, course, nowMs).map(({ of, by }) => [of, by]))
  const reading = (ev: number, of: AmbientReading | null): AmbientReading => ({
    value: { kind: 'ev', ev: Number(ev.toFixed(2)) },
    limit: 'exact',
    via: of?.via ?? 'lens',
    atMagnification: of?.atMagnification ?? plan.focus.magnification,
    takenAt: new Date(nowMs).toISOString(),
    look: plan.look
  })
  const { background, sources } = plan.ambient
  return {
    ...plan,
    ambient: {
      ...plan.ambient,
      background: changes.has('background') ? reading(evAt(course, nowMs)!, null) : background,
      sources: sources.map((source) => {
        const by = changes.get(source.id)
        return by === undefined
          ? source
          : { ...source, reading: reading(evOfReading(source.reading!) + by, source.reading) }
      })
    }
  }
}

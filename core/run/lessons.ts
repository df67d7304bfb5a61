/** What a frame taught a plan, so that it can be taken out with the frame and put back with it. */
import type { AmbientReading, AmbientSource, Correction, Plan } from '../plan/plan'

export interface Lessons {
  readonly corrections: readonly Correction[]
  readonly subject: AmbientReading | null
  readonly background: AmbientReading | null
  /** sources of ambient light as it read them */
  readonly sources: readonly Pick<AmbientSource, 'id' | 'reading' | 'readAt'>[]
}

export function lessonsOf(plan: Plan, frameId: string): Lessons {
  const own = (reading: AmbientReading | null) => (reading?.frameId === frameId ? reading : null)
  return {
    corrections: plan.corrections.filter((each) => each.frameId === frameId),
    subject: own(plan.ambient.subject),
    background: own(plan.ambient.background),
    sources: plan.ambient.sources
      .filter(({ reading }) => own(reading) !== null)
      .map(({ id, reading, readAt }) => ({ id, reading, readAt }))
  }
}

/**
 * The plan without what a frame taught it.
 * @returns the same plan when it taught nothing
 */
export function withoutLessons(plan: Plan, frameId: string): Plan {
  const { corrections, subject, background, sources } = lessonsOf(plan, frameId)
  if (corrections.length === 0 && !subject && !background && sources.length === 0) return plan
  return {
    ...plan,
    corrections: plan.corrections.filter((each) => each.frameId !== frameId),
    ambient: {
      ...plan.ambient,
      subject: subject ? null : plan.ambient.subject,
      background: background ? null : plan.ambient.background,
      sources: plan.ambient.sources.map((source) =>
        sources.some(({ id }) => id === source.id) ? { ...source, reading: null } : source
      )
    }
  }
}

/** The plan with lessons put back; a reading that stands there by now stays. */
export const withLessons = (plan: Plan, lessons: Lessons): Plan => ({
  ...plan,
  corrections: [
    ...lessons.corrections,
    ...plan.corrections.filter(({ id }) => lessons.corrections.every((each) => each.id !== id))
  ].slice(-500),
  ambient: {
    ...plan.ambient,
    subject: plan.ambient.subject ?? lessons.subject,
    background: plan.ambient.background ?? lessons.background,
    sources: plan.ambient.sources.map((source) => {
      const lesson = lessons.sources.find(({ id }) => id === source.id)
      return lesson && source.reading === null ? { ...source, ...lesson } : source
    })
  }
})

/** Ambient drifts: how old a reading is, and whether it should be taken again. */
import type { Plan, ReadPlace } from './plan'

export interface ReadingAge {
  readonly place: ReadPlace
  /** null when nobody noted when it was read */
  readonly minutes: number | null
  /** why it should be read again; null when it need not */
  readonly due: 'age' | 'look' | null
}

/**
 * @param now milliseconds since 1970
 * @returns one entry for each place that has been read
 */
export const readingAges = (plan: Pick<Plan, 'ambient' | 'look'>, now: number): ReadingAge[] =>
  (['subject', 'background'] as const).flatMap((place) => {
    const reading = plan.ambient[place]
    if (!reading) return []
    const minutes =
      reading.takenAt === null ? null : Math.max(0, (now - Date.parse(reading.takenAt)) / 60000)
    const { recheckMinutes } = plan.ambient
    const old = minutes !== null && recheckMinutes !== null && minutes > recheckMinutes
    return [
      {
        place,
        minutes,
        due: reading.look !== null && reading.look !== plan.look ? 'look' : old ? 'age' : null
      }
    ]
  })

/**
 * The plan after somebody has looked, or says, that the ambient is still as it was read.
 * @param takenAt ISO 8601, UTC
 */
export function stillAsRead<P extends Pick<Plan, 'ambient' | 'look'>>(plan: P, takenAt: string): P {
  const { look } = plan
  const at = Date.parse(takenAt)
  const again = (reading: P['ambient']['subject']): typeof reading =>
    reading && (reading.takenAt === null || Date.parse(reading.takenAt) < at)
      ? { ...reading, takenAt, look }
      : reading
  const { subject, background } = plan.ambient
  const [newSubject, newBackground] = [again(subject), again(background)]
  return newSubject === subject && newBackground === background
    ? plan
    : { ...plan, ambient: { ...plan.ambient, subject: newSubject, background: newBackground } }
}

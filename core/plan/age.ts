/** Ambient drifts: how old a reading is, and whether it should be taken again. */
import {
  READ_PLACES,
  type AmbientReading,
  type AmbientSourceId,
  type Plan,
  type ReadPlace
} from './plan'

export interface ReadingAge {
  readonly place: ReadPlace | AmbientSourceId
  /** null when nobody noted when it was read */
  readonly minutes: number | null
  /** why it should be read again; null when it need not */
  readonly due: 'age' | 'look' | null
}

/** Everything of ambient light that has been read, with where. */
const readingsOf = ({ ambient }: Pick<Plan, 'ambient'>) => [
  ...READ_PLACES.map((place) => ({ place, reading: ambient[place] })),
  ...ambient.sources
    .filter(({ state }) => state !== 'off')
    .map(({ id, reading }) => ({ place: id, reading }))
]

/**
 * @param now milliseconds since 1970
 * @returns one entry for each place, and each source by itself, that has been read
 */
export const readingAges = (plan: Pick<Plan, 'ambient' | 'look'>, now: number): ReadingAge[] =>
  readingsOf(plan).flatMap(({ place, reading }) => {
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
  const isOlder = ({ takenAt: was }: AmbientReading): boolean =>
    was === null || Date.parse(was) < at
  const again = (reading: AmbientReading | null): AmbientReading | null =>
    reading && isOlder(reading) ? { ...reading, takenAt, look } : reading
  const { subject, background, sources } = plan.ambient
  const none = readingsOf(plan).every(({ reading }) => !reading || !isOlder(reading))
  if (none) return plan
  return {
    ...plan,
    ambient: {
      ...plan.ambient,
      subject: again(subject),
      background: again(background),
      sources: sources.map((source) =>
        source.state === 'off' ? source : { ...source, reading: again(source.reading) }
      )
    }
  }
}

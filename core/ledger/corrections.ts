/**
 * Which of the user's readings correct a cell. Those that still fit count together: same strobe,
 * modifiers and way of firing; for light past the subject the same geometry; for ambient the same
 * reading behind it. A strobe's reading on the subject speaks for its output, so it serves every
 * place that has none of its own; one on the background or the lens speaks for the spill there
 * alone. Ambient does not travel, each place has its own light.
 */
import type { AmbientReading, Correction, Geometry, Light, Place, Plan } from '../plan/plan'
import { evOfReading } from '../plan/readingEv'
import { readPlaceOf } from '../plan/readPlace'
import { carries, modifierIdsOf, near, samePosition, sameParts } from '../plan/sameLight'
import { usesHighSpeedSync } from '../plan/sync'
import type { SourceId } from './terms'

const ON_SUBJECT = /^(subject|shadow|top|front|P\d)$/

/** How a light and the background stand, for light that goes past the subject. */
const geometryOf = (plan: Plan, light: Light): Geometry => ({
  at: light.at,
  aim: light.aim,
  rollDeg: light.rollDeg,
  zoomMm: light.zoomMm,
  backgroundMm: plan.background.distanceMm,
  backgroundTiltDeg: plan.background.tiltDeg
})

const stands = (geometry: Geometry, plan: Plan, light: Light): boolean =>
  samePosition(geometry.at, light.at) &&
  near(geometry.rollDeg, light.rollDeg) &&
  geometry.zoomMm === light.zoomMm &&
  near(geometry.backgroundMm, plan.background.distanceMm) &&
  near(geometry.backgroundTiltDeg, plan.background.tiltDeg) &&
  sameParts(geometry.aim, light.aim)

/** What a correction measured with this plan holds for. */
export function heldBy(
  plan: Plan,
  source: SourceId,
  place: Place
): Pick<
  Correction,
  'strobeId' | 'modifierIds' | 'highSpeedSync' | 'geometry' | 'reading' | 'sources'
> {
  const light = plan.lights.find((each) => each.id === source)
  return {
    strobeId: light?.strobe.id ?? null,
    modifierIds: light ? modifierIdsOf(light) : [],
    highSpeedSync: light ? usesHighSpeedSync(plan, light) : null,
    geometry: light && !ON_SUBJECT.test(place) ? geometryOf(plan, light) : null,
    reading: light ? null : plan.ambient[readPlaceOf(place)],
    sources: light ? [] : sourcesOn(plan)
  }
}

/** What sources of ambient light give, as far as a correction of all of it depends on that. */
const sourcesOn = ({ ambient }: Plan): Correction['sources'] =>
  ambient.sources
    .filter(({ state }) => state !== 'off')
    .map(({ id, reading, state, shadeStops }) => ({
      id,
      ev: reading && evOfReading(reading),
      shadeStops: state === 'shaded' ? shadeStops : 0
    }))

const fitsLight = (correction: Correction, plan: Plan, light: Light): boolean =>
  carries(light, correction.strobeId, correction.modifierIds) &&
  (correction.highSpeedSync === null ||
    correction.highSpeedSync === usesHighSpeedSync(plan, light)) &&
  (correction.geometry === null || stands(correction.geometry, plan, light))

function fitsAmbient({ reading, place, sources }: Correction, plan: Plan): boolean {
  const now: AmbientReading | null = plan.ambient[readPlaceOf(place)]
  if (!sameParts(sources, sourcesOn(plan))) return false
  return reading === null || (now !== null && sameParts(reading, now))
}

/** What the readings that count make of a cell together. */
export interface Corrected {
  readonly stops: number
  readonly uncertaintyStops: number
  readonly limit: Correction['limit']
  /** where they were taken */
  readonly place: Place
  /** oldest first */
  readonly from: readonly Correction[]
}

/** A light gives something else from frame to frame, and stands elsewhere by a hair; stops. */
const DRIFT = 0.1
/** Off by more than so many standard deviations: something was changed, what was before is over. */
const ANOTHER = 3

const alone = (reading: Correction): Corrected => ({
  stops: reading.stops,
  uncertaintyStops: reading.uncertaintyStops,
  limit: reading.limit,
  place: reading.place,
  from: [reading]
})

/** Whether a limit says no more than is known already. */
const keeps = ({ stops, limit }: Correction, known: Corrected): boolean =>
  limit === 'at-most' ? known.stops <= stops : known.stops >= stops

/**
 * One more reading. Of two that agree the mean counts, weighed by how sure each is, the older one
 * less; a reading that is far off starts anew, so does the first that is more than a limit.
 * Source: a random walk filtered after Kalman 1960 (from memory); drift: common practice, no source.
 */
function withReading(known: Corrected | null, next: Correction): Corrected {
  if (!known) return alone(next)
  if (next.limit !== 'exact')
    return known.limit === 'exact' && keeps(next, known) ? known : alone(next)
  if (known.limit !== 'exact') return alone(next)
  const before = known.uncertaintyStops ** 2 + DRIFT ** 2
  const own = next.uncertaintyStops ** 2
  const off = next.stops - known.stops
  if (off ** 2 > ANOTHER ** 2 * (before + own)) return alone(next)
  const gain = before / (before + own)
  return {
    stops: known.stops + gain * off,
    uncertaintyStops: Math.sqrt(before * (1 - gain)),
    limit: 'exact',
    place: next.place,
    from: [...known.from, next]
  }
}

/** Where a cell's readings were taken: there, else on the lit side, else at the newest's place. */
function placeOf(fits: readonly Correction[], place: Place): Place {
  if (fits.some((each) => each.place === place)) return place
  return fits.some((each) => each.place === 'subject') ? 'subject' : fits.at(-1)!.place
}

/** @returns null where no reading corrects the cell */
export function correctionFor(plan: Plan, source: SourceId, place: Place): Corrected | null {
  if (plan.corrections.length === 0) return null
  const light = source === 'ambient' ? null : plan.lights.find((each) => each.id === source)
  const fits = plan.corrections.filter(
    (each) =>
      each.on &&
      each.source === source &&
      (each.place === place || (light && ON_SUBJECT.test(each.place))) &&
      (light ? fitsLight(each, plan, light) : fitsAmbient(each, plan))
  )
  if (fits.length === 0) return null
  const from = placeOf(fits, place)
  return fits.reduce<Corrected | null>(
    (known, each) => (each.place === from ? withReading(known, each) : known),
    null
  )
}

/**
 * Which of the user's readings corrects a cell. The newest one that still fits counts: same strobe,
 * modifiers and way of firing; for light past the subject the same geometry; for ambient the same
 * reading behind it. A strobe's reading on the subject speaks for its output, so it serves every
 * place that has none of its own; one on the background or the lens speaks for the spill there
 * alone. Ambient does not travel, each place has its own light.
 */
import type { AmbientReading, Correction, Geometry, Light, Place, Plan } from '../plan/plan'
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
): Pick<Correction, 'strobeId' | 'modifierIds' | 'highSpeedSync' | 'geometry' | 'reading'> {
  const light = plan.lights.find((each) => each.id === source)
  return {
    strobeId: light?.strobe.id ?? null,
    modifierIds: light ? modifierIdsOf(light) : [],
    highSpeedSync: light ? usesHighSpeedSync(plan, light) : null,
    geometry: light && !ON_SUBJECT.test(place) ? geometryOf(plan, light) : null,
    reading: light ? null : plan.ambient[readPlaceOf(place)]
  }
}

const fitsLight = (correction: Correction, plan: Plan, light: Light): boolean =>
  carries(light, correction.strobeId, correction.modifierIds) &&
  (correction.highSpeedSync === null ||
    correction.highSpeedSync === usesHighSpeedSync(plan, light)) &&
  (correction.geometry === null || stands(correction.geometry, plan, light))

function fitsAmbient({ reading, place }: Correction, plan: Plan): boolean {
  const now: AmbientReading | null = plan.ambient[readPlaceOf(place)]
  return reading === null || (now !== null && sameParts(reading, now))
}

export function correctionFor(plan: Plan, source: SourceId, place: Place): Correction | null {
  if (plan.corrections.length === 0) return null
  const light = source === 'ambient' ? null : plan.lights.find((each) => each.id === source)
  let elsewhere: Correction | null = null
  let bySubject = false
  for (let i = plan.corrections.length - 1; i >= 0; i--) {
    const correction = plan.corrections[i]!
    if (!correction.on || correction.source !== source) continue
    const serves = correction.place === place || (light && ON_SUBJECT.test(correction.place))
    if (!serves) continue
    if (!(light ? fitsLight(correction, plan, light) : fitsAmbient(correction, plan))) continue
    if (correction.place === place) return correction
    if (!elsewhere || (correction.place === 'subject' && !bySubject)) {
      elsewhere = correction
      bySubject = correction.place === 'subject'
    }
  }
  return elsewhere
}

/**
 * One source at one place: the list of terms whose sum is its level.
 */
import { evFromLux, exposureValue, surfaceStops } from '../ambient/ev'
import type { AmbientReading, Place, Plan } from '../plan/plan'
import { closeUpLoss } from '../optics/closeup'
import { pulsedLoss } from '../optics/shutter'
import { beamStops, distanceStops, flashDuration, guideStops } from '../light/strobe'
import { secondsAt } from '../scales/marks'
import { correctionFor } from './corrections'
import type { Cell, SourceId, Term, TermKind } from './terms'

const term = (kind: TermKind, stops: number, figures: Record<string, number> = {}): Term => ({ kind, stops, figures })

/** Terms every source shares: the camera's side of the sum. */
const cameraTerms = (plan: Plan): Term[] => {
  const { settings, camera, focus, lens } = plan
  const terms = [term('aperture', -settings.apertureStops, { N: 2 ** (settings.apertureStops / 2) })]
  const loss = closeUpLoss(focus.magnification, lens.pupilRatio)
  terms.push(term('closeUp', camera.showsEffective ? 0 : -loss, { m: focus.magnification, P: lens.pupilRatio }))
  if (settings.isoStops !== 0) terms.push(term('iso', settings.isoStops, { S: 100 * 2 ** settings.isoStops }))
  if (settings.ndStops !== 0) terms.push(term('nd', -settings.ndStops, { ND: settings.ndStops }))
  return terms
}

const surfaceTerm = (plan: Plan, place: Place): Term => {
  const rho = place === 'subject' ? plan.subject.reflectance : plan.ground.reflectance
  return term('surface', surfaceStops(rho), { ρ: rho })
}

const sumOf = (terms: readonly Term[]): number => terms.reduce((sum, each) => sum + each.stops, 0)

/** Adds the user's own reading, if one fits, and closes the sum. */
const close = (plan: Plan, source: SourceId, place: Place, terms: Term[], bound: Cell['bound'] = 'exact'): Cell => {
  const correction = correctionFor(plan, source, place)
  if (correction) terms.push(term('yourReading', correction.stops, { sure: correction.sureStops }))
  const level = sumOf(terms)
  return { source, place, state: level === -Infinity ? 'dark' : 'known', level, bound: correction?.bound ?? bound, terms }
}

/** EV at ISO 100 that a reading stands for. */
export const evOfReading = (reading: AmbientReading): number => {
  const { value } = reading
  if (value.kind === 'camera') return exposureValue(value.apertureStops, value.shutterStops, value.isoStops)
  return value.kind === 'ev' ? value.ev : evFromLux(value.lux)
}

/** Ambient at a place. Unknown until it has been read. */
export const ambientCell = (plan: Plan, place: Place): Cell => {
  const reading = plan.ambient[place]
  if (!reading) return { source: 'ambient', place, state: 'unknown', level: -Infinity, bound: 'exact', terms: [] }
  const terms = [term('reading', evOfReading(reading), { EV: evOfReading(reading) })]
  if (reading.via === 'incident') terms.push(surfaceTerm(plan, place))
  if (reading.via === 'lens' && !plan.camera.showsEffective)
    terms.push(
      term('closeUpAtReading', closeUpLoss(reading.atMagnification, plan.lens.pupilRatio), {
        m: reading.atMagnification,
        P: plan.lens.pupilRatio
      })
    )
  terms.push(term('shutter', -plan.settings.shutterStops, { t: secondsAt(plan.settings.shutterStops) }), ...cameraTerms(plan))
  return close(plan, 'ambient', place, terms, reading.bound)
}

export interface StrobeGeometry {
  readonly distanceMm: number
  /** cosine of the angle of incidence on the surface, which faces the lens */
  readonly cosTilt: number
  /** angle off the beam's axis */
  readonly offAxisRad: number
}

/**
 * Where the strobe stands: `tilt` away from the lens axis at `distance` from the subject, aimed at it. The ground is a
 * sheet square to the lens axis behind the subject; its place is where the axis meets it, the subject's own shadow left out.
 */
export const strobeGeometry = (plan: Plan, place: Place): StrobeGeometry => {
  const { distanceMm, tiltDeg } = plan.lights[0]
  const tilt = (tiltDeg * Math.PI) / 180
  if (place === 'subject') return { distanceMm, cosTilt: Math.cos(tilt), offAxisRad: 0 }
  const across = distanceMm * Math.sin(tilt)
  const along = distanceMm * Math.cos(tilt) + plan.ground.distanceMm
  const toGround = Math.hypot(across, along)
  return { distanceMm: toGround, cosTilt: along / toGround, offAxisRad: Math.max(0, tilt - Math.atan2(across, along)) }
}

const beamTerms = (plan: Plan, offAxisRad: number): Term[] => {
  const { strobe, modifier } = plan.lights[0]
  const spread = modifier?.beam.kind === 'spread' ? modifier.beam.beamDeg : strobe.beamDeg
  const alpha = (offAxisRad * 180) / Math.PI
  const outside = modifier?.beam.kind === 'cut' && alpha > modifier.beam.beamDeg / 2
  const stops = outside ? -Infinity : beamStops(offAxisRad, spread)
  return alpha < 1e-9 ? [] : [term('beam', stops, { α: alpha, beam: outside && modifier?.beam.kind === 'cut' ? modifier.beam.beamDeg : spread })]
}

/** What the shutter takes from the flash: pulsing above sync, or a leaf shutter closing on its tail. */
const shutterTerms = (plan: Plan): Term[] => {
  const { camera, settings } = plan
  const { strobe, powerStops } = plan.lights[0]
  const t = secondsAt(settings.shutterStops)
  if (camera.curtain === 'leaf') {
    const t01 = flashDuration(powerStops, strobe.t01FullS, strobe.quench, strobe.durations)
    const clip = Math.log2(1 - 10 ** (-t / t01))
    return clip < -0.005 ? [term('leafClip', clip, { t, 't0.1': t01 })] : []
  }
  if (!pulses(plan)) return []
  const travel = secondsAt(camera.syncStops)
  return [term('pulsed', -pulsedLoss(t, travel) - strobe.pulsedPenaltyStops, { t, Tc: travel, penalty: strobe.pulsedPenaltyStops })]
}

/** Faster than sync with a focal-plane shutter, the strobe pulsed. */
export const pulses = (plan: Plan): boolean =>
  plan.camera.curtain === 'focal-plane' &&
  plan.settings.shutterStops > plan.camera.syncStops + 1e-6 &&
  plan.settings.pulsedSync &&
  plan.camera.pulsedSync &&
  plan.lights[0].strobe.pulsedSync

/** The strobe at a place. */
export const strobeCell = (plan: Plan, place: Place): Cell => {
  const { strobe, modifier, powerStops } = plan.lights[0]
  const at = strobeGeometry(plan, place)
  const terms = [
    term('output', guideStops(strobe.guideNumberM), { GN: strobe.guideNumberM }),
    term('power', powerStops, { p: 2 ** powerStops }),
    term('distance', distanceStops(at.distanceMm), { d: at.distanceMm / 1000 })
  ]
  if (at.cosTilt < 1 - 1e-9) terms.push(term('tilt', Math.log2(at.cosTilt), { θ: (Math.acos(at.cosTilt) * 180) / Math.PI }))
  terms.push(...beamTerms(plan, at.offAxisRad))
  if (modifier && modifier.lossStops !== 0) terms.push(term('modifier', -modifier.lossStops, { loss: modifier.lossStops }))
  terms.push(surfaceTerm(plan, place), ...cameraTerms(plan), ...shutterTerms(plan))
  return close(plan, 'A', place, terms)
}

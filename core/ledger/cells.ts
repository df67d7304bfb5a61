/**
 * One source at one place as a level. The figures are those of the terms (cellTerms.ts), added up
 * without building the list.
 */
import { shutterOf } from '../plan/shutterInUse'
import { surfaceStops } from '../ambient/ev'
import { highSpeedPenalty, outputStops } from '../light/output'
import { cutStops } from '../light/pulse'
import { flashDuration, guideStops, pulseOf, WATER_SHARE } from '../light/strobe'
import { highSpeedSyncLoss } from '../optics/shutter'
import {
  READ_PLACES,
  type AmbientReading,
  type Light,
  type Place,
  type Plan,
  type ReadPlace
} from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { closeUpLossOf } from '../plan/lensInUse'
import { evOfReading, meterConstantStops } from '../plan/readingEv'
import { readPlaceOf } from '../plan/readPlace'
import { firedStops, openTimesOf, usesHighSpeedSync } from '../plan/sync'
import { zoomOf } from '../plan/zoom'
import { modifiedBy } from '../set/modified'
import type { PlacePoint } from '../set/places'
import { isInVapour } from '../set/vapour'
import { cameraStops } from './cameraStops'
import { correctionFor } from './corrections'
import {
  ambientFilterStops,
  lightFilterStops,
  sourceHueStops,
  sourceWaterStops
} from './sourceColours'
import type { Cell } from './terms'
import { passedBack, passedDown, then } from './water'

/**
 * What the surface adds to an ambient reading at a place: all of it for light falling in, the
 * difference for light sent back.
 */
export function ambientSurfaceStops(
  plan: Plan,
  place: PlacePoint,
  reading: AmbientReading
): number {
  if (reading.via === 'incident') return surfaceStops(place.reflectance)
  // Vapour was read as it is, and so was the subject.
  const asRead = place.id === 'subject' && place.on === 'subject'
  if (isInVapour(plan, place.on) || place.seen || asRead) return 0
  const own =
    readPlaceOf(place.id) === 'background' ? plan.background.reflectance : plan.subject.reflectance
  return place.reflectance === own ? 0 : Math.log2(place.reflectance / own)
}

/**
 * What filters on the lens take of ambient; what colour the surface has in it, and what water takes
 * on its way to the port, where the reading does not hold them already.
 */
export function ambientColourStops(
  plan: Plan,
  place: PlacePoint,
  { via }: AmbientReading
): { readonly filter: number; readonly hue: number; readonly water: number } {
  const at = readPlaceOf(place.id)
  const filter = ambientFilterStops(plan, at)
  if (via !== 'incident') return { filter, hue: 0, water: 0 }
  const source = plan.ambient.colour[at]
  const [down, back] = [passedDown(plan), passedBack(plan, place.at)]
  const whole = then(down, back)
  return {
    filter,
    // What shows by way of something else is worked out from what stands there.
    hue: place.seen ? 0 : sourceHueStops(plan, source, place, whole),
    // It was read down there: only the way back is lost besides.
    water: sourceWaterStops(plan, source, whole) - sourceWaterStops(plan, source, down)
  }
}

/**
 * Whether what shows at a place is worked out from what stands behind: it is seen by way of something
 * else, and was not itself read.
 */
export const showsOther = (place: PlacePoint, reading: AmbientReading | null): boolean =>
  place.seenAmbient !== undefined &&
  (!reading || reading.via === 'incident' || place.on !== 'subject')

/** The ambient light that was read together, at a place. Unknown until it has been read. */
export function restCell(plan: Plan, place: PlacePoint): Cell {
  const cell = { source: 'rest', place: place.id } as const
  const reading = plan.ambient[readPlaceOf(place.id)]
  if (showsOther(place, reading)) return seenThrough(plan, place.id, place.seenAmbient!)
  if (!reading) return { ...cell, state: 'unknown', level: -Infinity, limit: 'exact' }
  const atReading =
    reading.via === 'lens' && !plan.camera.showsEffective
      ? closeUpLossOf(plan, reading.atMagnification)
      : 0
  const { filter, hue, water } = ambientColourStops(plan, place, reading)
  const level =
    evOfReading(reading) +
    filter +
    hue +
    water +
    meterConstantStops(reading) +
    ambientSurfaceStops(plan, place, reading) +
    (place.gradientStops ?? 0) +
    atReading -
    plan.ambient.shadeStops -
    plan.settings.shutterStops +
    cameraStops(plan)
  return { ...cell, state: 'known', level, limit: reading.limit }
}

/** An 18 % card at a place, for what is read there. */
const card = (id: ReadPlace): PlacePoint => ({
  id,
  at: [0, 0, 0],
  normal: null,
  reflectance: 0.18,
  on: 'free'
})

/** What shows through something clear: the surroundings as they were read, by how much of each. */
function seenThrough(
  plan: Plan,
  place: Place,
  shows: NonNullable<PlacePoint['seenAmbient']>
): Cell {
  const parts = READ_PLACES.filter((at) => shows[at] > 0).map((at) => ({
    ...restCell(plan, card(at)),
    share: shows[at]
  }))
  const known = parts.filter(({ state }) => state === 'known')
  const light = known.reduce((sum, { level, share }) => sum + share * 2 ** level, 0)
  return {
    source: 'rest',
    place,
    state: known.length > 0 ? 'known' : 'unknown',
    level: known.length > 0 ? Math.log2(light) : -Infinity,
    limit: known.length < parts.length ? 'at-least' : (known[0]?.limit ?? 'exact')
  }
}

/** With what frames have taught of ambient light there. */
const close = (plan: Plan, cell: Cell): Cell => {
  const correction = cell.state === 'known' ? correctionFor(plan, 'ambient', cell.place) : null
  return correction
    ? { ...cell, level: cell.level + correction.stops, limit: correction.limit }
    : cell
}

/**
 * All ambient light at a place.
 * @param parts the rest and each source, as they are there; not empty
 */
export function togetherCell(plan: Plan, parts: readonly Cell[]): Cell {
  const known = parts.filter(({ state }) => state === 'known')
  const cell = { ...parts[0]!, source: 'ambient' as const }
  if (known.length === 0) return cell
  const most = known.reduce((best, each) => (each.level > best.level ? each : best))
  const unread = parts.some(({ state }) => state === 'unknown')
  const level =
    known.length === 1
      ? most.level
      : Math.log2(known.reduce((sum, each) => sum + 2 ** each.level, 0))
  return close(plan, { ...cell, state: 'known', level, limit: unread ? 'at-least' : most.limit })
}

/** t0.1 of a light's flash at its power, seconds. */
export const flashSecondsOf = ({ strobe, powerStops }: Light): number =>
  flashDuration(powerStops, strobe)

export interface ShutterLoss {
  readonly kind: 'highSpeedSync' | 'leafClip' | 'curtainClip' | null
  /** in the middle of the frame, stops ≤ 0 */
  readonly stops: number
}
/**
 * What the shutter takes from a flash: high-speed sync spreads it, a leaf shutter or the second
 * curtain closes on its tail.
 */
export function shutterLoss(plan: Plan, light: Light): ShutterLoss {
  if (usesHighSpeedSync(plan, light))
    return {
      kind: 'highSpeedSync',
      stops:
        -highSpeedSyncLoss(
          secondsAt(plan.settings.shutterStops),
          secondsAt(plan.camera.syncStops)
        ) - highSpeedPenalty(light.strobe, plan.settings.shutterStops)
    }
  const stops = cutStops(pulseOf(light.powerStops, light.strobe), openTimesOf(plan, light).middleS)
  if (stops === 0) return { kind: null, stops }
  return { kind: shutterOf(plan).curtain === 'leaf' ? 'leafClip' : 'curtainClip', stops }
}

/**
 * Guide number in what the set stands in, m at ISO 100. What water takes on the way comes on top.
 * @returns that under water where the plan is there; WATER_SHARE of that in air when it is not known,
 *   which is flagged
 */
export function guideNumberOf({ medium }: Pick<Plan, 'medium'>, light: Light): number {
  const { strobe } = light
  const { guideNumberM } = zoomOf(light)
  if (medium.kind === 'air') return guideNumberM
  return strobe.guideNumberWaterM === null
    ? WATER_SHARE * guideNumberM
    : strobe.guideNumberWaterM * (guideNumberM / strobe.guideNumberM)
}

/** Several heads that fire as one, stops above one. */
export const unitsStops = ({ units }: Pick<Light, 'units'>): number => Math.log2(units)

/** Everything of a light's sum that does not depend on the place; stops. */
export const lightStops = (plan: Plan, light: Light): number =>
  guideStops(guideNumberOf(plan, light)) +
  unitsStops(light) +
  outputStops(light.strobe, firedStops(plan, light)) +
  modifiedBy(light).totalStops +
  lightFilterStops(plan, light) +
  cameraStops(plan) +
  shutterLoss(plan, light).stops

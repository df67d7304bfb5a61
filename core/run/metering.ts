/**
 * A flash meter in the set: what it would read at a place, and what a reading says of the light.
 * A meter sees the whole flash whatever the camera's shutter does, and the ambient within its own
 * time. Levels in stops at the camera's settings, readings as f-numbers in stops at the meter's ISO.
 */
import type { Meter, Receptor } from '../kit/meter'
import { waterVeilShare } from '../ledger/lightCell'
import { ledgerOf, type Ledger } from '../ledger/ledger'
import { withOnly } from '../plan/edit'
import { lightFilterStops, lightHueStops, lightWaterStops } from '../ledger/sourceColours'
import { passedOf } from '../ledger/water'
import { hiddenCloseUpLoss } from '../plan/lensInUse'
import type { LightId, Place, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { vapourGain } from '../set/vapour'
import { distance, dot, scale, sub, type Vec } from '../set/vec'

/**
 * How the meter was held and set. surface: flat in the surface at the place, as older logs meant
 * it.
 */
export interface Metering {
  readonly place: Place
  /** lights that fired */
  readonly lights: readonly LightId[]
  readonly isoStops: number
  /** its time, −log2 s; null: no ambient is in the reading */
  readonly shutterStops: number | null
  readonly receptor: Receptor | 'surface'
}

/** What a receptor answers to light from a direction, 0…1. */
function response(receptor: Metering['receptor'], to: Vec, normal: Vec | null, view: Vec): number {
  if (receptor === 'flat') return 1
  // A dome answers by a cardioid; the incident meter's norm (ISO 2720) asks about that.
  if (receptor === 'dome') return (1 + dot(to, view)) / 2
  return normal === null ? 1 : Math.max(0, dot(to, normal))
}

/** The meter in the hand: the plan's, or one set as the camera was. */
export interface HandMeter extends Pick<Meter, 'display' | 'isoStops' | 'receptor'> {
  readonly shutterStops: number
}
/**
 * @param then the plan of the frame it was read for
 * @param meter the plan's; null: tenths, a dome, ISO and time as the camera's
 */
export const handMeter = ({ settings }: Plan, meter: Meter | null): HandMeter =>
  meter ?? {
    display: 'tenths',
    receptor: 'dome',
    isoStops: settings.isoStops,
    shutterStops: settings.shutterStops
  }

/** A light so grazing that its tilt says nothing of what a meter sees. */
const GRAZING = 0.05

/**
 * By how much a receptor reads a light above what the surface at the place gets of it, stops: the
 * surface takes cos θ of it, the receptor what it answers.
 */
function receptorGain(plan: Plan, { place, receptor }: Metering, light: LightId): number {
  const { scene } = transportOf(plan)
  const spot = scene.places.find((each) => each.id === place)!
  const head = scene.heads[plan.lights.findIndex((each) => each.id === light)]!
  const far = Math.max(1e-6, distance(head.at, spot.at))
  const to = scale(sub(head.at, spot.at), 1 / far)
  const surface = spot.normal === null ? 1 : Math.max(GRAZING, dot(to, spot.normal))
  const answer = Math.max(GRAZING, response(receptor, to, spot.normal, scene.pose.toCamera))
  return Math.log2(answer / surface)
}

/** The ledger as a meter sees it: no shutter cuts a flash short for it, no high-speed sync. */
export const ledgerAsMetered = (plan: Plan): Ledger =>
  ledgerOf({
    ...plan,
    settings: { ...plan.settings, shutterStops: plan.camera.slowestShutterStops }
  })

/**
 * Level of a reading at the camera's aperture, ISO and ND, on the surface at the place; what the
 * plan's meter reads too high is taken out.
 */
export function levelOfReading(plan: Plan, metering: Metering, apertureStops: number): number {
  const { settings } = plan
  const taken =
    settings.apertureStops + hiddenCloseUpLoss(plan) - settings.isoStops + settings.ndStops
  const shown = apertureStops - (plan.meter?.offsetStops ?? 0)
  return (
    shown -
    metering.isoStops -
    taken +
    surfaceAt(plan, metering.place) +
    unseenStops(plan, metering)
  )
}

/**
 * What a hand-held meter does not see: filters on the lens, water on the way to the port, what the colour of the surface makes of
 * the light, by what angle vapour turns it, the lit water before it; of the first light that is
 * metered.
 */
function unseenStops(plan: Plan, { place, lights }: Metering): number {
  const light = plan.lights.find(({ id }) => lights.includes(id))
  const transport = transportOf(plan)
  const { scene } = transport
  const j = scene.places.findIndex((each) => each.id === place)
  if (!light || j < 0) return 0
  const i = plan.lights.indexOf(light)
  const passed = passedOf(plan, transport, i, j)
  const out = passedOf(plan, transport, i, j, false)
  return (
    lightFilterStops(plan, light) -
    lightFilterStops({ lensFilters: [] }, light) +
    lightWaterStops(plan, light, passed) -
    lightWaterStops(plan, light, out) +
    lightHueStops(plan, light, scene.places[j]!, passed) +
    Math.log2(vapourGain(plan, scene, i, j)) -
    Math.log2(1 - waterVeilShare(plan, transport, i, j))
  )
}

const surfaceAt = (plan: Plan, place: Place): number => {
  const { scene } = transportOf(plan)
  const j = scene.places.findIndex((each) => each.id === place)
  return j < 0 ? 0 : scene.placeStops[j]!
}

export interface MeteredParts {
  /** each light as the meter sees it, level in stops; only those that reach the place */
  readonly lights: readonly {
    readonly id: LightId
    readonly level: number
    readonly gain: number
  }[]
  /** ambient within the meter's time, level in stops; −Infinity for none or not read */
  readonly ambient: number
}

/**
 * What a meter sees at a place, part by part.
 * @param ledger from `ledgerAsMetered`, of the same plan
 */
export function meteredParts(plan: Plan, metering: Metering, ledger: Ledger): MeteredParts {
  const { place } = metering
  const cell = ledger.ambient[place]
  const ambient =
    metering.shutterStops === null || cell?.state !== 'known'
      ? -Infinity
      : cell.level + plan.camera.slowestShutterStops - metering.shutterStops
  const lights = ledger.rows.flatMap(({ source, cells }) => {
    if (source === 'ambient' || !metering.lights.includes(source)) return []
    const own = cells[place]
    if (own?.state !== 'known') return []
    const gain = receptorGain(plan, metering, source)
    return [{ id: source, level: own.level + gain, gain }]
  })
  return { lights, ambient }
}

/**
 * What the meter should read, f-number in stops at its ISO; null where no light that fired reaches
 * the place.
 */
export function expectedReading(plan: Plan, metering: Metering): number | null {
  const on = withOnly(plan, metering.lights)
  if (!transportOf(on).scene.places.some((each) => each.id === metering.place)) return null
  const { lights, ambient } = meteredParts(on, metering, ledgerAsMetered(on))
  if (lights.length === 0) return null
  const level = Math.log2(lights.reduce((sum, each) => sum + 2 ** each.level, 2 ** ambient))
  return level - levelOfReading(on, metering, 0)
}

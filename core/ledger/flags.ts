/**
 * Figures computed past the range their model holds for. They are shown as such, not quietly used.
 */
import { THICK } from '../light/scatter'
import { shutterOf } from '../plan/shutterInUse'
import type { Plan } from '../plan/plan'
import { firedStops } from '../plan/sync'
import { apertureRange } from '../plan/lensInUse'
import { magnificationsOf } from '../plan/portInUse'
import { modifiedBy } from '../set/modified'
import { transportOf } from '../set/remembered'
import type { Scene } from '../set/scene'
import { isClear } from '../set/seenPlaces'
import type { Vec } from '../set/vec'
import { correctionFor } from './corrections'
import type { Flag } from './terms'

/** Where heads, cards, background and table stand. */
const standing = ({ lights }: Plan, { heads, surfaces }: Scene): Vec[] => [
  ...heads.slice(0, lights.length).map(({ at }) => at),
  ...surfaces.list.map(({ at }) => at)
]
const inRoom = (room: NonNullable<Plan['room']>, [x, y, z]: Vec): boolean =>
  x > -room.leftMm &&
  x < room.widthMm - room.leftMm &&
  y > -room.floorMm &&
  y < room.ceilingMm &&
  z > -room.behindMm &&
  z < room.depthMm - room.behindMm

export function findFlags(plan: Plan): Flag[] {
  const flags: Flag[] = []
  const { camera, settings, focus, subject } = plan
  const lit = plan.lights.filter((light) => light.on)
  // What shows through something clear is in the model.
  const shiny = (finish: string): boolean =>
    finish === 'gloss' || finish === 'metal' || (finish === 'clear' && !isClear(plan))
  if (shiny(subject.finish) || plan.places.some((place) => shiny(place.finish)))
    flags.push('specular')
  const half =
    Math.min(
      subject.widthMm,
      subject.heightMm,
      subject.shape === 'sheet' ? Infinity : subject.depthMm
    ) / 2
  if (
    subject.shape !== 'sheet' &&
    lit.some((light) => light.mount === 'stand' && light.at.distanceMm < half)
  )
    flags.push('light-inside')
  if (lit.some((light) => light.strobe.quench === 'voltage' && light.strobe.durations.length === 0))
    flags.push('duration-assumed')
  if (lit.some((light) => modifiedBy(light).held)) flags.push('modifier-held')
  if (lit.some((light) => firedStops(plan, light) > light.powerStops)) flags.push('fires-stronger')
  if (plan.medium.kind !== 'air') {
    if (lit.some((light) => light.strobe.guideNumberWaterM === null))
      flags.push('water-guide-assumed')
    if (!plan.housing) flags.push('port-assumed')
  } else if (lit.some((light) => light.strobe.guideNumberFromWater)) flags.push('air-guide-assumed')
  if (subject.shape === 'plume' && subject.vapour.opticalDepth > THICK) flags.push('vapour')
  const { scene } = transportOf(plan)
  const { places, heads } = scene
  if (plan.room && standing(plan, scene).some((at) => !inRoom(plan.room!, at)))
    flags.push('outside-room')
  const spot = places[0]!
  if (spot.normal !== null && lit.length === 1) {
    const { at } = heads[plan.lights.indexOf(lit[0]!)]!
    const d = Math.hypot(at[0] - spot.at[0], at[1] - spot.at[1], at[2] - spot.at[2])
    const cosine =
      ((at[0] - spot.at[0]) * spot.normal[0] +
        (at[1] - spot.at[1]) * spot.normal[1] +
        (at[2] - spot.at[2]) * spot.normal[2]) /
      d
    if (cosine < Math.cos((75 * Math.PI) / 180)) flags.push('grazing')
  }
  const [least, most] = magnificationsOf(plan)
  if (focus.magnification > most * 1.0001 || focus.magnification < least * 0.9999)
    flags.push('lens-limit')
  const [widest, narrowest] = apertureRange(plan)
  const outside = (value: number, from: number, to: number) =>
    value < from - 0.2 || value > to + 0.2
  if (
    outside(settings.apertureStops, widest, narrowest) ||
    outside(
      settings.shutterStops,
      camera.slowestShutterStops,
      shutterOf(plan).fastestShutterStops
    ) ||
    outside(settings.isoStops, camera.lowestIsoStops, camera.highestIsoStops)
  )
    flags.push('off-camera-range')
  if (
    plan.corrections.length > 0 &&
    (['ambient', ...lit.map((light) => light.id)] as const).some((source) =>
      (['subject', 'background'] as const).some(
        (place) => (correctionFor(plan, source, place)?.limit ?? 'exact') !== 'exact'
      )
    )
  )
    flags.push('reading-limit')
  return flags
}

/**
 * From where to where the signal of a link goes through the set: its length, what stands in its way,
 * how far off the beam of the flash that is its signal it lies.
 * Source: geometry.
 */
import type { Light, Plan } from '../plan/plan'
import { bodyDepthMm, bodyNameOf } from './bodies'
import type { Scene } from './scene'
import { surfacesOf } from './surface'
import { add, angleDeg, distance, scale, sub, unit, type Vec } from './vec'

export interface LinkSight {
  readonly distanceMm: number
  /** the surface that stands in the way; null: it sees what it must */
  readonly blockedBy: string | null
  /** off the axis of the flash it sees, degrees; 0 from the camera */
  readonly offDeg: number
  /** half the angle of that flash’s beam, to where it has lost a stop; 180 from the camera */
  readonly beamHalfDeg: number
}

/** The shoe over the sensor, over the middle of the lens; common practice, no source. */
const SHOE_MM = 110

/** The back of a head, where its cell or receiver is. */
function cellOf({ heads }: Scene, i: number): Vec {
  const { at, axis, face } = heads[i]!
  return add(at, scale(axis, -bodyDepthMm(face)))
}

/**
 * The way of a signal to a light.
 * @param i index of the light that is told
 * @param of index of the light whose flash tells it; −1: the camera, from its shoe
 */
export function linkSight(plan: Plan, scene: Scene, i: number, of: number): LinkSight {
  const { pose, heads, standing } = scene
  const to = cellOf(scene, i)
  const master = heads[of]
  const from = master?.at ?? add(scale(pose.toCamera, pose.sensorMm), scale(pose.up, SHOE_MM))
  const own: readonly (string | undefined)[] = [plan.lights[i]!.id, plan.lights[of]?.id]
  const blocks = standing.list.find((each) => {
    const body = bodyNameOf(each.id)
    // The shoe stands clear of the camera, and no head hides its own cell.
    if (body !== null && (own.includes(body) || (of < 0 && body === 'camera'))) return false
    return surfacesOf([each]).blocked(...from, ...to)
  })
  return {
    distanceMm: distance(from, to),
    blockedBy: blocks?.id ?? null,
    offDeg: master ? angleDeg(master.axis, unit(sub(to, from))) : 0,
    beamHalfDeg: master ? master.beamDeg / 2 : 180
  }
}

/** Index of a light; −1: none of the plan. */
export const indexOfLight = (plan: Pick<Plan, 'lights'>, id: Light['id'] | null): number =>
  plan.lights.findIndex((light) => light.id === id)

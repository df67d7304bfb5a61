/**
 * What a rig weighs in the water it is in, and which way it tips in the hand.
 * Source: Archimedes; moments of forces about the middle of the housing.
 */
import type { Plan } from '../plan/plan'
import type { RigPart } from '../plan/rig'
import { poseOf } from '../set/camera'
import { lightPoint } from '../set/heads'
import { dot, scale, sub, type Vec } from '../set/vec'

/** g/cm³ at some 20 °C, sea of 35 ‰; values from memory. */
const DENSITY = { fresh: 0.998, sea: 1.025 } as const

/** Less of a moment nobody feels, g·cm: a quarter of a newton at 10 cm; common practice, no source. */
const FELT_GCM = 250

export interface Balance {
  readonly airG: number
  /** + rises, − sinks */
  readonly liftG: number
  /** of all parts about the middle of the housing, g·cm; + right side, front sink */
  readonly rightGcm: number
  readonly frontGcm: number
  /** the side that sinks most; null: it hangs level */
  readonly sinks: 'left' | 'right' | 'front' | 'back' | null
  /** what lift at which light’s arm would hold it level from side to side; null: none is needed */
  readonly float: { readonly at: string; readonly liftG: number } | null
}

/**
 * Weight of a part in the plan’s water, g, all of its count.
 * @returns as given where it was weighed in such water; else by its volume
 */
export function weightG(plan: Pick<Plan, 'rig' | 'medium'>, part: RigPart): number {
  const volumeCm3 = (part.airG - part.waterG) / DENSITY[plan.rig.weighedIn]
  const here = plan.medium.kind === 'air' ? 0 : DENSITY[plan.medium.kind]
  return part.count * (part.airG - volumeCm3 * here)
}

/** From the middle of the housing to a part, mm: to the right, and to the front. */
function offset(plan: Plan, part: RigPart): readonly [number, number] {
  const light = plan.lights.find(({ id }) => id === part.at)
  if (!light) return [0, 0]
  const pose = poseOf(plan)
  const middle = scale(pose.toCamera, pose.sensorMm)
  const arm = scale(sub(lightPoint(light, pose), middle), part.share)
  const level = Math.hypot(pose.toCamera[0], pose.toCamera[2]) || 1
  const front: Vec = [-pose.toCamera[0] / level, 0, -pose.toCamera[2] / level]
  return [dot(arm, pose.right), dot(arm, front)]
}

/** @returns null where nothing is listed */
export function balanceOf(plan: Plan): Balance | null {
  const { parts } = plan.rig
  if (parts.length === 0) return null
  let [airG, sinksG, right, front] = [0, 0, 0, 0]
  for (const part of parts) {
    const weight = weightG(plan, part)
    const [across, ahead] = offset(plan, part)
    airG += part.count * part.airG
    sinksG += weight
    right += (weight * across) / 10
    front += (weight * ahead) / 10
  }
  const felt = Math.max(Math.abs(right), Math.abs(front)) >= FELT_GCM
  const sideways = Math.abs(right) >= Math.abs(front)
  const sinks = !felt
    ? null
    : sideways
      ? right > 0
        ? 'right'
        : 'left'
      : front > 0
        ? 'front'
        : 'back'
  // The head farthest out on the side that sinks takes the least lift.
  const arms = plan.lights
    .map(({ id }) => ({ id, across: offset(plan, { ...parts[0]!, at: id, share: 1 })[0] / 10 }))
    .filter(({ across }) => across * right > 0 && Math.abs(across) > 3)
    .sort((a, b) => Math.abs(b.across) - Math.abs(a.across))
  const [arm] = arms
  return {
    airG,
    liftG: -sinksG,
    rightGcm: right,
    frontGcm: front,
    sinks,
    float: Math.abs(right) >= FELT_GCM && arm ? { at: arm.id, liftG: right / arm.across } : null
  }
}

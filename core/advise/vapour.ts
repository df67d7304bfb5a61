/** What vapour makes of where a light stands, and what a frame says of the vapour. */
import { correctionFor } from '../ledger/corrections'
import { phaseGain, vapourReflectance } from '../light/scatter'
import type { Light, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { direction, dot, scale, unit } from '../set/vec'

const phaseAt = (turnedDeg: number, asymmetry: number): number =>
  phaseGain(Math.cos((turnedDeg * Math.PI) / 180), asymmetry)
/** Light from nearly behind and from nearly the front is turned by so much, degrees. */
const [REAR_DEG, FRONT_DEG] = [25, 160]

/** What vapour amounts to: lit from beside as a matt surface, and from behind over the front. */
export const vapourAmounts = ({
  opticalDepth,
  asymmetry
}: Plan['subject']['vapour']): {
  readonly sideReflectance: number
  readonly rearOverFrontStops: number
} => ({
  sideReflectance: vapourReflectance(opticalDepth) * phaseAt(90, asymmetry),
  rearOverFrontStops: Math.log2(phaseAt(REAR_DEG, asymmetry) / phaseAt(FRONT_DEG, asymmetry))
})

export interface VapourPoint {
  readonly azimuthDeg: number
  /** angle light from there is turned by to reach the lens, degrees */
  readonly turnedDeg: number
  /** against the light where it stands now, stops */
  readonly stops: number
}

const STEP_DEG = 5

/** The angle light is turned by that comes from a direction of the focus point. */
function turnedBy(plan: Plan, azimuthDeg: number, elevationDeg: number): number {
  const { toCamera } = transportOf(plan).scene.pose
  const from = scale(direction(azimuthDeg, elevationDeg), -1)
  return Math.acos(Math.min(1, Math.max(-1, dot(unit(from), unit(toCamera)))))
}

/**
 * A light taken round the plume at its distance and height: what the vapour sends to the lens of it.
 * Shadows, beam and what it does to lens and background are left out.
 */
export function vapourByAzimuth(plan: Plan, light: Light): VapourPoint[] {
  const { asymmetry } = plan.subject.vapour
  const { elevationDeg, azimuthDeg } = light.at
  const gain = (azimuth: number): number =>
    Math.log2(phaseGain(Math.cos(turnedBy(plan, azimuth, elevationDeg)), asymmetry))
  const now = gain(azimuthDeg)
  return Array.from({ length: 360 / STEP_DEG + 1 }, (_, k) => {
    const azimuth = -180 + k * STEP_DEG
    return {
      azimuthDeg: azimuth,
      turnedDeg: (turnedBy(plan, azimuth, elevationDeg) * 180) / Math.PI,
      stops: gain(azimuth) - now
    }
  })
}

/** Bounds of the schema. */
const [THINNEST, DENSEST] = [0.0005, 5]

/**
 * The plan with what frames said of its lights at the plume taken for the vapour's own: its optical
 * depth, and how sure that is. What is left of each light's correction stays.
 * @returns null where no frame has said anything of it
 */
export function withMeasuredVapour(plan: Plan): Plan | null {
  if (plan.subject.shape !== 'plume') return null
  const said = plan.lights.flatMap((light) => {
    const found = light.on ? correctionFor(plan, light.id, 'subject') : null
    return found && found.place === 'subject' ? [found] : []
  })
  if (said.length === 0) return null
  const weights = said.map(({ uncertaintyStops }) => 1 / uncertaintyStops ** 2)
  const all = weights.reduce((sum, each) => sum + each, 0)
  const stops = said.reduce((sum, each, i) => sum + each.stops * weights[i]!, 0) / all
  const { vapour } = plan.subject
  const opticalDepth = Math.min(DENSEST, Math.max(THINNEST, vapour.opticalDepth * 2 ** stops))
  const taken = Math.log2(opticalDepth / vapour.opticalDepth)
  return {
    ...plan,
    subject: {
      ...plan.subject,
      vapour: {
        ...vapour,
        opticalDepth,
        uncertaintyStops: Math.min(3, Math.max(0.05, 1 / Math.sqrt(all)))
      }
    },
    corrections: plan.corrections.map((each) =>
      each.place === 'subject' && each.source !== 'ambient'
        ? { ...each, stops: Math.max(-20, Math.min(20, each.stops - taken)) }
        : each
    )
  }
}

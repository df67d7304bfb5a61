/** The controls people set, and the path each stands at in the plan. */
import { isLocked, type PlanPath } from './path'
import type { LightId, Plan } from './plan'

export type CameraControl = 'shutter' | 'aperture' | 'iso' | 'nd' | 'highSpeedSync'
export type LightControl = 'power' | 'distance' | 'modifier'
export type Control = CameraControl | LightControl

const ON_CAMERA = {
  shutter: 'settings.shutterStops',
  aperture: 'settings.apertureStops',
  iso: 'settings.isoStops',
  nd: 'settings.ndStops',
  highSpeedSync: 'settings.highSpeedSync'
} as const

const ON_LIGHT = { power: 'powerStops', distance: 'at.distanceMm', modifier: 'modifiers' } as const

/** Whether a control of the camera is locked. */
export const isCameraLocked = (plan: Pick<Plan, 'locks'>, control: CameraControl): boolean =>
  isLocked(plan, ON_CAMERA[control])

/** Path of a light's control. */
const lightControlPath = (control: LightControl, light: LightId): PlanPath =>
  `lights.${light}.${ON_LIGHT[control]}`

/** Whether a lock holds a control, and not some other figure of the plan. */
export function isControlPath(plan: Plan, path: string): boolean {
  const controls: readonly string[] = [
    ...Object.values(ON_CAMERA),
    ...plan.lights.flatMap((light) =>
      Object.values(ON_LIGHT).map((figure) => `lights.${light.id}.${figure}`)
    )
  ]
  return controls.includes(path)
}

/** Whether a control of a light is locked. */
export const isLightLocked = (
  plan: Pick<Plan, 'locks'>,
  control: LightControl,
  light: LightId
): boolean => isLocked(plan, lightControlPath(control, light))

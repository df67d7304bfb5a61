/**
 * What of two plans is the same as far as the way of light goes. Plans are immutable: the same
 * object means the same figures.
 */
import type { Light, Plan } from '../plan/plan'
import { keyLight } from './places'

const LENS = ['magnification', 'extensionMm', 'dioptres', 'teleconverter', 'crop'] as const
const sameLens = (a: Plan['focus'], b: Plan['focus']): boolean =>
  a === b || LENS.every((key) => a[key] === b[key])

/** Whether a light stands, looks and shines as it did; power does not count. */
export const sameLight = (a: Light, b: Light): boolean =>
  a === b ||
  (a.strobe === b.strobe &&
    a.modifiers === b.modifiers &&
    a.mount === b.mount &&
    a.at === b.at &&
    a.aim === b.aim &&
    a.rollDeg === b.rollDeg)

/**
 * Whether all is the same that light's way depends on, but for lights other than the key; where
 * that stands decides which side is the lit one.
 */
export function sameStage(a: Plan, b: Plan): boolean {
  if (
    a.subject !== b.subject ||
    a.background !== b.background ||
    a.table !== b.table ||
    a.room !== b.room ||
    a.cards !== b.cards ||
    a.places !== b.places
  )
    return false
  if (
    a.view.elevationDeg !== b.view.elevationDeg ||
    a.camera !== b.camera ||
    a.lens !== b.lens ||
    !sameLens(a.focus, b.focus)
  )
    return false
  return a.lights === b.lights || sameLight(keyLight(a), keyLight(b))
}

/** Whether all lights do. */
export function sameLights(a: Plan, b: Plan): boolean {
  if (a.lights === b.lights) return true
  if (a.lights.length !== b.lights.length || keyLight(a).id !== keyLight(b).id) return false
  for (let i = 0; i < a.lights.length; i++) if (!sameLight(a.lights[i]!, b.lights[i]!)) return false
  return true
}

/**
 * Version 6 to 7: a light that may move says how far it may go round the subject or turn its head.
 * Older ones knew nothing of it: their lights only went nearer and farther.
 */
import { isObject, type Loose } from './loose'

const lightFromVersion6 = (light: unknown): unknown =>
  isObject(light) && isObject(light.reach)
    ? { ...light, reach: { swingDeg: 0, ...light.reach } }
    : light

/** A plan as version 7 writes it. */
export const planFromVersion6 = (plan: Loose): Loose => ({
  ...plan,
  version: 7,
  lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion6) : plan.lights
})

/**
 * Version 4 to 5: corrections say what they hold for. What older ones were measured with was not
 * noted, so they hold as before.
 */
import { isObject, type Loose } from './loose'

const correctionFromVersion4 = (correction: unknown): unknown =>
  isObject(correction)
    ? { highSpeedSync: null, geometry: null, reading: null, ...correction }
    : correction

/** A plan of version 4 as version 5 writes it. */
export const planFromVersion4 = (plan: Loose): Loose => ({
  ...plan,
  version: 5,
  corrections: Array.isArray(plan.corrections)
    ? plan.corrections.map(correctionFromVersion4)
    : plan.corrections
})

/** Version 10 to 11: no props yet, nothing lets light through, the background is plain. */
import { isObject, type Loose } from './loose'

/** A plan as version 11 writes it. */
export const planFromVersion10 = (plan: Loose): Loose => ({
  ...plan,
  version: 11,
  subject: isObject(plan.subject) ? { transmittance: 0.3, ...plan.subject } : plan.subject,
  props: [],
  background: isObject(plan.background)
    ? { colour: null, picture: null, gradientStops: 0, gradientDeg: 90, ...plan.background }
    : plan.background
})

/**
 * Version 10 to 11: no props yet, nothing lets light through, the background is plain. What is clear
 * was as smooth as could be, whatever was left of another finish.
 */
import { isObject, type Loose } from './loose'

const subjectFromVersion10 = (subject: Loose): Loose => ({
  transmittance: 0.3,
  ...subject,
  roughness: subject.finish === 'clear' ? 0 : subject.roughness
})

/** A plan as version 11 writes it. */
export const planFromVersion10 = (plan: Loose): Loose => ({
  ...plan,
  version: 11,
  subject: isObject(plan.subject) ? subjectFromVersion10(plan.subject) : plan.subject,
  props: [],
  background: isObject(plan.background)
    ? { colour: null, picture: null, gradientStops: 0, gradientDeg: 90, ...plan.background }
    : plan.background
})

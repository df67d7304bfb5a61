/**
 * Version 9 to 10: the subject says what it looks like. A vessel was a straight tube with a wall of
 * a sixteenth of its width; one that let no light through was lit as a cylinder, and is one.
 */
import { isObject, type Loose } from './loose'

const half = (subject: Loose): number =>
  Math.min(Number(subject.widthMm), Number(subject.depthMm)) / 2

function subjectFromVersion9(subject: Loose): Loose {
  const tube = subject.shape === 'vessel'
  const wallMm = 0.12 * half(subject)
  return {
    lying: false,
    colour: null,
    roughness: subject.finish === 'metal' ? 0.06 : 0,
    texture: 0,
    profile: [
      { out: 1, up: 0, corner: true },
      { out: 1, up: 1, corner: true }
    ],
    relief: null,
    own: null,
    glass: {
      wallMm: wallMm >= 0.02 && wallMm <= 500 ? wallMm : 1,
      colour: '#ffffff',
      throughMm: 20
    },
    liquid: null,
    ...subject,
    shape: tube && subject.finish !== 'clear' ? 'cylinder' : subject.shape
  }
}

/** A plan as version 10 writes it. */
export const planFromVersion9 = (plan: Loose): Loose => ({
  ...plan,
  version: 10,
  subject: isObject(plan.subject) ? subjectFromVersion9(plan.subject) : plan.subject
})

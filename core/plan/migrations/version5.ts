/**
 * Version 5 to 6: heads carry a class, their shortest flash and recycle, and a guide number under
 * water; lenses a hood and perhaps a leaf shutter; a plan says what it stands in, which meter and knob its run uses, and
 * whether its background has a lower limit; zones have a finish, lights may serve one; readings with a flash meter say where it was held, with
 * which lights and settings. Older ones knew nothing of it: their meter was held at the lit side,
 * set as the camera was, and no ambient was taken out of it.
 */
import { isObject, type Loose } from './loose'

const readingFromVersion5 = (reading: unknown): unknown =>
  isObject(reading) && isObject(reading.value) && reading.value.kind === 'camera'
    ? { ...reading, value: { scaleStops: 0, ...reading.value } }
    : reading

const ambientFromVersion5 = (ambient: unknown): unknown =>
  isObject(ambient)
    ? {
        ...ambient,
        subject: readingFromVersion5(ambient.subject),
        background: readingFromVersion5(ambient.background)
      }
    : ambient

const correctionFromVersion5 = (correction: unknown): unknown =>
  isObject(correction)
    ? { ...correction, reading: readingFromVersion5(correction.reading) }
    : correction

const strobeFromVersion5 = (strobe: Loose): Loose => ({
  headClass: strobe.quench === 'voltage' ? 'studio' : 'hot-shoe',
  guideNumberWaterM: null,
  leastRecycleS: 0.1,
  mostFlashes: null,
  shortestT01S: null,
  durationsFrom: 'stated',
  ...strobe
})

const lensFromVersion5 = (lens: Loose): Loose => ({
  hoodDeg: null,
  leafFastestStops: null,
  ...lens
})

/** A kit item as version 6 writes it. */
export function kitItemFromVersion5(item: unknown): unknown {
  if (!isObject(item)) return item
  return item.kind === 'strobe'
    ? strobeFromVersion5(item)
    : item.kind === 'lens'
      ? lensFromVersion5(item)
      : item
}

const lightFromVersion5 = (light: unknown): unknown =>
  isObject(light) && isObject(light.strobe)
    ? { serves: null, ...light, strobe: strobeFromVersion5(light.strobe) }
    : light

const placeFromVersion5 = (place: unknown): unknown =>
  isObject(place) ? { finish: 'matt', ...place } : place

const goalsFromVersion5 = (goals: unknown): unknown =>
  isObject(goals)
    ? {
        backgroundLeastStops: null,
        highlight8Bit: null,
        ...goals,
        keyFill: isObject(goals.keyFill)
          ? { over: 'subject', under: 'shadow', ...goals.keyFill }
          : goals.keyFill
      }
    : goals

/** A logged frame with its evidence as version 6 writes it. */
export const frameFromVersion5 = (frame: unknown): unknown =>
  isObject(frame) && Array.isArray(frame.evidence)
    ? {
        ...frame,
        evidence: frame.evidence.map((each) =>
          isObject(each) && each.kind === 'meter'
            ? {
                place: 'subject',
                lights: null,
                shutterStops: null,
                receptor: 'surface',
                ...each
              }
            : (each as unknown)
        )
      }
    : frame

/** A plan of version 5 as version 6 writes it. */
export const planFromVersion5 = (plan: Loose): Loose => ({
  medium: 'air',
  shutterIn: 'body',
  meter: null,
  rides: 'power',
  ...plan,
  version: 6,
  ambient: ambientFromVersion5(plan.ambient),
  corrections: Array.isArray(plan.corrections)
    ? plan.corrections.map(correctionFromVersion5)
    : plan.corrections,
  goals: goalsFromVersion5(plan.goals),
  places: Array.isArray(plan.places) ? plan.places.map(placeFromVersion5) : plan.places,
  lens: kitItemFromVersion5(plan.lens),
  lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion5) : plan.lights
})

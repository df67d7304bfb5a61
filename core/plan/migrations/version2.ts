/**
 * Version 2 to 3: goals that may yield, limits of the search, a bag, what is screwed to the lens.
 */
import { isObject, loose, type Loose } from './loose'

const added = (part: unknown, extra: Loose): unknown =>
  isObject(part) ? { ...extra, ...part } : part
const readingFromVersion2 = (reading: unknown): unknown =>
  added(reading, { takenAt: null, look: null })

/**
 * A plan of version 2 as version 3 writes it: nothing new is asked and nothing new allowed: the
 * goals there were stay, each of them hard.
 */
export function planFromVersion2(plan: Loose): Loose {
  const ambient = loose(plan.ambient)
  return {
    ...plan,
    version: 3,
    subject: added(plan.subject, { directionDeg: 0 }),
    goals: added(plan.goals, {
      keyFill: null,
      edgeBlurPx: null,
      ghostPx: null,
      recycleS: null,
      flashes: null,
      isoStops: null,
      wished: []
    }),
    bag: {
      ndStops: [],
      modifiers: [],
      aboveSync: loose(plan.settings).pulsedSync === true,
      shadeStops: 0
    },
    ambient: isObject(plan.ambient)
      ? {
          shadeStops: 0,
          recheckMinutes: null,
          ...ambient,
          subject: readingFromVersion2(ambient.subject),
          ground: readingFromVersion2(ambient.ground)
        }
      : plan.ambient,
    focus: added(plan.focus, {
      extensionMm: 0,
      dioptres: 0,
      teleconverter: 1,
      crop: 1,
      tiltDeg: 0
    }),
    lights: Array.isArray(plan.lights)
      ? plan.lights.map((light) => added(light, { reach: null }))
      : plan.lights,
    syncTrials: []
  }
}

/**
 * Version 5 to 6: heads carry a class, their shortest flash and recycle, and a guide number under
 * water; lenses a hood; a plan says what it stands in, and whether its background has a lower limit.
 * Older ones knew nothing of it.
 */
import { isObject, type Loose } from './loose'

const strobeFromVersion5 = (strobe: Loose): Loose => ({
  headClass: strobe.quench === 'voltage' ? 'studio' : 'hot-shoe',
  guideNumberWaterM: null,
  leastRecycleS: 0.1,
  mostFlashes: null,
  shortestT01S: null,
  durationsFrom: 'stated',
  ...strobe
})

const lensFromVersion5 = (lens: Loose): Loose => ({ hoodDeg: null, ...lens })

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
    ? { ...light, strobe: strobeFromVersion5(light.strobe) }
    : light

/** A plan of version 5 as version 6 writes it. */
export const planFromVersion5 = (plan: Loose): Loose => ({
  medium: 'air',
  ...plan,
  version: 6,
  goals: isObject(plan.goals) ? { backgroundLeastStops: null, ...plan.goals } : plan.goals,
  lens: kitItemFromVersion5(plan.lens),
  lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion5) : plan.lights
})

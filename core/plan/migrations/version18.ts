/** Version 18 to 19: what tells each light to fire, high-speed sync from some power on, weights. */
import { isObject, type Loose } from './loose'

/** A strobe as version 19 writes it. */
export const kitItemFromVersion18 = (item: unknown): unknown =>
  isObject(item) && item.kind === 'strobe' ? { highSpeedLeastStops: null, ...item } : item

const told = (light: unknown): unknown =>
  isObject(light)
    ? { ...light, onlyTriggers: false, firedBy: null, strobe: kitItemFromVersion18(light.strobe) }
    : light

/** A plan as version 19 writes it. */
export const planFromVersion18 = (plan: Loose): Loose => ({
  ...plan,
  version: 19,
  rig: { weighedIn: 'sea', parts: [] },
  ...(Array.isArray(plan.lights) && { lights: plan.lights.map(told) })
})

/** Version 12 to 13: nothing of the kit is measured yet: neither marks nor how sure its figures are. */
import { isObject, type Loose } from './loose'

const MEASURED: Readonly<Record<string, Loose>> = {
  strobe: { outputUncertaintyStops: null, marks: [], highSpeedLosses: [] },
  modifier: { lossUncertaintyStops: null },
  meter: { offsetStops: 0, offsetUncertaintyStops: null }
}

export const kitItemFromVersion12 = (item: unknown): unknown =>
  isObject(item) && typeof item.kind === 'string' && Object.hasOwn(MEASURED, item.kind)
    ? { ...MEASURED[item.kind], ...item }
    : item

const lightFromVersion12 = (light: unknown): unknown =>
  isObject(light)
    ? {
        ...light,
        strobe: kitItemFromVersion12(light.strobe),
        modifiers: Array.isArray(light.modifiers)
          ? light.modifiers.map(kitItemFromVersion12)
          : light.modifiers
      }
    : light

/** A plan as version 13 writes it. */
export const planFromVersion12 = (plan: Loose): Loose => ({
  ...plan,
  version: 13,
  meter: kitItemFromVersion12(plan.meter),
  bag: isObject(plan.bag)
    ? {
        ...plan.bag,
        modifiers: Array.isArray(plan.bag.modifiers)
          ? plan.bag.modifiers.map(kitItemFromVersion12)
          : plan.bag.modifiers
      }
    : plan.bag,
  lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion12) : plan.lights
})

/** Version 19 to 20: each seal by itself instead of one date for all; how a housing is put together. */
import { isObject, type Loose } from './loose'

/** A strobe or a housing as version 20 writes it. */
export const kitItemFromVersion19 = (item: unknown): unknown => {
  if (!isObject(item) || !['strobe', 'housing'].includes(String(item.kind))) return item
  const { sealsServicedOn, ...rest } = item
  const seals = sealsServicedOn ? [{ name: 'Seals', servicedOn: sealsServicedOn }] : []
  return { seals, ...(item.kind === 'housing' && { assembly: [] }), ...rest }
}

const sealed = (light: unknown): unknown =>
  isObject(light) ? { ...light, strobe: kitItemFromVersion19(light.strobe) } : light

/** A plan as version 20 writes it. */
export const planFromVersion19 = (plan: Loose): Loose => ({
  ...plan,
  version: 20,
  ...('housing' in plan && { housing: kitItemFromVersion19(plan.housing) }),
  ...(Array.isArray(plan.lights) && { lights: plan.lights.map(sealed) })
})

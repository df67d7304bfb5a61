/** Version 20 to 21: a head on mains says so; before, its form took the most flashes for that. */
import { isObject, type Loose } from './loose'

const MOST_FLASHES = 100000
/** What a class of head starts from when its plug is pulled; as kit/heads.ts has it. */
const OF_A_CHARGE = 400

/** A strobe as version 21 writes it. */
export const kitItemFromVersion20 = (item: unknown): unknown => {
  if (!isObject(item) || item.kind !== 'strobe' || 'onMains' in item) return item
  const onMains = item.flashesFull === MOST_FLASHES
  return { ...item, onMains, ...(onMains && { flashesFull: OF_A_CHARGE }) }
}

const powered = (light: unknown): unknown =>
  isObject(light) ? { ...light, strobe: kitItemFromVersion20(light.strobe) } : light

/** A plan as version 21 writes it. */
export const planFromVersion20 = (plan: Loose): Loose => ({
  ...plan,
  version: 21,
  ...(Array.isArray(plan.lights) && { lights: plan.lights.map(powered) })
})

/**
 * Version 7 to 8: a room's floor throws light back too, and the set need not stand in its middle.
 * Older rooms had the set there and no floor; they get one of a plain dark kind.
 */
import { isObject, type Loose } from './loose'

const half = (size: unknown): unknown => (typeof size === 'number' ? size / 2 : size)

/** A plan as version 8 writes it. */
export const planFromVersion7 = (plan: Loose): Loose => ({
  ...plan,
  version: 8,
  room: isObject(plan.room)
    ? {
        leftMm: half(plan.room.widthMm),
        behindMm: half(plan.room.depthMm),
        floorReflectance: 0.2,
        ...plan.room
      }
    : plan.room
})

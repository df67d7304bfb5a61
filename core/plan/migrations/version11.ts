/** Version 11 to 12: nothing is known yet of what the numbers in a camera's files mean. */
import { isObject, type Loose } from './loose'

const cameraFromVersion11 = (camera: Loose): Loose => ({
  files: { rawGrey: [], toneCurve: [] },
  ...camera
})

/** A plan as version 12 writes it. */
export const planFromVersion11 = (plan: Loose): Loose => ({
  ...plan,
  version: 12,
  camera: isObject(plan.camera) ? cameraFromVersion11(plan.camera) : plan.camera
})

export const kitItemFromVersion11 = (item: unknown): unknown =>
  isObject(item) && item.kind === 'camera' ? cameraFromVersion11(item) : item

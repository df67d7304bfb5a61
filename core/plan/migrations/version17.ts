/** Version 17 to 18: water takes of light, housings and their ports. */
import { isObject, type Loose } from './loose'

/** Water took nothing before; it is now what is typical of a clear sea. */
const CLEAR_SEA = { kind: 'sea', water: 'clear', extraPerM: 0.06, scatterPerM: 0.22, depthM: 5 }

/** A plan as version 18 writes it. */
export const planFromVersion17 = (plan: Loose): Loose => ({
  ...plan,
  version: 18,
  medium: plan.medium === 'water' ? CLEAR_SEA : { kind: plan.medium },
  housing: null,
  ...(isObject(plan.focus) && { focus: { ...plan.focus, wetDioptres: 0 } })
})

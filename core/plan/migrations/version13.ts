/** Version 13 to 14: corrections may come of an automatic flash; no older one does. */
import type { Loose } from './loose'

/** A plan as version 14 writes it. */
export const planFromVersion13 = (plan: Loose): Loose => ({ ...plan, version: 14 })

/** Version 15 to 16: ambient light may come from sources by themselves. */
import { isObject, type Loose } from './loose'

/** A plan as version 16 writes it. */
export const planFromVersion15 = (plan: Loose): Loose => ({
  ...plan,
  version: 16,
  ...(isObject(plan.ambient) && { ambient: { ...plan.ambient, sources: [] } }),
  ...(Array.isArray(plan.corrections) && {
    corrections: plan.corrections.map((each: unknown) =>
      isObject(each) ? { ...each, sources: [] } : each
    )
  })
})

/** Version 15 to 16: ambient light may come from sources by themselves, surfaces may be measured. */
import { isObject, type Loose } from './loose'

const unmeasured = (body: unknown): unknown => (isObject(body) ? { ...body, measured: null } : body)

/** A plan as version 16 writes it. */
export const planFromVersion15 = (plan: Loose): Loose => ({
  ...plan,
  version: 16,
  subject: unmeasured(plan.subject),
  background: unmeasured(plan.background),
  ...(Array.isArray(plan.props) && { props: plan.props.map(unmeasured) }),
  ...(isObject(plan.ambient) && { ambient: { ...plan.ambient, sources: [] } }),
  ...(Array.isArray(plan.corrections) && {
    corrections: plan.corrections.map((each: unknown) =>
      isObject(each) ? { ...each, sources: [] } : each
    )
  })
})

/** Version 16 to 17: tables may mirror, what glows through may be thick. */
import { isObject, type Loose } from './loose'

/** Layers counted for nothing before: what was not thin was matt. */
const layered = (body: unknown): unknown => {
  if (!isObject(body)) return body
  const thin = body.shape === 'sheet' || body.shape === 'leaf' || body.shape === 'wing'
  const finish = body.finish === 'translucent' && !thin ? 'matt' : body.finish
  return { ...body, finish, layerMm: 10 }
}

/** A plan as version 17 writes it. */
export const planFromVersion16 = (plan: Loose): Loose => ({
  ...plan,
  version: 17,
  subject: layered(plan.subject),
  ...(Array.isArray(plan.props) && { props: plan.props.map(layered) }),
  ...(isObject(plan.table) && { table: { ...plan.table, finish: 'matt', roughness: 0 } })
})

/** What the tests of the checks start from. */
import type { Plan } from '../plan/plan'
import { testModifier, testPlan } from '../testing'
import type { Check, CheckKind } from './check'

export const set = (change: (p: Plan) => void): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 22, heightMm: 14, depthMm: 14 }
    p.focus.magnification = 0.5
    change(p)
  })
export const find = (checks: readonly Check[], kind: CheckKind): Check[] =>
  checks.filter((check) => check.kind === kind)
export const snoot = testModifier({
  id: 'snoot',
  name: 'Tube',
  lossStops: 0.4,
  beam: { kind: 'snoot', throatMm: 20, lengthMm: 120 }
})

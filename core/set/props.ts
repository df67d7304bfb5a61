/** Where the props of a set stand. */
import type { Prop } from '../plan/prop'
import type { Subject } from '../plan/subject'
import type { Plan } from '../plan/plan'
import type { Standing } from './subjectBody'
import { vesselMeshes } from './subjectMesh'

/** What of a floating prop lies under the level, as of ice in water. */
const UNDER_SHARE = 0.92

/** Whether a subject is a vessel with something in it that things may float on. */
export const holdsLiquid = ({ shape, finish, liquid, lying }: Subject): boolean =>
  shape === 'vessel' && finish === 'clear' && liquid !== null && !lying

/** The level of what is in a subject, from its middle, mm; its top where nothing is. */
function levelMm(subject: Subject): number {
  const level = holdsLiquid(subject) ? vesselMeshes(subject).levelAt : null
  return ((level ?? 1) * subject.heightMm) / 2
}

/** A lying or standing sheet has no height but its own. */
function middleMm({ subject, table }: Pick<Plan, 'subject' | 'table'>, prop: Prop): number {
  const half = prop.heightMm / 2
  switch (prop.rests) {
    case 'free':
      return prop.yMm
    case 'table':
      return half - (table?.belowMm ?? subject.heightMm / 2)
    case 'under':
      return -subject.heightMm / 2 - half
    case 'on':
      return subject.heightMm / 2 + half
    case 'afloat':
      return levelMm(subject) + half * (1 - 2 * UNDER_SHARE)
  }
}

/** A prop's name in the set, and where its middle stands. */
export const propStanding = (plan: Pick<Plan, 'subject' | 'table'>, prop: Prop): Standing => ({
  id: prop.id,
  at: [prop.xMm, middleMm(plan, prop), prop.zMm]
})

/** What turns rays from the lens in a set before they end: clear things, and a table that mirrors. */
import type { Plan } from '../plan/plan'
import { coatIn, type Coat } from './coat'
import { clearIn, type Clear } from './clear'
import type { Surfaces } from './surface'

export interface MirrorTable {
  /** of the table among the surfaces of the set */
  readonly index: number
  readonly metal: boolean
  /** GGX's α */
  readonly roughness: number
}
export interface Optics {
  readonly coat: Coat
  readonly clear: Clear | null
  readonly table: MirrorTable | null
}

/** Whether a table shows what stands on it. */
export const mirrors = ({ table }: Pick<Plan, 'table'>): boolean =>
  table !== null && table.finish !== 'matt'

export function opticsOf(plan: Plan, { list }: Surfaces): Optics {
  const { table } = plan
  return {
    coat: coatIn(plan.medium),
    clear: clearIn(plan),
    table:
      table && table.finish !== 'matt'
        ? {
            index: list.findIndex(({ id }) => id === 'table'),
            metal: table.finish === 'metal',
            roughness: table.roughness
          }
        : null
  }
}

/** Whether any of it spreads a ray, so that one alone says little. */
export const spreads = ({ clear, table }: Optics): boolean =>
  (table !== null && table.roughness > 0) || (clear?.roughness.some((alpha) => alpha > 0) ?? false)

/** A place of the user's own, put where the picture was pointed at. */
import { addPlace, asFacet } from '../plan/edit'
import type { OwnPlace, Plan } from '../plan/plan'
import { isClear } from '../set/seenPlaces'
import { dot, type Vec } from '../set/vec'
import type { SurfaceShown } from './atPlace'

/** So far off the surface that it is not shaded by what it lies on, mm. */
const OFF_MM = 0.02

/** Which way of those a place may face is nearest to a normal. */
function facesOf(normal: Vec): OwnPlace['faces'] {
  const ways = [
    ['lens', [0, 0, 1]],
    ['up', [0, 1, 0]],
    ['left', [-1, 0, 0]],
    ['right', [1, 0, 0]]
  ] as const
  return ways.reduce((best, each) => (dot(normal, each[1]) > dot(normal, best[1]) ? each : best))[0]
}

/** What a surface throws back, as its places have it. */
function reflectanceOf(plan: Plan, id: string): number {
  if (id === 'background') return Math.max(0.005, plan.background.reflectance)
  if (id === 'table' && plan.table) return plan.table.reflectance
  return plan.cards.find((card) => card.id === id)?.reflectance ?? plan.subject.reflectance
}

/** The plan with a place of one's own there; the same plan when it has eight already. */
export function withPlaceAt(plan: Plan, { id, at, normal }: SurfaceShown): Plan {
  const spot = (k: 0 | 1 | 2): number => Number((at[k] + OFF_MM * normal[k]).toFixed(2))
  const next = addPlace(plan, spot(0), spot(1), spot(2), facesOf(normal), reflectanceOf(plan, id))
  return next !== plan && id === 'subject' && isClear(plan) ? asFacet(next) : next
}
